package org.modeststack.steps.rail;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;

/** Puts strips between rails that have been cut into a mesh, and closes the corners where strips meet. */
public interface StripBuilder {
    /**
     * Where a face comes from.
     *
     * @param band the strip it is in; null for a corner
     * @param face of the strip, counted along it and then across; {@link Band#divided} says which become
     *     triangles; −1 where that is no help
     * @param from the station where it begins, and the one where it ends
     */
    record Origin(@Nullable Band band, int face, Station from, Station to) {}

    void add(NetPart part, RailLines rails);

    Mesh build();

    /** Whether a face of a strip looks as it should, apart from what it meets. */
    default boolean isSound(Mesh out, int face) {
        return true;
    }

    /** Null for a face that is in no strip and no corner. */
    @Nullable
    Origin origin(int face);
}
