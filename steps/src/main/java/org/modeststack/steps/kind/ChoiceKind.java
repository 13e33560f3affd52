package org.modeststack.steps.kind;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;

/** One of several: the constants of an enum. */
public final class ChoiceKind extends ParamKind {
    @Override
    protected boolean takes(Class<?> type) {
        return type.isEnum();
    }

    @Override
    protected Object parse(String text, ParamDescriptor param) {
        return param.choices().stream()
                .filter(c -> ParamDescriptor.choiceName(c).equals(text.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow(IllegalArgumentException::new);
    }

    @Override
    protected String show(Object value) {
        return ParamDescriptor.choiceName((Enum<?>) value);
    }

    private static List<String> names(ParamDescriptor param) {
        return param.choices().stream().map(ParamDescriptor::choiceName).toList();
    }

    @Override
    protected String expectation(ParamDescriptor param) {
        return "it takes one of " + String.join(", ", names(param));
    }

    @Override
    public Object toData(Object value) {
        return show(value);
    }

    @Override
    public @Nullable Object fromData(@Nullable Object data, ParamDescriptor param) {
        return data instanceof String s ? parse(s.strip(), param) : null;
    }

    @Override
    public Map<String, Object> schema(ParamDescriptor param) {
        return Map.of("enum", names(param));
    }
}
