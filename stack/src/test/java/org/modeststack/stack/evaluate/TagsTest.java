package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Tags through a stack: painted, used above the step that gives them, and carried by the steps between. */
class TagsTest extends OneBody {
    @BeforeEach
    void box() {
        start(new Box(10, 10, 10, 2, 2, 2, Seat.STANDING));
    }

    @Test
    void aTagCanBeUsedAboveTheStepThatGivesIt() {
        add(new Inset(pick("faces: tag \"lid\""), 1, 0, Inset.Frames.TOGETHER, true));
        assertEquals(24, mesh(1).faceCount(), "nobody gives the tag");
        add(new TagStep(pick("faces: facing 0 0 1 10"), "lid", 1));
        // A region of four faces in a frame of eight.
        assertEquals(24 + 8, mesh(1).faceCount());
        assertNull(mesh(1).tag("lid"), "it is there for the one step alone");
        assertEquals(12, mesh(2).tag("lid").size(), "where it is given, it is what it picks there");
        // What gives it changes: what uses it follows.
        d = Edits.setEnabled(d, a, List.of(d.body(a).entries().getLast().id()), false);
        assertEquals(24, mesh(1).faceCount());
    }

    @Test
    void aTagStepKeepsWhatItGives() {
        add(new TagStep(pick("faces: tag \"lid\"; and facing 0 0 1 10"), "lid", 1));
        add(new TagStep(pick("faces: facing 1 0 0 10"), "lid", 1));
        assertEquals(4, mesh(1).tag("lid").size());
        assertEquals(8, mesh(2).tag("lid").size());
    }

    @Test
    void aTagFromAboveIsTakenBeforeOneFromBelow() {
        add(new TagStep(pick("faces: facing 1 0 0 10"), "lid", 1));
        add(new Inset(pick("faces: tag \"lid\""), 1, 0, Inset.Frames.TOGETHER, true));
        Mesh before = mesh(2);
        add(new TagStep(pick("faces: facing 0 0 1 10"), "lid", 1));
        assertSame(before, mesh(2));
    }

    @Test
    void paintingChangesTheLastStepOrAddsOneAndGroupsThem() throws StepException {
        Pick top = pick("edges: facing 0 0 1 1"), sharp = pick("edges: sharper 30");
        for (double w : new double[] {0.2, 0.5, 0.7}) d = Edits.paintTag(d, a, top, "rim", w);
        assertEquals(2, d.body(a).entries().size(), "a drag is one step");
        d = Edits.paintTag(d, a, sharp, "rim", 0.3);
        d = Edits.paintTag(d, a, sharp, "rim", 0.4);
        Body b = d.body(a);
        assertEquals(3, b.entries().size());
        assertEquals("Weights of rim", b.entries().get(1).group());
        assertEquals("Weights of rim", b.entries().get(2).group());
        Document third = Edits.paintTag(d, a, pick("edges: all"), "rim", 0.1);
        assertEquals("Weights of rim", third.body(a).entries().getLast().group());
        Tag t = mesh(2).tag("rim");
        int strong = 0, weak = 0;
        for (int i = 0; i < t.size(); i++) {
            if (t.weight(i) == 0.7) strong++;
            else if (t.weight(i) == 0.4) weak++;
        }
        assertEquals(4, strong, "edges on top that are not sharp keep theirs");
        assertEquals(24, weak, "the later weight is the one that counts");
        d = Edits.paintTag(d, a, sharp, "rim", 0);
        assertEquals(4, mesh(2).tag("rim").size(), "0 takes out");
        d = Edits.paintTag(d, a, sharp, "seam", 1);
        assertEquals("", d.body(a).entries().getLast().group(), "another tag is another step");
    }

    /**
     * What each step leaves of a tag on what it does not touch, and that it gives no weight beyond what was there. The
     * step works on the top of a box; the tag is on all faces, edges or vertices of the bottom.
     */
    @ParameterizedTest
    @CsvSource({
        "extrude",
        "inset",
        "cut-path",
        "connect",
        "split",
        "dissolve",
        "delete",
        "move-picked",
        "turn-picked",
        "scale-picked",
        "flatten",
        "space-evenly",
        "loop-to-circle",
        "slide",
        "weld-picked",
        "mirror",
        "subdivide",
        "move",
        "turn",
        "place",
        "align",
        "weld",
        "row-array",
        "round-array"
    })
    void tagsAreCarriedThroughEveryStep(String type) throws StepException {
        var descriptor = Steps.byType(type);
        Step s = descriptor.createDefault();
        for (var p : descriptor.params())
            if (p.defaultValue() instanceof Pick k)
                s = descriptor.with(s, p.name(), pick(PickText.plural(k.kind()) + ": facing 0 0 1 1"));
        for (ElementKind kind : ElementKind.values()) {
            box();
            add(new TagStep(pick(PickText.plural(kind) + ": facing 0 0 -1 1"), "floor", 0.6));
            int before = mesh(1).tag("floor").size();
            add(s);
            Tag t = mesh(2).tag("floor");
            String what = type + " on " + kind;
            assertTrue(t != null && t.size() >= before, what);
            for (int i = 0; i < t.size(); i++) assertEquals(0.6, t.weight(i), 1e-9, what);
        }
    }

    @Test
    void aStepThatUsesNoLaterTagIsNotWorkedOutAgain() {
        add(new Inset(pick("faces: facing 0 0 1 10"), 1, 0, Inset.Frames.TOGETHER, true));
        Mesh before = mesh(1);
        add(new TagStep(pick("faces: all"), "all", 1));
        assertSame(before, mesh(1));
        add(new Inset(pick("faces: tag \"more\""), 1, 0, Inset.Frames.TOGETHER, true));
        Mesh none = mesh(3);
        add(new TagStep(pick("faces: facing 0 0 1 10"), "more", 1));
        assertNotSame(none, mesh(3));
    }
}
