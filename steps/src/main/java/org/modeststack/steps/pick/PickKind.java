package org.modeststack.steps.pick;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;

/** What a step works on: an expression. */
public final class PickKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == Pick.class;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return PickText.parse(text);
    }

    @Override
    protected boolean explains() {
        return true;
    }

    @Override
    protected String show(Object value) {
        return PickText.write((Pick) value);
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes the text of a pick";
    }

    @Override
    public Object toData(Object value) {
        return PickText.write((Pick) value);
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof String s ? PickText.parse(s.strip()) : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        return Map.of("type", "string");
    }
}
