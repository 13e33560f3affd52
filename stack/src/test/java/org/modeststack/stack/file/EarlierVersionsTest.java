package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.clean.WeldPicked;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.tidy.Tidy;

/** Documents of earlier versions mean what they meant. */
class EarlierVersionsTest {
    private static Step step(int version, String type, String values) throws Exception {
        String text = "{\"format\": \"modest-stack\", \"version\": " + version + ", \"bodies\": [{\"id\": \"b1\","
                + " \"name\": \"Block\", \"steps\": [{\"id\": 1, \"type\": \"box\"}, {\"id\": 2, \"type\": \"" + type
                + "\", \"values\": {" + values + "}}]}]}";
        return DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "a document")
                .document()
                .bodies()
                .getFirst()
                .entries()
                .get(1)
                .step();
    }

    @ParameterizedTest
    @CsvSource({
        "1, '', BESIDE",
        "2, '', BESIDE",
        "2, '\"rails\": \"over\"', OVER",
        "3, '', OVER",
        "4, '\"rails\": \"beside\"', BESIDE",
        "5, '\"taper\": 0.5', BESIDE",
        "5, '\"taper\": 1', OVER",
        "5, '\"rails\": \"over\", \"measure\": \"share\"', BESIDE",
        "5, '\"measure\": \"same\"', BESIDE",
        "5, '\"measure\": \"deep\"', OVER",
        "6, '\"taper\": 0.5', OVER",
        "6, '\"measure\": \"same\"', OVER"
    })
    void aBevelHasItsRailsWhereTheVersionThatWroteItHadThem(int version, String values, Rails rails) throws Exception {
        assertEquals(rails, ((Bevel) step(version, "bevel", values)).rails());
    }

    @ParameterizedTest
    @CsvSource({
        "10, '', false",
        "10, '\"followBends\": true', true",
        "11, '', true",
        "11, '\"followBends\": false', false"
    })
    void booleansFollowBentFacesSinceTheEleventh(int version, String values, boolean follow) throws Exception {
        assertEquals(follow, ((BooleanStep) step(version, "boolean", values)).followBends());
    }

    @ParameterizedTest
    @CsvSource({"10, '', false", "10, '\"graded\": true', true", "11, '', true", "11, '\"graded\": false', false"})
    void rimsAreGradedSinceTheEleventh(int version, String values, boolean graded) throws Exception {
        assertEquals(graded, ((Tidy) step(version, "tidy-rim", values)).graded());
    }

    @ParameterizedTest
    @CsvSource({"6, '', true", "6, '\"onward\": false', false", "7, '', false", "7, '\"onward\": true', true"})
    void weldingGoesOnwardWhereItDid(int version, String values, boolean onward) throws Exception {
        assertEquals(onward, ((Weld) step(version, "weld", values)).onward());
        assertEquals(onward, ((WeldPicked) step(version, "weld-picked", values)).onward());
    }

    @ParameterizedTest
    @CsvSource({"6, '', true", "7, '', false", "7, '\"alone\": true', true"})
    void loopsAreCutAloneWhereTheyWere(int version, String values, boolean alone) throws Exception {
        assertEquals(alone, ((CutLoop) step(version, "cut-loop", values)).alone());
    }

    @ParameterizedTest
    @CsvSource({
        "1, '', false",
        "3, '', false",
        "3, '\"weld\": true', true",
        "4, '', true",
        "4, '\"weld\": false', false"
    })
    void aBooleanThatSaysNothingOfWeldingLeavesWhatComes(int version, String values, boolean weld) throws Exception {
        assertEquals(weld, ((BooleanStep) step(version, "boolean", values)).weld());
    }

    /** Steps that hold back more, or keep more, since the eighth. */
    @ParameterizedTest
    @CsvSource({
        "dissolve, bend, 360.0",
        "inset, guardAround, false",
        "segments, begin, ANY",
        "bevel, wholeRings, false",
        "row-array, onward, true",
        "round-array, onward, true"
    })
    void whatIsNewInTheEighthIsOffBefore(String type, String param, String before) throws Exception {
        StepDescriptor d = Steps.byType(type);
        ParamDescriptor p = Objects.requireNonNull(d.param(param));
        assertEquals(before, String.valueOf(d.value(step(7, type, ""), p)));
        assertNotEquals(before, String.valueOf(d.value(step(8, type, ""), p)));
    }
}
