package org.modeststack.mesh;

import java.util.Arrays;
import java.util.Objects;

/**
 * Values that a mesh carries at the corners of its faces, such as colours, places in a texture or normals of its own. What
 * belongs to vertices, edges or faces is a {@link Tag}.
 *
 * @param width how many numbers a corner has
 * @param rule what a corner gets that a step makes between others
 * @param otherwise what all numbers are where nothing is known
 * @param values so many for each corner; not to be written to
 */
public record CornerLayer(int width, CarryRule rule, float otherwise, float[] values) {
    /** The layer of colours: linear red, green, blue, alpha in [0, 1]. */
    public static final String COLOR = "color";

    /**
     * The layer of normals that are known better than from the faces: of a curved surface that has been cut, say. Unit
     * vectors; 0 where the faces say which.
     */
    public static final String NORMAL = "normal";

    public CornerLayer {
        Objects.requireNonNull(rule);
        if (width < 1) throw new IllegalArgumentException("a layer needs numbers");
        if (rule == CarryRule.DIRECTION && width != 3) throw new IllegalArgumentException("a direction has 3 numbers");
    }

    public static CornerLayer colors(float[] values) {
        return new CornerLayer(4, CarryRule.MEAN, 1, values);
    }

    public static CornerLayer normals(float[] values) {
        return new CornerLayer(3, CarryRule.DIRECTION, 0, values);
    }

    /** Whether it is of directions, which follow the surface. */
    public boolean isOfDirections() {
        return rule == CarryRule.DIRECTION;
    }

    public CornerLayer withValues(float[] other) {
        return new CornerLayer(width, rule, otherwise, other);
    }

    /** Equal in all numbers. */
    @Override
    public boolean equals(Object o) {
        return o instanceof CornerLayer l
                && width == l.width
                && rule == l.rule
                && otherwise == l.otherwise
                && Arrays.equals(values, l.values);
    }

    @Override
    public int hashCode() {
        return Objects.hash(width, rule, otherwise, Arrays.hashCode(values));
    }
}
