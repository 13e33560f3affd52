package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.app.SnapTest.HEIGHT;
import static org.modeststack.app.SnapTest.WIDTH;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.search.Ray;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What must hold of {@link SnapTest}'s subject for whatever is drawn at random. */
class SnapPropertiesTest {

    @Property(tries = 100)
    void aRayGoesThroughWhatItsPixelShows(@ForAll long seed) {
        Random r = new Random(seed);
        Camera c = new Camera(
                new Vec3(r.nextGaussian() * 50, r.nextGaussian() * 50, r.nextGaussian() * 50),
                360 * r.nextDouble(),
                180 * r.nextDouble() - 90,
                10 + 500 * r.nextDouble(),
                r.nextBoolean());
        double x = WIDTH * r.nextDouble(), y = HEIGHT * r.nextDouble();
        Ray ray = c.ray(x, y, WIDTH, HEIGHT);
        assertEquals(1, ray.way().length(), 1e-12);
        double far = ray.from().minus(c.eye()).length() + c.distance() * (0.2 + r.nextDouble());
        Vec3 back = c.project(ray.at(far), WIDTH, HEIGHT);
        assertEquals(x, back.x(), 1e-5);
        assertEquals(y, back.y(), 1e-5);
    }

    @Property(tries = 100)
    void whatStepsCarryIsCarriedBack(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Vec3 some = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        Document d = Edits.addBody(Document.EMPTY, "B", Material.DEFAULT, new Box(1, 1, 1, 1, 1, 1, Seat.CENTRED));
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new Turn(Axis.X, 360 * r.nextDouble(), some));
        d = Edits.addStep(d, id, 2, new Scale(new Vec3(2, -1.5, 0.5), some));
        d = Edits.addStep(d, id, 3, new Move(some.times(10)));
        Body b = d.body(id);
        for (int from = 1; from <= 4; from++) {
            Affine c = WholePlacement.over(b, from), back = WholePlacement.back(c);
            Vec3 p = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
            assertEquals(0, back.point(c.point(p)).minus(p).length(), 1e-9);
        }
        Vec3 p = new Vec3(1, 2, 3), q = p;
        for (var e : b.entries().subList(1, 4)) q = e.step().carry(q);
        assertEquals(0, WholePlacement.over(b, 1).point(p).minus(q).length(), 1e-9);
    }
}
