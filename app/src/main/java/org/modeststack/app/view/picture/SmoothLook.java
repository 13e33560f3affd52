package org.modeststack.app.view.picture;

import java.util.Map;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.smooth.Subdivide;

/**
 * What a mesh would be if it were smoothed by subdivision, its creases kept: only looked at, no step. Kept with the mesh.
 *
 * @param smooth the same mesh where it is too large to be smoothed for this
 * @param levels how often it was subdivided
 */
record SmoothLook(Mesh cage, Mesh smooth, int levels) implements Memory.Counted {
    private static final int MOST_LEVELS = 4;
    /** So many faces can be drawn anew while something is dragged. */
    private static final double MOST_FACES = 100_000;

    static SmoothLook of(Mesh cage) {
        return cage.derived(SmoothLook.class, SmoothLook::make);
    }

    private static SmoothLook make(Mesh cage) {
        int levels = MOST_LEVELS;
        while (levels > 1 && cage.cornerCount() * Math.pow(4, levels - 1) > MOST_FACES) levels--;
        if (cage.isEmpty() || cage.faceCount() > ViewState.MOST_SMOOTHED_FACES) return new SmoothLook(cage, cage, 0);
        try {
            return new SmoothLook(cage, new Subdivide(levels).apply(cage, new LoneContext(Map.of())), levels);
        } catch (StepException e) {
            throw new IllegalStateException("of so few faces each mesh can be smoothed", e);
        }
    }

    /** The face of the cage that a face of the smooth mesh is a part of: parts follow one another as its corners do. */
    int cageFace(int face) {
        return levels == 0 ? face : cage.adjacency().cornerFace()[face >> 2 * (levels - 1)];
    }

    @Override
    public void count(Memory memory) {
        memory.add(smooth);
    }
}
