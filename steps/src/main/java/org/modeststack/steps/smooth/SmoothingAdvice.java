package org.modeststack.steps.smooth;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.mend.Cures;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.mend.OuterFaces;
import org.modeststack.steps.mend.PartSurfaces;
import org.modeststack.steps.pick.Pick;

/**
 * What of a mesh would spoil its smooth surface, said before it does, each with the step that cures it when it stands before
 * the smoothing. Finding it costs about as much as making the mesh, and much less than smoothing it.
 */
public final class SmoothingAdvice {
    private static final String WILL_PINCH = "straight or hollow corners, and the smooth surface may pinch there.";
    private static final String STAYS_SHARP = "more than two faces, so the surface stays sharp there.";
    private static final String AT_WALLS = "more than two faces, at walls inside, so the surface stays sharp there.";
    private static final String PARTS = ": the smooth surface will part there.";
    private static final String TWICE = ": the smooth surface will be there twice too.";
    private static final String UNEVEN = "coarse beside small ones, and the smooth surface will be uneven there.";
    private static final String LEFT = ": there is nothing to smooth.";

    private static final int MOST_SIDES = 4;

    private SmoothingAdvice() {}

    /**
     * The step that cures what a remark tells of, to be put before the smoothing; null for other remarks.
     *
     * @param in the mesh that is smoothed
     */
    public static @Nullable Step cure(Remark remark, Mesh in) {
        String said = remark.text();
        if (said.endsWith(WILL_PINCH))
            return new DivideFaces(Pick.all(ElementKind.FACE), MOST_SIDES, DivideFaces.Into.QUADS);
        if (said.endsWith(AT_WALLS)) return new OuterFaces(true, false);
        if (said.endsWith(STAYS_SHARP)) return new PartSurfaces();
        FaultKind kind = said.endsWith(PARTS)
                ? FaultKind.NEAR
                : said.endsWith(TWICE) ? FaultKind.DOUBLED : said.endsWith(LEFT) ? FaultKind.LOOSE : null;
        FoundFault found = kind == null ? null : Faults.quick(in).of(kind);
        return found == null ? null : Cures.of(found);
    }

    /**
     * @param in the mesh that goes into the smoothing, so that what is found is there when its cure is asked for
     * @param faces what is smoothed, or null for all
     */
    static List<Remark> of(Mesh in, @Nullable BitSet faces, Scheme scheme) {
        List<Remark> out = new ArrayList<>();
        branching(in, faces, out);
        if (scheme == Scheme.LINEAR) return out;
        // By triangles no face keeps more than three sides.
        if (scheme != Scheme.LOOP) pinching(in, faces, out);
        if (faces != null) return out;
        Faults quick = Faults.quick(in);
        say(in, quick.of(FaultKind.NEAR), Remark.Level.REMARK, PARTS, out);
        say(in, quick.of(FaultKind.DOUBLED), Remark.Level.REMARK, TWICE, out);
        say(in, quick.of(FaultKind.LOOSE), Remark.Level.NOTE, LEFT, out);
        UnevenRound.Found uneven = UnevenRound.in(in);
        if (uneven.matters())
            out.add(new Remark(
                    Remark.Level.NOTE, uneven.count() + " faces of a round surface are " + UNEVEN, uneven.place()));
        return out;
    }

    /** Whether a remark tells that a round body is too coarse for what was made of a cut in it. */
    public static boolean tellsOfUneven(Remark remark) {
        return remark.text().endsWith(UNEVEN);
    }

    private static void say(Mesh in, @Nullable FoundFault found, Remark.Level level, String what, List<Remark> out) {
        if (found == null) return;
        String count = found.count() + " " + found.kind().named(found.count());
        out.add(new Remark(level, count + what, found.place(in, 0)));
    }

    private static void pinching(Mesh in, @Nullable BitSet faces, List<Remark> out) {
        ManySided pinching = ManySided.in(in, faces);
        if (pinching.count() == 0) return;
        String named = pinching.count() == 1
                ? "1 face of more than four sides has "
                : pinching.count() + " faces of more than four sides have ";
        out.add(new Remark(Remark.Level.NOTE, named + WILL_PINCH, pinching.place()));
    }

    private static void branching(Mesh in, @Nullable BitSet faces, List<Remark> out) {
        Adjacency adj = in.adjacency();
        int count = 0;
        Vec3 place = null;
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) <= 2) continue;
            if (faces != null && !faces.get(adj.cornerFace()[adj.edgeCorner(e, 0)])) continue;
            if (count++ == 0) place = in.point(adj.edgeLow(e));
        }
        if (count == 0) return;
        // Most come of walls that were left where solids were put together; the others of surfaces that touch.
        boolean walls = Faults.all(in).count(FaultKind.INSIDE) > 0;
        String named = count == 1 ? "1 edge has " : count + " edges have ";
        out.add(new Remark(Remark.Level.REMARK, named + (walls ? AT_WALLS : STAYS_SHARP), place));
    }
}
