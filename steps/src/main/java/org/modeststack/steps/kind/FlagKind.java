package org.modeststack.steps.kind;

import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;

/** On or off. */
public final class FlagKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == boolean.class;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return switch (text.toLowerCase(Locale.ROOT)) {
            case "on", "true", "yes" -> true;
            case "off", "false", "no" -> false;
            default -> throw new IllegalArgumentException();
        };
    }

    @Override
    protected String show(Object value) {
        return (Boolean) value ? "on" : "off";
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes on or off";
    }

    @Override
    public Object toData(Object value) {
        return value;
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof Boolean ? data : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        return Map.of("type", "boolean");
    }
}
