package org.modeststack.steps.bevel;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/**
 * What the outline of a bevel does where it turns within a face: rails meet in a point, or are joined by a straight line
 * or by an arc. An outer turn is one whose face lies on the outside.
 *
 * @param outer where the rails turn by less than a half turn seen from the face, and so go round the old vertex
 * @param inner where they cut across before it
 * @param segments of an arc
 */
record Turns(Turn outer, Turn inner, int segments) {
    /** Rails that turn by less than this (one minus the cosine) have no turn to shape. */
    private static final double STRAIGHT = 1e-4;

    boolean arePointed() {
        return outer == Turn.POINTED && inner == Turn.POINTED;
    }

    /**
     * @param meeting where the rails meet, from the old vertex
     * @param f where the face's normal begins
     * @return vertices from the rail of the first spoke to that of the second; null for a point
     */
    int @Nullable [] at(EndSite site, Vec3 meeting, int a, int b, int f, double distance) {
        Vec3 u = site.way(a), w = site.way(b), normal = site.normal(f);
        double sin = normal.dot(u.cross(w)), cos = u.dot(w);
        if (1 + cos < STRAIGHT) return null;
        boolean isOuter = sin < 0;
        Turn shape = isOuter ? outer : inner;
        if (shape == Turn.POINTED || distance <= 0) return null;
        Vec3 first, last, centre;
        if (isOuter) {
            centre = Vec3.ZERO;
            first = normal.cross(u).times(distance);
            last = w.cross(normal).times(distance);
        } else {
            // As far back from where the rails meet as they are from the old edges.
            Vec3 p = meeting;
            first = p.plus(u.times(distance));
            last = p.plus(w.times(distance));
            // Square to both rails there.
            centre = p.plus(u.plus(w).times(distance / (1 + cos)));
        }
        int parts = shape == Turn.FANNED ? 1 : Math.max(2, segments);
        int[] out = new int[parts + 1];
        Vec3 x = first.minus(centre), z = last.minus(centre);
        double angle = Math.acos(Math.clamp(x.unit().dot(z.unit()), -1, 1));
        for (int i = 0; i <= parts; i++) {
            double t = (double) i / parts;
            Vec3 p = i == 0
                    ? first
                    : i == parts
                            ? last
                            : centre.plus(x.times(Math.sin((1 - t) * angle) / Math.sin(angle)))
                                    .plus(z.times(Math.sin(t * angle) / Math.sin(angle)));
            out[i] = site.outlineVertex(p, a, i);
        }
        return out;
    }
}
