package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.BitSet;
import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.validity.FaceOutlines;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.mesh.work.Work;

/**
 * Looks exactly at what was built: strips and the faces beside them must have an area and an outline that does not meet
 * itself, and strips must pass through nothing and cover nothing. A face of a strip with more than three sides is first
 * divided into triangles, since what is bent may have a shape as triangles that it does not have as one face; where that
 * does not help, its stations are in trouble.
 */
final class StripCheck {
    private final Mesh in;
    private final Mesh out;
    private final StripBuilder strips;
    private final Predicate<Station> isJudged;
    private final Trouble trouble;

    /**
     * @param in what was rounded
     * @param out and what came of it
     * @param isJudged whether what is at a station is all there
     * @param trouble receives what does not come out
     */
    StripCheck(Mesh in, Mesh out, StripBuilder strips, Predicate<Station> isJudged, Trouble trouble) {
        this.isJudged = isJudged;
        this.in = in;
        this.out = out;
        this.strips = strips;
        this.trouble = trouble;
        outlines();
        folds();
        SelfIntersections.findFaults(out, f -> strips.origin(f) != null, (f, g) -> {
            fault(f);
            fault(g);
        });
    }

    private void outlines() {
        BitSet onStrips = new BitSet(), near = new BitSet();
        for (int f = 0; f < out.faceCount(); f++) if (strips.origin(f) != null) eachVertex(f, onStrips);
        for (int f = 0; f < out.faceCount(); f++) if (hasAny(f, onStrips)) near.set(f);
        BitSet wrong = FaceOutlines.meetingThemselves(out, near::get);
        near.stream().filter(this::isUnsound).forEach(wrong::set);
        Long2IntOpenHashMap before = null;
        BitSet beside = new BitSet();
        for (int f = wrong.nextSetBit(0); f >= 0; f = wrong.nextSetBit(f + 1)) {
            if (strips.origin(f) != null) {
                fault(f);
                continue;
            }
            if (before == null) before = faces(in);
            if (!wasWrong(before.get(out.faceKeys()[f]))) eachVertex(f, beside);
        }
        beside.and(onStrips);
        beside(beside);
    }

    /**
     * Where rails cross in a plane the face between them is a bow, of which the triangles fold onto each other but for rounding: exactly
     * they only share a side.
     */
    private void folds() {
        FaceFrames frames = null;
        for (int f = 0; f < out.faceCount(); f++) {
            Work.checkpoint(f);
            if (!isDivided(strips.origin(f))) continue;
            if (frames == null) frames = FaceFrames.of(out);
            if (isFolded(f, frames)) fault(f);
        }
    }

    private static boolean isDivided(StripBuilder.@Nullable Origin origin) {
        return origin != null
                && origin.band() != null
                && origin.face() >= 0
                && origin.band().divided().get(origin.face());
    }

    private boolean isFolded(int face, FaceFrames frames) {
        Adjacency adj = out.adjacency();
        for (int c = out.offsets()[face]; c < out.offsets()[face + 1]; c++) {
            int twin = adj.twin(c);
            if (twin >= 0 && frames.cosine(face, adj.cornerFace()[twin]) < Validity.FOLD_COSINE) return true;
        }
        return false;
    }

    private boolean isUnsound(int f) {
        Work.checkpoint();
        return Health.isDegenerate(out, f) || strips.origin(f) != null && !strips.isSound(out, f);
    }

    private void eachVertex(int f, BitSet set) {
        Work.checkpoint();
        for (int c = out.offsets()[f]; c < out.offsets()[f + 1]; c++) set.set(out.corners()[c]);
    }

    private static Long2IntOpenHashMap faces(Mesh m) {
        Long2IntOpenHashMap faces = new Long2IntOpenHashMap(m.faceCount());
        faces.defaultReturnValue(-1);
        for (int f = 0; f < m.faceCount(); f++) {
            Work.checkpoint(f);
            faces.put(m.faceKeys()[f], f);
        }
        return faces;
    }

    /** What was wrong before strips were cut into it is not theirs to mend. */
    private boolean wasWrong(int face) {
        return face >= 0
                && (Health.isDegenerate(in, face)
                        || !FaceOutlines.meetingThemselves(in, f -> f == face).isEmpty());
    }

    /** Faces beside strips are wrong: the strips that touch vertices of theirs are in trouble. */
    private void beside(BitSet vertices) {
        for (int f = 0; f < out.faceCount() && !vertices.isEmpty(); f++) {
            StripBuilder.Origin origin = strips.origin(f);
            if (origin != null && isJudged(origin) && hasAny(f, vertices)) trouble(origin);
        }
    }

    private boolean hasAny(int f, BitSet vertices) {
        Work.checkpoint();
        for (int c = out.offsets()[f]; c < out.offsets()[f + 1]; c++) if (vertices.get(out.corners()[c])) return true;
        return false;
    }

    private void fault(int face) {
        StripBuilder.Origin origin = strips.origin(face);
        if (origin == null || !isJudged(origin)) return;
        Band band = origin.band();
        if (band == null || origin.face() < 0 || out.sides(face) == 3 || !trouble.divides(band, origin.face()))
            trouble(origin);
    }

    private boolean isJudged(StripBuilder.Origin origin) {
        return isJudged.test(origin.from()) && isJudged.test(origin.to());
    }

    private void trouble(StripBuilder.Origin origin) {
        trouble.at(List.of(origin.from(), origin.to()));
    }
}
