package org.modeststack.steps.pick;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;

/**
 * What the things are called that a pick speaks of, and the meshes by which it knows them. Who knows no more than the steps
 * leaves the rest out.
 */
public interface PickNames {
    /** The step whose elements a tag holds, in words such as "step 3". */
    String madeBy(String tag);

    /** The mesh that the pick is asked of; null where it is not known, or looking at it would take long. */
    default @Nullable Mesh mesh() {
        return null;
    }

    /** The name of a body, null if there is none of that id. */
    default @Nullable String body(String id) {
        return null;
    }

    /** What a body has come to, null if it is not known. */
    default @Nullable Mesh meshOf(String body) {
        return null;
    }

    /** How many copies its steps make of one thing; 1 where that cannot be said. */
    default int copies(String body) {
        return 1;
    }
}
