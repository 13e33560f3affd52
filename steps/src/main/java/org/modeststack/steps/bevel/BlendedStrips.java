package org.modeststack.steps.bevel;

import java.util.BitSet;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.round.StripTags;

/** Shades what a bevel has made as one with what is beside it. */
final class BlendedStrips {
    private BlendedStrips() {}

    /** With all edges of new faces shaded smooth, but for those round the ends of strips. */
    static Mesh of(Mesh m, String madeTag) {
        BitSet out = edges(m, madeTag);
        out.or(edges(m, madeTag + StripTags.CORNERS));
        out.andNot(edges(m, madeTag + StripTags.ENDS));
        return EdgeShading.shaded(m, out, EdgeShading.SMOOTH);
    }

    private static BitSet edges(Mesh m, String faces) {
        BitSet out = new BitSet();
        Tag t = m.tag(faces);
        for (int i = 0; t != null && i < t.size(); i++) {
            int f = (int) t.element(i);
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                out.set(m.adjacency().cornerEdge()[c]);
        }
        return out;
    }
}
