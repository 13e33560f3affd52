package org.modeststack.steps.pick;

import org.modeststack.mesh.select.Selection;

/**
 * What a pick comes to on a mesh.
 *
 * @param wanted how many elements were picked by hand
 * @param found how many of them had lost their key and were found again by position
 * @param lost how many are gone
 */
public record Picked(Selection selection, int wanted, int found, int lost) {}
