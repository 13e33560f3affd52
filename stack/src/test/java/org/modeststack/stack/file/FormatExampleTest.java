package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.Document;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Remark;
import org.modeststack.steps.catalog.StepReference;

/** What the pages on the format show is so. */
class FormatExampleTest {
    private static final Path DOCS = Path.of("..", "docs");

    @Test
    void theExampleIsADocument() throws IOException {
        String page = Files.readString(DOCS.resolve("format.md"));
        int from = page.indexOf("```json") + 7;
        String example = page.substring(from, page.indexOf("```", from));
        var schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(DocumentSchema.text());
        assertEquals(List.of(), List.copyOf(schema.validate(example, InputFormat.JSON)));
        DocumentFile.Loaded l = DocumentFile.parse(example.getBytes(StandardCharsets.UTF_8), "example");
        assertEquals(List.of(), l.remarks());
        Document d = l.document();
        BodyResult r = new Evaluator().evaluate(d, "plate", Progress.NONE);
        for (int i = 0; i < r.steps().size(); i++)
            assertTrue(
                    r.steps().get(i).remarks().stream().allMatch(m -> m.level() == Remark.Level.NOTE),
                    "step " + (i + 1));
        Mesh bored = r.steps().get(1).mesh();
        // The plate without a prism of 48 sides, 16 mm across its corners.
        double area = 24 * 8 * 8 * Math.sin(2 * Math.PI / 48);
        assertEquals(8 * (60 * 40 - area), Measures.of(bored).volume(), 1e-9);
        assertEquals(48, bored.tag("mouth").size(), "the cutter's tag comes through");
        assertTrue(Measures.of(r.mesh()).volume() < Measures.of(bored).volume() - 10, "both rims are rounded");
        assertTrue(DocumentFile.toText(d).contains("edges: made step 2"));
    }

    @Test
    void theListOfStepsIsThatOfTheSteps() throws IOException {
        Path file = DOCS.resolve("steps.md");
        String text = StepReference.text();
        if (Boolean.getBoolean("modest.write")) Files.writeString(file, text);
        assertEquals(text, Files.readString(file).replace("\r\n", "\n"));
    }
}
