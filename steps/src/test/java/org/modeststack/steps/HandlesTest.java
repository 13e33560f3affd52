package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.part.Axes;
import org.modeststack.steps.part.Fade;
import org.modeststack.steps.part.MovePicked;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Grid;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;

/** Dragging a handle by a distance must bring its place along by that distance. */
class HandlesTest {
    static Stream<Step> steps() {
        return Stream.of(Seat.values())
                .flatMap(seat -> Stream.of(
                        new Box(10, 20, 30, 1, 1, 1, seat),
                        new Cylinder(12, 8, 16, 1, 0, seat),
                        new Cone(12, 5, 9, 16, 1, seat),
                        new Cone(12, 0, 9, 16, 1, seat),
                        new UvSphere(14, 12, 6, seat),
                        new Torus(30, 6, 16, 8, seat),
                        new Tube(20, 3, 7, 16, 1, seat),
                        new Prism(12, 9, 6, 1, seat),
                        new Grid(14, 9, 2, 2),
                        new RowArray(4, new Vec3(0, 30, 0), RowArray.Spacing.EACH, 0),
                        new RowArray(4, new Vec3(0, 90, 0), RowArray.Spacing.TOTAL, 0),
                        new Mirror(Axis.X, 5, true, 0.001),
                        new Move(new Vec3(1, 2, 3)),
                        new MovePicked(PartFixtures.TOP, new Vec3(1, 2, 3), Axes.BODY, 0, Fade.SMOOTH),
                        new Extrude(PartFixtures.TOP, 5, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false),
                        new Extrude(PartFixtures.TOP, -2, Extrude.Direction.GIVEN, new Vec3(1, 0, 1), 0, 1, false),
                        new Inset(PartFixtures.TOP, 1, 2, Inset.Frames.EACH, true),
                        new Inset(PartFixtures.TOP, -1, -2, Inset.Frames.TOGETHER, true)));
    }

    static Stream<Step> sources() {
        return steps().filter(Step::isSource);
    }

    private static Object moved(Object value, Handle h, double mm) {
        double change = mm * h.rate();
        if (value instanceof Vec3 v && h.axis() == Handle.WHOLE)
            return v.plus(h.along().times(change));
        if (value instanceof Vec3 v) {
            return v.plus(new Vec3(h.axis() == 0 ? change : 0, h.axis() == 1 ? change : 0, h.axis() == 2 ? change : 0));
        }
        return ((Number) value).doubleValue() + change;
    }

    @ParameterizedTest
    @MethodSource("steps")
    void aHandleFollowsWhatIsDragged(Step step) {
        Mesh in = step.isSource() ? Mesh.EMPTY : MeshFixtures.box(0, 0, 0, 4, 6, 8);
        StepDescriptor d = StepDescriptor.of(step);
        List<Handle> handles = step.handles(in);
        assertFalse(handles.isEmpty());
        for (int i = 0; i < handles.size(); i++) {
            Handle h = handles.get(i);
            ParamDescriptor p = d.param(h.param());
            assertNotNull(p, h.param());
            double mm = 0.5;
            Step next = d.with(step, p.name(), moved(d.value(step, p), h, mm));
            Handle then = next.handles(in).get(i);
            double along = then.at().minus(h.at()).dot(h.along());
            assertEquals(mm, along, 1e-9, h.param() + " of " + d.type());
        }
    }

    @ParameterizedTest
    @MethodSource("sources")
    void handlesOfSourcesLieOnTheirBounds(Step step) throws StepException {
        Mesh m = TestContext.run(step);
        double slack = 0.2 * m.bounds().diagonal() + 1e-9;
        for (Handle h : step.handles(Mesh.EMPTY)) {
            Vec3 c = m.bounds().center(), s = m.bounds().size().times(0.5), a = h.at();
            assertTrue(Math.abs(a.x() - c.x()) <= s.x() + slack, h.toString());
            assertTrue(Math.abs(a.y() - c.y()) <= s.y() + slack, h.toString());
            assertTrue(Math.abs(a.z() - c.z()) <= s.z() + 1e-9, h.toString());
        }
    }

    @Test
    void theCenteredAndTheStandingHeightBothReachTheTop() throws StepException {
        for (Seat seat : Seat.values()) {
            Cylinder c = new Cylinder(12, 8, 16, 1, 0, seat);
            Handle height = c.handles(Mesh.EMPTY).getLast();
            assertEquals("height", height.param());
            assertEquals(TestContext.run(c).bounds().maxZ(), height.at().z());
        }
    }

    /** Where a step takes a point it must take the mesh's vertices too. */
    @ParameterizedTest
    @MethodSource("movers")
    void pointsAreCarriedLikeVertices(Step step) throws StepException {
        Mesh in = MeshFixtures.box(1, 2, 3, 4, 6, 8), out = TestContext.run(step, in);
        for (int v = 0; v < in.vertexCount(); v++) {
            assertEquals(0, step.carry(in.point(v)).minus(out.point(v)).length(), 1e-12);
        }
    }

    static Stream<Step> movers() {
        return Stream.of(
                new Move(new Vec3(5, -7, 0.25)),
                new Turn(Axis.X, 33, new Vec3(1, 2, 3)),
                new Turn(Axis.Z, 90, Vec3.ZERO),
                new Scale(new Vec3(2, 0.5, 3), new Vec3(0, 1, 0)),
                new Scale(new Vec3(-1, 1, 1), Vec3.ZERO));
    }
}
