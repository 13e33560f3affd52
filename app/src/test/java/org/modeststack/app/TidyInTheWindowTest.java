package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.scene.Node;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.stack.Body;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.tidy.Tidy;

/** A rim is tidied where it was cut, and its reach is dragged. */
@Timeout(60)
class TidyInTheWindowTest extends WindowDriver {
    @Test
    void theRimOfTheCutAboveIsTidiedAndDragged() throws Exception {
        open("Cover flange", 4);
        Body before = body("Cover flange");
        command("Tidy rim");
        Body after = body("Cover flange");
        assertEquals(before.entries().size() + 1, after.entries().size());
        Tidy added = assertInstanceOf(Tidy.class, after.entries().get(4).step(), "behind the open cut");
        Rule made = new Rule.Made(StepContext.madeTag(after.entries().get(3).seed()));
        assertEquals(Pick.of(ElementKind.EDGE, made), added.rim());
        Mesh first = shown();
        assertTrue(Closure.of(first).isClosed());
        List<Node> dots = shownNodes("handle-number");
        assertEquals(1, dots.size(), "the reach");
        drag(dots.getFirst(), 12, -12);
        Tidy dragged = (Tidy) body("Cover flange").entries().get(4).step();
        assertTrue(dragged.reach() != added.reach(), "the reach follows the handle");
        assertFalse(first.sameAs(shown()), "and so does the mesh");
        assertTrue(Closure.of(shown()).isClosed());
    }
}
