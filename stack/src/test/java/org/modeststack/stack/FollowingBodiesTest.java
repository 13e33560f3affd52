package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Bodies that follow another: a change of it shows in all of them, until one is made independent. */
class FollowingBodiesTest {
    private final Evaluator evaluator = new Evaluator();
    private Document d;
    private String post;

    @BeforeEach
    void aPost() {
        d = Edits.addBody(Document.EMPTY, "Post", Material.DEFAULT, new Box(2, 2, 10, 1, 1, 1, Seat.STANDING));
        post = d.bodies().getFirst().id();
        d = Edits.addStep(d, post, 1, new Subdivide(1));
    }

    private Mesh mesh(String name) {
        return evaluator.evaluate(d, d.bodyNamed(name).id(), Progress.NONE).mesh();
    }

    private void widen() {
        long source = d.bodyOf(post).entries().getFirst().id();
        d = d.with(post, b -> b.with(source, e -> e.withStep(new Box(4, 2, 10, 1, 1, 1, Seat.STANDING))));
    }

    @Test
    void aChangeShowsInAll() {
        d = FollowingBodies.copy(d, post, new Vec3(20, 0, 0));
        d = FollowingBodies.mirrored(d, post, Axis.X);
        assertTrue(FollowingBodies.isFollowing(d.bodyNamed("Post following")));
        widen();
        double volume = Measures.of(mesh("Post")).volume();
        assertEquals(volume, Measures.of(mesh("Post following")).volume(), 1e-9);
        assertEquals(volume, Measures.of(mesh("Post mirrored")).volume(), 1e-9);
        assertEquals(20, mesh("Post following").bounds().center().x(), 1e-9);
    }

    @Test
    void anIndependentOneKeepsItsLookAndItsPlace() throws StepException {
        d = FollowingBodies.copy(d, post, new Vec3(20, 0, 0));
        Mesh before = mesh("Post following");
        String id = d.bodyNamed("Post following").id();
        d = FollowingBodies.independent(d, id);
        Body now = d.bodyOf(id);
        assertFalse(FollowingBodies.isFollowing(now));
        assertEquals(3, now.entries().size());
        assertTrue(now.entries().getLast().step() instanceof Move);
        assertEquals(2, d.bodies().size());
        assertEquals(d.bodyOf(post).entries().size() + 1, now.entries().size());
        Mesh after = mesh("Post following");
        assertEquals(before.bounds(), after.bounds());
        widen();
        assertEquals(before.bounds(), mesh("Post following").bounds());
        assertEquals(
                6,
                d.bodies().stream()
                                .flatMap(b -> b.entries().stream())
                                .map(Entry::id)
                                .distinct()
                                .count()
                        + 1);
    }

    @Test
    void whatFollowsNoneSaysSo() {
        StepException e = assertThrows(StepException.class, () -> FollowingBodies.independent(d, post));
        assertEquals("Post follows no other body.", e.getMessage());
    }
}
