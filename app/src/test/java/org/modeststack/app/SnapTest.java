package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Ray;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

class SnapTest {
    private static final int WIDTH = 800;
    private static final int HEIGHT = 600;
    private static final Camera ABOVE = Camera.DEFAULT.from(0, 90).at(Vec3.ZERO);

    /** One square of 100 mm at height 20. */
    private static Mesh square() {
        MeshBuilder b = new MeshBuilder(4, 1);
        b.vertex(-50, -50, 20, 1);
        b.vertex(50, -50, 20, 2);
        b.vertex(50, 50, 20, 3);
        b.vertex(-50, 50, 20, 4);
        b.face(5, b.material(Material.DEFAULT), 0, 1, 2, 3);
        return b.build();
    }

    private static Snap at(Vec3 near, double dx, double dy) {
        Vec3 p = ABOVE.project(near, WIDTH, HEIGHT);
        return Snap.under(List.of(new Snap.Target("a", square())), ABOVE, WIDTH, HEIGHT, p.x() + dx, p.y() + dy);
    }

    @ParameterizedTest
    @CsvSource({
        "50, 50, -3, 3, VERTEX, 50, 50",
        "50, 0, -4, 2, EDGE_MIDDLE, 50, 0",
        "0, 0, 5, 5, FACE_CENTRE, 0, 0",
        "50, 20, -3, 0, EDGE, 50, 20",
        "20, 20, 0, 0, SURFACE, 20, 20"
    })
    void whatIsNearestIsTaken(double x, double y, double dx, double dy, Snap.Kind kind, double toX, double toY) {
        Snap s = at(new Vec3(x, y, 20), dx, dy);
        assertEquals(kind, s.kind());
        assertEquals(toX, s.at().x(), 1e-6);
        assertEquals(toY, s.at().y(), 1e-6);
        assertEquals(20, s.at().z(), 1e-9, "on the surface and not on the screen");
        assertEquals(1, s.normal().z(), 1e-12);
        assertEquals("a", s.body());
    }

    @Test
    void besideAllBodiesIsTheGrid() {
        Camera c = Camera.DEFAULT.at(Vec3.ZERO);
        Vec3 p = c.project(new Vec3(83, -21, 0), WIDTH, HEIGHT);
        Snap s = Snap.under(List.of(), c, WIDTH, HEIGHT, p.x(), p.y());
        double g = c.gridSpacing(HEIGHT);
        assertEquals(Snap.Kind.GRID, s.kind());
        assertEquals(Math.rint(83 / g) * g, s.at().x(), 1e-9);
        assertEquals(Math.rint(-21 / g) * g, s.at().y(), 1e-9);
        assertNull(
                Snap.under(List.of(), c.from(0, -5), WIDTH, HEIGHT, p.x(), HEIGHT - 10),
                "from below one sees no ground here");
    }

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
        Document d = Edits.addBody(Document.EMPTY, "B", Material.DEFAULT, new Box(1, 1, 1, 1, 1, 1, Seat.CENTERED));
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new Turn(Axis.X, 360 * r.nextDouble(), some));
        d = Edits.addStep(d, id, 2, new Scale(new Vec3(2, -1.5, 0.5), some));
        d = Edits.addStep(d, id, 3, new Move(some.times(10)));
        Body b = d.body(id);
        for (int from = 1; from <= 4; from++) {
            Carried c = Carried.over(b, from), back = c.inverse();
            Vec3 p = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
            assertEquals(0, back.point(c.point(p)).minus(p).length(), 1e-9);
        }
        Vec3 p = new Vec3(1, 2, 3), q = p;
        for (var e : b.entries().subList(1, 4)) q = e.step().carry(q);
        assertEquals(0, Carried.over(b, 1).point(p).minus(q).length(), 1e-9);
    }
}
