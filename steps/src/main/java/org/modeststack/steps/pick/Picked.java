package org.modeststack.steps.pick;

import java.util.List;
import org.modeststack.mesh.select.Selection;

/**
 * What a pick comes to on a mesh.
 *
 * @param wanted how many elements were picked by hand
 * @param found how many of them had lost their key and were found again by position
 * @param lost how many are gone
 * @param ghosts those picked by hand of which nothing is left, as they were
 */
public record Picked(Selection selection, int wanted, int found, int lost, List<Anchor> ghosts) {
    public Picked {
        ghosts = List.copyOf(ghosts);
    }

    /** Of which nothing was lost. */
    static Picked of(Selection selection, int wanted) {
        return new Picked(selection, wanted, 0, 0, List.of());
    }
}
