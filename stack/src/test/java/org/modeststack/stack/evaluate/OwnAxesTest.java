package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Step;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

class OwnAxesTest {
    private static Vec3 size(Step source, Step... steps) {
        Document d = Edits.addBody(Document.EMPTY, "B", Material.DEFAULT, source);
        String id = d.bodies().getFirst().id();
        for (Step s : steps) d = Edits.addStep(d, id, d.bodyOf(id).entries().size(), s);
        Body b = d.bodyOf(id);
        BodyResult r = new Evaluator().evaluate(d, Progress.NONE).get(id);
        return OwnAxes.size(r.geometry(), OwnAxes.of(b));
    }

    private static void assertSize(double x, double y, double z, Vec3 size) {
        assertEquals(0, new Vec3(x, y, z).minus(size).length(), 1e-9, size.toString());
    }

    private static final Box BOX = new Box(10, 20, 30, 1, 1, 1, Seat.STANDING);

    @Property(tries = 100)
    void howeverItIsTurnedAndPutItIsAsLargeAsBefore(@ForAll long seed) {
        Random r = new Random(seed);
        Vec3 some = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        assertSize(
                10,
                20,
                30,
                size(
                        BOX,
                        new Turn(Axis.X, 360 * r.nextDouble(), some),
                        new Move(some),
                        new Place(Vec3.ZERO, new Vec3(0, 0, -1), some.times(9), some, true, 360 * r.nextDouble(), 3)));
        assertSize(
                20, 20, 20, size(new UvSphere(20, 32, 16, Seat.CENTRED), new Turn(Axis.Y, 360 * r.nextDouble(), some)));
    }

    @Test
    void whatIsStretchedKeepsItsAxesUntilItIsTurned() {
        Step twice = new Scale(new Vec3(2, 1, 1), Vec3.ZERO), turned = new Turn(Axis.Z, 30, Vec3.ZERO);
        assertSize(20, 20, 30, size(BOX, twice, turned));
        Vec3 sheared = size(BOX, turned, twice);
        assertTrue(sheared.x() > 30, "along the axes of the world: " + sheared);
    }

    @Test
    void quarterTurnsStayWithTheAxesOfTheWorld() {
        assertSize(20, 10, 30, size(BOX, new Turn(Axis.Z, 90, Vec3.ZERO)));
        for (double angle : List.of(0.0, 90.0, 180.0, 270.0)) assertTrue(OwnAxes.areLevel(turned(angle)));
        assertFalse(OwnAxes.areLevel(turned(1)));
    }

    private static Affine turned(double angle) {
        return WholePlacement.of(new Turn(Axis.Z, angle, Vec3.ZERO));
    }
}
