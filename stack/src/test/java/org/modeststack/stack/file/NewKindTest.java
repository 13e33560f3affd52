package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.ParamKind;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import tools.jackson.databind.json.JsonMapper;

/** A new kind of parameter is one class and a line: it is typed, shown, checked, saved, read and described like any other. */
public class NewKindTest {
    /** From one number to another. */
    public record Range(double from, double to) {}

    /** The kind of ranges, named in {@code META-INF/services} of the tests. */
    public static final class RangeKind extends ParamKind {
        @Override
        protected boolean takes(Class<?> type) {
            return type == Range.class;
        }

        @Override
        protected Object parse(String text, ParamDescriptor param) {
            String[] parts = text.split(" to ");
            if (parts.length != 2) throw new IllegalArgumentException();
            return new Range(Numbers.parse(parts[0], param.unit()), Numbers.parse(parts[1], param.unit()));
        }

        @Override
        protected String show(Object value) {
            Range r = (Range) value;
            return Numbers.show(r.from) + " to " + Numbers.show(r.to);
        }

        @Override
        protected String expectation(ParamDescriptor param) {
            return "it takes two numbers with “to” between";
        }

        @Override
        protected void check(Object value, ParamDescriptor param) throws StepException {
            param.checkNumber(((Range) value).from);
            param.checkNumber(((Range) value).to);
        }

        @Override
        public Object toData(Object value) {
            return List.of(((Range) value).from, ((Range) value).to);
        }

        @Override
        public Object fromData(Object data, ParamDescriptor param) {
            return data instanceof List<?> l
                            && l.size() == 2
                            && l.get(0) instanceof Number a
                            && l.get(1) instanceof Number b
                    ? new Range(a.doubleValue(), b.doubleValue())
                    : null;
        }

        @Override
        public Map<String, Object> schema(ParamDescriptor param) {
            Map<String, Object> schema = new LinkedHashMap<>();
            schema.put("type", "array");
            schema.put("items", Map.of("type", "number"));
            return schema;
        }
    }

    @StepInfo(type = "ranged", title = "Ranged", family = Family.SHAPE, help = "For a test.")
    public record Ranged(
            @Param(label = "Heights", help = "From where to where.", unit = Unit.LENGTH, min = 0, def = "1 cm to 25")
            Range heights)
            implements Step {
        @Override
        public Mesh apply(Mesh in, StepContext context) {
            return in;
        }

        @Override
        public String sentence() {
            return "*Take* {heights}.";
        }
    }

    private static final StepDescriptor STEP = StepDescriptor.of(Ranged.class);
    private static final ParamDescriptor PARAM = STEP.params().getFirst();
    private static final JsonMapper JSON = new JsonMapper();

    @Test
    void itHasItsDefaultAndIsTypedAndShown() throws StepException {
        assertEquals(new Range(10, 25), ((Ranged) STEP.createDefault()).heights());
        assertEquals(new Range(3, 25.4), PARAM.parse(" 3 to 1 in "));
        assertEquals("3 to 25.4", PARAM.show(new Range(3, 25.4)));
        assertFalse(PARAM.isNumber() || PARAM.isChoice());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "seven|Heights cannot be \"seven\": it takes two numbers with “to” between.",
                "1 to x|Heights cannot be \"1 to x\": it takes two numbers with “to” between.",
                "-2 to 3|Heights must be at least 0 mm; it is -2."
            })
    void whatIsWrongWithItIsSaid(String typed, String said) {
        assertEquals(
                said,
                assertThrows(StepException.class, () -> PARAM.parse(typed)).getMessage());
    }

    @Test
    void itIsSavedAndRead() {
        Range r = new Range(0.1, 1.0 / 3);
        assertEquals("[0.1,0.3333333333333333]", ValueJson.write(PARAM, r).toString());
        assertEquals(r, ValueJson.read(PARAM, JSON.readTree("[0.1, 0.3333333333333333]"), Material::name));
        assertEquals(new Range(1, 2), ValueJson.read(PARAM, JSON.readTree("[1, 2.0]"), Material::name));
        for (String wrong : List.of("7", "\"1 to 2\"", "[1]", "[1, null]", "{}"))
            assertEquals(
                    "This step cannot be read: Heights cannot be " + JSON.readTree(wrong)
                            + ": it takes two numbers with “to” between.",
                    assertThrows(
                                    IllegalArgumentException.class,
                                    () -> ValueJson.read(PARAM, JSON.readTree(wrong), Material::name))
                            .getMessage());
        assertEquals(
                "{\"type\":\"array\",\"items\":{\"type\":\"number\"}}",
                ValueJson.node(PARAM.kind().schema(PARAM)).toString());
    }
}
