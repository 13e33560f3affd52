package org.modeststack.steps;

import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;
import org.jspecify.annotations.Nullable;

/**
 * A kind of parameter: how its values are typed, shown, checked, put into files and described in the schema. A new kind is
 * one class that extends this and one line in {@code META-INF/services}; where it shall be edited otherwise than by typing,
 * the application has an editor for it besides. Instances hold no state.
 */
public abstract class ParamKind {
    private static final List<ParamKind> ALL = ServiceLoader.load(ParamKind.class).stream()
            .map(ServiceLoader.Provider::get)
            .toList();

    /** @throws IllegalStateException if no kind takes values of this type */
    static ParamKind of(Class<?> type) {
        for (ParamKind k : ALL) if (k.takes(type)) return k;
        throw new IllegalStateException("no parameter can be a " + type);
    }

    /** Whether it is the kind of parameters of this type. */
    protected abstract boolean takes(Class<?> type);

    /**
     * Reads what was typed.
     *
     * @throws IllegalArgumentException if it cannot be read; a message says why where there is more to say than
     *     {@link #expectation}
     */
    protected abstract Object parse(String text, ParamDescriptor param);

    /** Whether the messages of {@link #parse} are for the user; else {@link #expectation} is said. */
    protected boolean explains() {
        return false;
    }

    /**
     * The value of a number that was worked out.
     *
     * @throws IllegalArgumentException if it is none of the kind
     */
    protected Object ofNumber(double d) {
        throw new IllegalArgumentException();
    }

    /** The value as it is shown and can be typed back, without its unit. */
    protected abstract String show(Object value);

    /** What can be typed, for messages: "it takes a whole number". */
    protected String expectation(ParamDescriptor param) {
        return "it takes text";
    }

    /** Whether values can be typed at all, as on the command line. */
    public boolean isTyped() {
        return true;
    }

    /** The default of a parameter: what its annotation says, unless values cannot be typed. */
    protected Object defaultValue(ParamDescriptor param, String text) {
        return parse(text, param);
    }

    /** @throws StepException saying what is allowed, if the value is not */
    protected void check(Object value, ParamDescriptor param) throws StepException {
        // Anything of the type will do.
    }

    /**
     * The value as it stands in files: a {@link Double}, {@link Integer}, {@link Boolean}, {@link String}, a list of these,
     * or a mesh.
     */
    public abstract Object toData(Object value);

    /** The value of what stands in a file; null if it is of another form. Numbers come as {@link Double} or {@link Integer}. */
    public abstract @Nullable Object fromData(@Nullable Object data, ParamDescriptor param);

    /** What may stand in files, as the keywords of JSON Schema draft 2020-12 and their values: text, numbers, lists, maps. */
    public abstract Map<String, Object> schema(ParamDescriptor param);
}
