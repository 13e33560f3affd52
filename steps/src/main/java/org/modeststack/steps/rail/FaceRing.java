package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.IntArrayList;

/** What becomes of the ring of vertices of a face that is put together. */
public final class FaceRing {
    private FaceRing() {}

    /** A ring without vertices that are there twice, one behind the other. */
    public static IntArrayList withoutRepeats(IntArrayList ring) {
        IntArrayList once = new IntArrayList(ring.size());
        for (int v : ring) if (once.isEmpty() || once.getInt(once.size() - 1) != v) once.add(v);
        while (once.size() > 1 && once.getInt(0) == once.getInt(once.size() - 1)) once.removeInt(once.size() - 1);
        return once;
    }
}
