package org.modeststack.steps.rail;

import java.util.function.IntToDoubleFunction;
import java.util.function.IntUnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * How wide strips are to be.
 *
 * @param ofEdge for each edge, mm along the surface; stations are chosen by it
 * @param taper for each vertex what the width is multiplied by there, above 0; 1 for strips that do not taper
 * @param alongEdges whether the width is measured along the sharp edges that leave the rounded ones, not square to these
 * @param radius for each edge that of a ball that touches the surfaces on both sides of it, mm, where strips are to follow
 *     that; the width is then what it is between planes. Null for strips of the width itself
 */
public record StripWidths(
        IntToDoubleFunction ofEdge,
        IntToDoubleFunction taper,
        boolean alongEdges,
        @Nullable IntToDoubleFunction radius) {
    /** Strips of these widths, square to the edges, that do not taper. */
    public static StripWidths of(IntToDoubleFunction ofEdge) {
        return new StripWidths(ofEdge, _ -> 1, false, null);
    }

    /** The same many times as wide. */
    public StripWidths times(double factor) {
        IntToDoubleFunction of = ofEdge, ball = radius;
        return new StripWidths(
                e -> factor * of.applyAsDouble(e),
                taper,
                alongEdges,
                ball == null ? null : e -> factor * ball.applyAsDouble(e));
    }

    /**
     * The same for edges and vertices with other numbers.
     *
     * @param edge for each edge its number here
     * @param taper for each vertex, by its other number
     */
    public StripWidths of(IntUnaryOperator edge, IntToDoubleFunction taper) {
        IntToDoubleFunction of = ofEdge, ball = radius;
        return new StripWidths(
                e -> of.applyAsDouble(edge.applyAsInt(e)),
                taper,
                alongEdges,
                ball == null ? null : e -> ball.applyAsDouble(edge.applyAsInt(e)));
    }

    public StripWidths tapering(IntToDoubleFunction taper) {
        return new StripWidths(ofEdge, taper, alongEdges, radius);
    }

    public StripWidths rolling(IntToDoubleFunction radius) {
        return new StripWidths(ofEdge, taper, alongEdges, radius);
    }

    public StripWidths alongSharpEdges() {
        return new StripWidths(ofEdge, taper, true, radius);
    }
}
