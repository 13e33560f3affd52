package org.modeststack.steps.pick.reread;

import java.util.Arrays;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Affine;

/**
 * A mesh that was read from a file again after it had changed there, with the keys that its elements had: so picks know
 * what is still there. Vertices that lie where they did, once the mesh is brought back to where it was as a whole
 * ({@link WholeMotion}), are the same, and so are faces between them. Where a surface has been found again by its shape
 * ({@link PatchPairs}), what lies at about the same place of it is the same too. All else is new.
 *
 * @param faces how many of its faces are as they were
 * @param likeBefore how many others are taken for ones that were there
 * @param motion how it has moved as a whole
 */
public record Rereading(Mesh mesh, int faces, int likeBefore, Affine motion) {
    /** A motion by which less of what is known by another is known, as a share, is not among the best. */
    private static final double MUCH = 0.85;

    /**
     * In time linear in the meshes, but for the pairing of surfaces that have changed.
     *
     * @param before as it was read before
     * @param now as it has been read now
     */
    public static Rereading of(Mesh before, Mesh now) {
        if (before.isEmpty() || now.isEmpty()) return new Rereading(now, 0, 0, Affine.IDENTITY);
        VertexPlaces places =
                new VertexPlaces(now, WholeMotion.NEAR * before.bounds().diagonal());
        List<MotionMatch> all = WholeMotion.of(before, places).stream()
                .map(motion -> new MotionMatch(before, places, motion))
                .toList();
        for (MotionMatch m : all) m.match();
        int most = all.stream().mapToInt(MotionMatch::known).max().orElse(0);
        List<MotionMatch> best =
                all.stream().filter(o -> o.known() >= MUCH * most).toList();
        MotionMatch m = new MotionMatch(before, places, best.isEmpty() ? Affine.IDENTITY : best.getFirst().motion);
        m.agree(best, all);
        int known = (int) Arrays.stream(m.faces).filter(f -> f >= 0).count();
        int same = best.isEmpty() ? 0 : Math.min(known, best.getFirst().same);
        return new Rereading(m.named(), same, known - same, m.motion);
    }
}
