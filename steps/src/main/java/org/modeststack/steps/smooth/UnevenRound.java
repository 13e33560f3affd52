package org.modeststack.steps.smooth;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Workers;

/**
 * Coarse faces of a round surface beside small ones that lie flat on the same facet, as collars round a cut do. The small ones
 * keep the facet as it is when they are smoothed, the coarse ones round it off, and where both meet the smooth surface is
 * uneven: {@code bench/tidying smoothed} tells by how much, and what finer facets do about it. Linear in the edges.
 */
public final class UnevenRound {
    /** Facets that turn by less show hardly, radians; */
    private static final double SHOWN = Math.toRadians(6);

    /** what is made finer turns by less than this. */
    private static final double FINE = Math.toRadians(4);

    /** By more a surface is not round, but has an edge, radians. */
    private static final double EDGE = Math.toRadians(30);

    private static final double FLAT = Math.cos(Math.toRadians(1));

    /** A face is small beside another of so many times its area, */
    private static final double SMALLER = 3;

    /** and goes on like one of less than so many times; what is much smaller is a strip that rounds an edge. */
    private static final double ALIKE = 3;

    /** So few may be slivers that a cut left. */
    private static final int FEW = 2;

    private static final int MOST_LEVELS = 3;

    private final Mesh mesh;
    private final FaceFrames frames;
    private final double[] areas;

    private UnevenRound(Mesh mesh) {
        this.mesh = mesh;
        frames = FaceFrames.of(mesh);
        areas = new double[mesh.faceCount()];
        Workers.ranges(0, areas.length, (from, to) -> {
            for (int f = from; f < to; f++) areas[f] = Normals.area(mesh, f);
        });
    }

    /** @param place the middle of the first, mm */
    record Found(int count, @Nullable Vec3 place) {
        boolean matters() {
            return count > FEW;
        }
    }

    static Found in(Mesh mesh) {
        UnevenRound round = new UnevenRound(mesh);
        boolean[] uneven = new boolean[mesh.faceCount()];
        Workers.ranges(0, uneven.length, (from, to) -> {
            for (int f = from; f < to; f++) uneven[f] = round.isBesideSmall(f) && round.turn(f) >= SHOWN;
        });
        int count = 0;
        Vec3 place = null;
        for (int f = 0; f < uneven.length; f++) {
            if (!uneven[f]) continue;
            if (count++ == 0) place = round.frames.middle(f);
        }
        return new Found(count, place);
    }

    /** What a body is asked of each time its steps are shown; it is found out once. */
    private record Levels(int count) implements Memory.Counted {
        @Override
        public void count(Memory memory) {
            memory.addBytes(Integer.BYTES);
        }
    }

    /** By how many levels a body is to be subdivided so that its facets turn by little; 0 where they do. */
    public static int levels(Mesh body) {
        return body.derived(Levels.class, b -> new Levels(findLevels(b))).count;
    }

    private static int findLevels(Mesh body) {
        UnevenRound round = new UnevenRound(body);
        double turn = 0;
        for (int f = 0; f < body.faceCount(); f++) turn = Math.max(turn, round.turn(f));
        int levels = 0;
        for (; turn > (levels == 0 ? SHOWN : FINE) && levels < MOST_LEVELS; turn /= 2) levels++;
        return levels;
    }

    /** Whether so many sides are meant to be round, and turn by more than a little. */
    public static boolean isCoarse(int sides) {
        double turn = 2 * Math.PI / sides;
        return turn < EDGE && turn > SHOWN;
    }

    /** As many sides as turn by little, and have all corners of so many. */
    public static int sides(int before) {
        int sides = before;
        while (2 * Math.PI / sides > FINE) sides *= 2;
        return sides;
    }

    private boolean isBesideSmall(int f) {
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
            int g = beyond(c);
            if (g >= 0 && areas[g] * SMALLER < areas[f] && frames.cosine(f, g) > FLAT) return true;
        }
        return false;
    }

    /** By how much a face turns against the faces beside it on a round surface, radians; 0 where it is on none. */
    private double turn(int f) {
        double turn = 0;
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
            int g = beyond(c);
            if (g < 0 || areas[f] >= ALIKE * areas[g] || areas[g] >= ALIKE * areas[f]) continue;
            double angle = Math.acos(Math.max(-1, Math.min(1, frames.cosine(f, g))));
            if (angle < EDGE) turn = Math.max(turn, angle);
        }
        return turn;
    }

    /** The face over the edge that leaves from a corner; −1 where there is not just one that goes the same way round. */
    private int beyond(int corner) {
        int twin = mesh.adjacency().twin(corner);
        return twin < 0 ? -1 : mesh.adjacency().cornerFace()[twin];
    }
}
