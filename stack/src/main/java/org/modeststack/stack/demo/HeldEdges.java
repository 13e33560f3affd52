package org.modeststack.stack.demo;

import java.util.Objects;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.profile.Shape;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/**
 * A sample of how edges are held sharp under smoothing: one block by a bevel with creases, by a bevel alone, by loops beside its
 * edges and by loops at their ends too; and one that is cut before it is smoothed and one after, each with the rim of its cut rounded.
 */
public final class HeldEdges {
    /** How wide the blocks are, and how far from their edges something holds these, mm. */
    public static final double SIZE = 40, WIDTH = 3;

    private static final double APART = 60;
    /** Loops keep a little away from where edges end. */
    private static final double NEARLY = 0.01;

    private final DemoBuilder in = new DemoBuilder();

    private HeldEdges() {}

    public static Document document() {
        HeldEdges made = new HeldEdges();
        made.bevelWithCreases();
        made.bevelAlone();
        made.loops("Loops beside it", 2, false);
        made.cutAndSmoothed();
        made.smoothedAndCut();
        made.loops("Loops at its ends too", 5, true);
        return made.in.document();
    }

    private void bevelWithCreases() {
        String body = block("Bevel and creases", 0);
        in.step(body, bevel(Pick.all(ElementKind.EDGE), WIDTH, 1));
        in.step(body, new Crease(Pick.of(ElementKind.EDGE, new Rule.Sharper(30)), 2));
        in.step(body, new Subdivide(3));
    }

    private void bevelAlone() {
        String body = block("Bevel alone", 1);
        in.step(body, bevel(Pick.all(ElementKind.EDGE), WIDTH, 1));
        in.step(body, new Subdivide(3));
    }

    /**
     * Loops on both sides of the edges along X, as they are cut for an edge that is to be held. Near the ends of these edges there
     * are none, so that the ends pull them in; with loops there too they are held straight, by twice as many loops.
     */
    private void loops(String name, int place, boolean atEnds) {
        String body = block(name, place);
        for (int axis = atEnds ? 0 : 1; axis < 3; axis++) {
            loop(body, axis, true);
            loop(body, axis, false);
        }
        in.step(body, new Subdivide(3));
    }

    /** A loop square to an axis, as far from the higher or the lower end of the block as something holds its edges. */
    private void loop(String body, int axis, boolean higher) {
        Mesh mesh = result(body);
        Adjacency adj = mesh.adjacency();
        int longest = -1;
        double most = 0;
        for (int e = 0; e < adj.edgeCount(); e++) {
            Vec3 way = mesh.point(adj.edgeHigh(e)).minus(mesh.point(adj.edgeLow(e)));
            double along = Math.abs(way.get(axis));
            if (along < way.length() - 1e-9 || along <= most) continue;
            most = along;
            longest = e;
        }
        double low = mesh.point(adj.edgeLow(longest)).get(axis),
                high = mesh.point(adj.edgeHigh(longest)).get(axis);
        double end = higher ? Math.max(low, high) : Math.min(low, high);
        double share = 1 - 2 * WIDTH / most;
        // Edges run from their lower vertex, or from the higher one where the ring comes from there.
        for (double slide : new double[] {share, -share}) {
            Step cut = new CutLoop(Pick.hand(mesh, Selection.of(ElementKind.EDGE, longest)), 1, 1, slide);
            Document before = in.document();
            in.step(body, cut);
            Mesh made = result(body);
            for (int v = 0; v < made.vertexCount(); v++)
                if (Math.abs(Math.abs(made.point(v).get(axis) - end) - WIDTH) < NEARLY) return;
            in.goBackTo(before);
        }
    }

    private Mesh result(String body) {
        return Objects.requireNonNull(
                        new Evaluator().evaluate(in.document(), Progress.NONE).get(body))
                .mesh();
    }

    private void cutAndSmoothed() {
        String body = block("Cut, then smoothed", 3);
        in.step(body, new Crease(Pick.of(ElementKind.EDGE, new Rule.Sharper(30)), 2));
        in.step(body, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore("Bore before", 3))));
        in.step(body, bevel(in.cut(body), 2, 2));
        in.step(body, new Subdivide(2));
    }

    private void smoothedAndCut() {
        String body = block("Smoothed, then cut", 4);
        in.step(body, new Crease(Pick.of(ElementKind.EDGE, new Rule.Sharper(30)), 2));
        in.step(body, new Subdivide(3));
        in.step(body, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore("Bore behind", 4))));
        in.step(body, bevel(in.cut(body), 2, 4));
    }

    private String bore(String name, int place) {
        String bore = in.body(name, Material.DEFAULT, new Cylinder(18, 3 * SIZE, 32, 1, 0, Seat.CENTRED));
        in.step(bore, new Move(new Vec3(place * APART, 0, SIZE / 2)));
        return bore;
    }

    private static Step bevel(Pick where, double width, int segments) {
        return DemoBuilder.bevel(where, width, segments, Shape.NUMBER);
    }

    private String block(String name, int place) {
        int across = place == 3 || place == 4 ? 3 : 1;
        String body = in.body(name, Material.DEFAULT, new Box(SIZE, SIZE, SIZE, across, across, across, Seat.STANDING));
        if (place > 0) in.step(body, new Move(new Vec3(place * APART, 0, 0)));
        return body;
    }
}
