package org.modeststack.steps.pick;

import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;

/** What the things are called that a pick speaks of, and the meshes by which it knows them. */
public interface PickNames {
    /** The step whose elements a tag holds, in words such as "step 3". */
    String madeBy(String tag);

    /** The mesh that the pick is asked of; null where it is not known, or looking at it would take long. */
    @Nullable
    Mesh mesh();

    /** The name of a body, null if there is none of that id. */
    @Nullable
    String body(String id);

    /** What a body has come to, null if it is not known. */
    @Nullable
    Mesh meshOf(String body);

    /** How many copies its steps make of one thing; 1 where that cannot be said. */
    int copies(String body);

    /** Steps alone. */
    static PickNames ofSteps(UnaryOperator<String> madeBy) {
        return new PickNames() {
            @Override
            public String madeBy(String tag) {
                return madeBy.apply(tag);
            }

            @Override
            public @Nullable Mesh mesh() {
                return null;
            }

            @Override
            public @Nullable String body(String id) {
                return null;
            }

            @Override
            public @Nullable Mesh meshOf(String body) {
                return null;
            }

            @Override
            public int copies(String body) {
                return 1;
            }
        };
    }
}
