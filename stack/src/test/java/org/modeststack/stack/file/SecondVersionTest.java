package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.bevel.Rails;

/** Documents of the second version, and of the first, mean what they meant. */
class SecondVersionTest {
    @ParameterizedTest
    @CsvSource({
        "1, '', BESIDE",
        "2, '', BESIDE",
        "2, '\"rails\": \"over\"', OVER",
        "3, '', OVER",
        "3, '\"rails\": \"beside\"', BESIDE"
    })
    void aBevelThatSaysNothingOfItsRailsHasThemBeside(int version, String values, Rails rails) throws Exception {
        String text = "{\"format\": \"modest-stack\", \"version\": " + version + ", \"bodies\": [{\"id\": \"b1\","
                + " \"name\": \"Block\", \"steps\": [{\"id\": 1, \"type\": \"box\"}, {\"id\": 2, \"type\": \"bevel\","
                + " \"values\": {" + values + "}}]}]}";
        Bevel bevel = (Bevel) DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "a document")
                .document()
                .bodies()
                .getFirst()
                .entries()
                .get(1)
                .step();
        assertEquals(rails, bevel.rails());
    }
}
