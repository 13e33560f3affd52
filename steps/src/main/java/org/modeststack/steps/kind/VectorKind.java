package org.modeststack.steps.kind;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;
import org.modeststack.steps.StepException;

/** Three numbers along X, Y and Z: a distance, a point, a direction, factors. */
public final class VectorKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == Vec3.class;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        String[] parts = text.split("[\\s,;]+");
        if (parts.length != 3) throw new IllegalArgumentException();
        return new Vec3(
                Numbers.parse(parts[0], param.unit()),
                Numbers.parse(parts[1], param.unit()),
                Numbers.parse(parts[2], param.unit()));
    }

    @Override
    protected String show(Object value) {
        Vec3 v = (Vec3) value;
        return Numbers.show(v.x()) + " " + Numbers.show(v.y()) + " " + Numbers.show(v.z());
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes three numbers, x y z";
    }

    @Override
    protected void check(Object value, ParamDescriptor param) throws StepException {
        Vec3 v = (Vec3) value;
        param.checkNumber(v.x());
        param.checkNumber(v.y());
        param.checkNumber(v.z());
    }

    @Override
    public Object toData(Object value) {
        Vec3 v = (Vec3) value;
        return List.of(v.x(), v.y(), v.z());
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof List<?> l
                        && l.size() == 3
                        && l.get(0) instanceof Number x
                        && l.get(1) instanceof Number y
                        && l.get(2) instanceof Number z
                ? new Vec3(x.doubleValue(), y.doubleValue(), z.doubleValue())
                : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "array");
        schema.put("minItems", 3);
        schema.put("maxItems", 3);
        schema.put("items", NumberKind.number("number", param));
        return schema;
    }
}
