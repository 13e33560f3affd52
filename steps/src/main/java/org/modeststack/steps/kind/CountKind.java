package org.modeststack.steps.kind;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;
import org.modeststack.steps.StepException;

/** A whole number. */
public final class CountKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type == int.class;
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return ofNumber(Numbers.parse(text, param.unit()));
    }

    @Override
    protected Object ofNumber(double d) {
        if (d != Math.rint(d) || Math.abs(d) > Integer.MAX_VALUE) throw new IllegalArgumentException();
        return (int) d;
    }

    @Override
    protected String show(Object value) {
        return value.toString();
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes a whole number";
    }

    @Override
    protected void check(Object value, ParamDescriptor param) throws StepException {
        param.checkNumber((Integer) value);
    }

    @Override
    public Object toData(Object value) {
        return value;
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof Number n ? ofNumber(n.doubleValue()) : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        return NumberKind.number("integer", param);
    }
}
