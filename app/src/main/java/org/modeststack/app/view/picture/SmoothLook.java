package org.modeststack.app.view.picture;

import java.lang.ref.WeakReference;
import java.util.Map;
import java.util.WeakHashMap;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.smooth.SmoothSurface;

/**
 * What a mesh would be if it were smoothed by subdivision, its creases kept: only looked at, no step. Kept with the mesh. While
 * vertices of a cage are dragged its look follows that of the mesh before.
 *
 * @param surface null where the mesh is too large to be smoothed for this
 * @param levels how often it was subdivided
 */
record SmoothLook(Mesh cage, SmoothSurface surface, int levels) implements Memory.Counted {
    private static final int MOST_LEVELS = 4;
    /** So many faces can be drawn anew while something is dragged. */
    private static final double MOST_FACES = 100_000;

    /** The last look for each way in which faces hang together; it lives as long as its mesh is shown. */
    private static final Map<Adjacency, WeakReference<SmoothLook>> LAST = new WeakHashMap<>();

    static SmoothLook of(Mesh cage) {
        return cage.derived(SmoothLook.class, SmoothLook::make);
    }

    private static SmoothLook make(Mesh cage) {
        int levels = MOST_LEVELS;
        while (levels > 1 && cage.cornerCount() * Math.pow(4, levels - 1) > MOST_FACES) levels--;
        if (cage.isEmpty() || cage.faceCount() > ViewState.MOST_SMOOTHED_FACES) return new SmoothLook(cage, null, 0);
        SmoothLook before;
        synchronized (LAST) {
            WeakReference<SmoothLook> known = LAST.get(cage.adjacency());
            before = known == null ? null : known.get();
        }
        boolean follows = before != null && before.surface != null && before.surface.fits(cage);
        SmoothSurface surface = follows ? before.surface.movedTo(cage) : SmoothSurface.of(cage, levels);
        SmoothLook look = new SmoothLook(cage, surface, levels);
        synchronized (LAST) {
            LAST.put(cage.adjacency(), new WeakReference<>(look));
        }
        return look;
    }

    /** The mesh itself where it is too large. */
    Mesh smooth() {
        return surface == null ? cage : surface.mesh();
    }

    /** The face of the cage that a face of the smooth mesh is a part of: parts follow one another as its corners do. */
    int cageFace(int face) {
        return levels == 0 ? face : cage.adjacency().cornerFace()[face >> 2 * (levels - 1)];
    }

    @Override
    public void count(Memory memory) {
        if (surface != null) memory.add(surface);
    }
}
