package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;

class SnapTest {
    static final int WIDTH = 800;
    static final int HEIGHT = 600;
    static final Camera ABOVE = Camera.DEFAULT.from(0, 90).at(Vec3.ZERO);

    /** One square of 100 mm at height 20. */
    static Mesh square() {
        MeshBuilder b = new MeshBuilder(4, 1);
        b.vertex(-50, -50, 20, 1);
        b.vertex(50, -50, 20, 2);
        b.vertex(50, 50, 20, 3);
        b.vertex(-50, 50, 20, 4);
        b.face(5, b.material(Material.DEFAULT.name()), 0, 1, 2, 3);
        return b.build();
    }

    static Snap at(Vec3 near, double dx, double dy) {
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
}
