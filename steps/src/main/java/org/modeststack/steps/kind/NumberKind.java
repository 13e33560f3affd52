package org.modeststack.steps.kind;

import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;
import org.modeststack.steps.StepException;

/** A number: a length in mm, an angle in degrees, a factor. */
public final class NumberKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == double.class;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return Numbers.parse(text, param.unit());
    }

    @Override
    protected Object ofNumber(double d) {
        return d;
    }

    @Override
    protected String show(Object value) {
        return Numbers.show((Double) value);
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes a number";
    }

    @Override
    protected void check(Object value, ParamDescriptor param) throws StepException {
        param.checkNumber((Double) value);
    }

    @Override
    public Object toData(Object value) {
        return value;
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof Number n ? (Object) n.doubleValue() : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        return number("number", param);
    }

    /** A number of a type of JSON Schema, between the parameter's limits. */
    static Map<String, Object> number(String type, ParamDescriptor param) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", type);
        if (Double.isFinite(param.min())) schema.put("minimum", param.min());
        if (Double.isFinite(param.max())) schema.put("maximum", param.max());
        return schema;
    }
}
