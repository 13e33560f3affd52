package org.modeststack.steps.kind;

import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;

/** A whole mesh, as an imported or a baked step holds. */
public final class MeshKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == Mesh.class;
    }

    @Override
    public boolean isTyped() {
        return false;
    }

    @Override
    protected Object defaultValue(ParamDescriptor param, String text) {
        return Mesh.EMPTY;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        throw new IllegalArgumentException();
    }

    @Override
    protected String show(Object value) {
        return value.toString();
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes a packed mesh";
    }

    @Override
    public Object toData(Object value) {
        return value;
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof Mesh ? data : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "string");
        schema.put("contentEncoding", "base64");
        return schema;
    }
}
