package org.modeststack.steps.kind;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;

/** Any text. */
public final class TextKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == String.class;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return text;
    }

    @Override
    protected String show(Object value) {
        return (String) value;
    }

    @Override
    public Object toData(Object value) {
        return value;
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof String ? data : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        return Map.of("type", "string");
    }
}
