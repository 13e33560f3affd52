package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.demo.HeldEdges;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.FormerWords;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.tidy.Tidy;

/**
 * Documents of the ninth version are read as what they were. The two samples were saved by that version; so was the list
 * of all its words, made from its schema.
 */
class NinthVersionTest {
    /** Values that steps have been given since. */
    private static final Map<String, Set<String>> LATER = Map.of(
            "tidy-rim",
            Set.of("graded"),
            "boolean",
            Set.of("followBends"),
            "take-out-idle-vertices",
            Set.of("looseOnly"));

    private static byte[] bytes(String file) throws IOException {
        try (InputStream in = NinthVersionTest.class.getResourceAsStream("/documents/" + file)) {
            return in.readAllBytes();
        }
    }

    private static Document document(String file) throws IOException {
        DocumentFile.Loaded loaded = DocumentFile.parse(bytes(file), file);
        assertEquals(List.of(), loaded.remarks());
        assertEquals(9, loaded.version());
        return loaded.document();
    }

    @Test
    void theSamplesAreWhatTheyWere() throws Exception {
        assertEquals(asItWas(SkerryLight.document()), document("lamp-9.mstack"));
        assertEquals(asItWas(HeldEdges.document()), document("held-edges-9.mstack"));
    }

    /** With what was added later at what it meant before. */
    private static Document asItWas(Document d) throws StepException {
        Document out = d;
        for (Body b : d.bodies())
            for (Entry e : b.entries()) {
                if (e.step() instanceof Tidy) out = Edits.setValue(out, b.id(), e.id(), "graded", false);
                if (e.step() instanceof BooleanStep) out = Edits.setValue(out, b.id(), e.id(), "followBends", false);
            }
        return out;
    }

    /** Every step and value has one word now, and no word has been forgotten. */
    @Test
    void everyWordOfTheNinthVersionIsKnown() throws IOException {
        List<String> lines =
                new String(bytes("words-9.txt"), StandardCharsets.UTF_8).lines().toList();
        for (String line : lines) {
            String[] words = line.split(": ?", -1);
            String type = FormerWords.type(words[0]);
            StepDescriptor d = Steps.byType(type);
            assertNotNull(d, type);
            Set<String> now = new HashSet<>();
            for (String value : words[1].isEmpty() ? new String[0] : words[1].split(" "))
                now.add(FormerWords.values(type).getOrDefault(value, value));
            Set<String> all =
                    new HashSet<>(d.params().stream().map(ParamDescriptor::name).toList());
            all.removeAll(LATER.getOrDefault(type, Set.of()));
            assertEquals(all, now, type);
        }
    }
}
