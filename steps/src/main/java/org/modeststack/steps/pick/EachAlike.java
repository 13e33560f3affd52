package org.modeststack.steps.pick;

import org.modeststack.steps.Step;

/**
 * A step that does the same to each of several copies, wherever they lie: it goes by what a mesh is, not by where it is. Where
 * copies share a mesh it is carried out once for that, and they go on sharing what comes of it.
 */
public interface EachAlike extends Step {
    /** Whether that is so with its present values: not where it picks by hand, by direction or by place. */
    default boolean isEachAlike() {
        return Pick.in(this).stream().noneMatch(Pick::goesByPlace);
    }
}
