package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.stack.DocumentTest.randomEdit;
import static org.modeststack.stack.DocumentTest.reopened;
import static org.modeststack.stack.DocumentTest.twoBoxes;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentException;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.StepException;

/** What must hold of {@link DocumentTest}'s subject for whatever is drawn at random. */
class DocumentPropertiesTest {

    @Property(tries = 60)
    void anySequenceOfEditsUndoneGivesBackTheSameDocument(
            @ForAll int seed, @ForAll @IntRange(min = 1, max = 30) int length) throws StepException {
        Random random = new Random(seed);
        Document first = twoBoxes();
        History history = new History(first);
        List<Document> all = new ArrayList<>(List.of(first));
        for (int i = 0; i < length; i++) {
            Document next = randomEdit(history.current(), random);
            if (next.equals(history.current())) continue;
            history.push(next, "edit", null);
            all.add(next);
        }
        for (int i = all.size() - 2; i >= 0; i--) assertSame(all.get(i), history.undo());
        assertFalse(history.canUndo());
        for (int i = 1; i < all.size(); i++) assertSame(all.get(i), history.redo());
        assertFalse(history.canRedo());
    }

    @Property(tries = 60)
    void anySavedDocumentReopensEqual(@ForAll int seed, @ForAll @IntRange(min = 1, max = 25) int length)
            throws StepException, DocumentException {
        Random random = new Random(seed);
        Document d = twoBoxes();
        for (int i = 0; i < length; i++) d = randomEdit(d, random);
        Document again = reopened(d);
        assertEquals(DocumentFile.toText(d), DocumentFile.toText(again));
        for (Body b : d.bodies()) {
            Mesh then = new Evaluator().evaluate(d, b.id(), Progress.NONE).mesh();
            assertTrue(then.sameAs(
                    new Evaluator().evaluate(again, b.id(), Progress.NONE).mesh()));
        }
    }

    /** A hundred damaged copies: each opens or says in one line what is wrong. */
    @Property(tries = 100)
    void damagedFilesSaySo(@ForAll int seed) {
        byte[] bytes = DocumentFile.toText(SkerryLight.document()).getBytes(StandardCharsets.UTF_8);
        Random random = new Random(seed);
        byte[] damaged = switch (random.nextInt(4)) {
            case 0 -> Arrays.copyOf(bytes, random.nextInt(bytes.length));
            case 1 -> {
                for (int i = 0; i < 20; i++) bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
                yield bytes;
            }
            case 2 -> new String(bytes, StandardCharsets.UTF_8).getBytes(StandardCharsets.UTF_16);
            default ->
                new String(bytes, StandardCharsets.UTF_8)
                        .replaceFirst("\"(diameter|count|sides|id)\" : [0-9.]+", "\"$1\" : -1e308")
                        .getBytes(StandardCharsets.UTF_8);
        };
        try {
            DocumentFile.parse(damaged, "x.mstack");
        } catch (DocumentException e) {
            assertTrue(e.getMessage().startsWith("x.mstack"), e.getMessage());
            assertFalse(e.getMessage().contains("\n"));
        }
    }
}
