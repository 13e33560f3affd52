package org.modeststack.steps.bevel;

import java.util.BitSet;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;

/** Shades what a bevel has made as one with what is beside it. */
final class BlendedStrips {
    private BlendedStrips() {}

    /** With all edges of new faces shaded smooth. */
    static Mesh of(Mesh m, String madeTag) {
        BitSet out = new BitSet();
        for (String name : new String[] {madeTag, madeTag + ":corners"}) {
            Tag t = m.tag(name);
            if (t == null) continue;
            for (int i = 0; i < t.size(); i++) {
                int f = (int) t.element(i);
                for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                    out.set(m.adjacency().cornerEdge()[c]);
            }
        }
        return EdgeShading.shaded(m, out, EdgeShading.SMOOTH);
    }
}
