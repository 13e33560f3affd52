package org.modeststack.steps.pick;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;

/**
 * How a mesh came about: the mesh before, and the step that made it of that. Noted at the mesh by whoever carries steps
 * out, so that picks can be followed through them. It holds no meshes: what is not kept elsewhere is worked out again
 * when it is asked for, which takes as long as the steps do and can be stopped ({@link org.modeststack.mesh.work.Work}).
 */
public interface Origin extends Memory.Counted {
    /** The mesh that the step was given. */
    Mesh before();

    /**
     * Carries the step out once more.
     *
     * @param marked a mesh like {@link #before} that has more tags
     * @return null where the step cannot do now what it did
     */
    @Nullable
    Mesh again(Mesh marked);

    /** Notes where a mesh comes from; what is noted first stays. */
    static void note(Mesh mesh, Origin origin) {
        mesh.derived(Noted.class, _ -> new Noted(origin));
    }

    /** Notes that a mesh has come about as another one has, of which it differs in its tags alone. */
    static void same(Mesh mesh, Mesh as) {
        Origin o = of(as);
        if (o != null) note(mesh, o);
    }

    /** Null where it is not known, as for a source or an imported mesh. */
    static @Nullable Origin of(Mesh mesh) {
        Noted n = mesh.known(Noted.class);
        return n == null ? null : n.origin;
    }

    /** Under one class, whatever implements it. */
    record Noted(Origin origin) implements Memory.Counted {
        @Override
        public void count(Memory memory) {
            memory.add(origin);
        }
    }
}
