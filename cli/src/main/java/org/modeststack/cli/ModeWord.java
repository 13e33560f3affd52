package org.modeststack.cli;

import java.util.Arrays;
import java.util.Iterator;
import org.modeststack.render.DisplayMode;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** The words for the display modes, the same ones the window takes when it is started. */
final class ModeWord implements ITypeConverter<DisplayMode>, Iterable<String> {
    @Override
    public DisplayMode convert(String word) {
        try {
            return DisplayMode.of(word);
        } catch (IllegalArgumentException e) {
            throw new TypeConversionException(e.getMessage());
        }
    }

    @Override
    public Iterator<String> iterator() {
        return Arrays.stream(DisplayMode.values()).map(DisplayMode::word).iterator();
    }
}
