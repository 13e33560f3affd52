package org.modeststack.mesh.fault;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/**
 * One kind of fault of a mesh.
 *
 * @param count how many there are; of shells the shells, though their faces are the elements
 * @param elements where they are: vertices, edges or faces, rising
 * @param detail how bad it is, as the end of a sentence, such as "in 3 loops"; may be empty
 * @param measure what the detail measures, in mm; the distance that would mend it where it is one of distance; 0 for none
 */
public record FoundFault(FaultKind kind, int count, int[] elements, String detail, double measure) {
    /**
     * How many of what, and how bad.
     *
     * @param number the count as it is to be written
     */
    public String inWords(String number) {
        return number + " " + kind.named(count) + (detail.isEmpty() ? "" : ", " + detail);
    }

    /** The place of one of them, mm. */
    public Vec3 place(Mesh mesh, int i) {
        int e = elements[i];
        return switch (kind.element()) {
            case VERTEX -> mesh.point(e);
            case EDGE ->
                mesh.point(mesh.adjacency().edgeLow(e))
                        .plus(mesh.point(mesh.adjacency().edgeHigh(e)))
                        .times(0.5);
            case FACE -> FaceFrames.of(mesh).middle(e);
        };
    }

    public Selection selection() {
        BitSet set = new BitSet();
        for (int e : elements) set.set(e);
        return new Selection(kind.element(), set);
    }
}
