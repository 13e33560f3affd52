package org.modeststack.steps.kind;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;

/** Other bodies of the document, in order. */
public final class BodiesKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == Bodies.class;
    }

    /** On the command line bodies are given as meshes, by an option of the command's own. */
    @Override
    public boolean isTyped() {
        return false;
    }

    @Override
    protected Object defaultValue(ParamDescriptor param, String text) {
        return Bodies.NONE;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return new Bodies(Arrays.stream(text.split(","))
                .map(String::strip)
                .filter(s -> !s.isEmpty())
                .toList());
    }

    @Override
    protected String show(Object value) {
        return String.join(", ", ((Bodies) value).ids());
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes a list of the ids of bodies";
    }

    @Override
    public Object toData(Object value) {
        return ((Bodies) value).ids();
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        if (!(data instanceof List<?> l) || !l.stream().allMatch(String.class::isInstance)) return null;
        return new Bodies(l.stream().map(String.class::cast).toList());
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "array");
        schema.put("items", Map.of("type", "string"));
        return schema;
    }
}
