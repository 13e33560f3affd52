package org.modeststack.steps.anchor;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Picked;

/**
 * A place, with the way its surface looks, that follows the model: on an element that is found like any pick, or of a body as a
 * whole. It stands in the stead of a point or a direction of a step.
 *
 * @param body the id of the body that it is on; "" for what goes into the step itself
 * @param what of it
 * @param pick the element; picks nothing where {@code what} is of a whole body
 * @param weights how much each corner of a face counts, in their order, for {@link What#SURFACE}; else empty
 * @param offset is added to the place, mm
 */
public record AnchorPoint(String body, What what, Pick pick, List<Double> weights, Vec3 offset) {
    /** What of a body it is. */
    public enum What {
        /** The middle of the box round it. */
        MIDDLE("middle"),
        /** The middle of the top of that box. */
        TOP("top"),
        BOTTOM("bottom"),
        /** A vertex, the middle of an edge, of a face, or of all that is picked. */
        ELEMENT("element"),
        /** A place on a face. */
        SURFACE("place on a face");

        private final String words;

        What(String words) {
            this.words = words;
        }

        public boolean isOfBody() {
            return this == MIDDLE || this == TOP || this == BOTTOM;
        }

        /** Where it is of a whole body, by the box round that. */
        Vec3 in(Bounds b) {
            Vec3 c = b.center();
            return switch (this) {
                case TOP -> new Vec3(c.x(), c.y(), b.maxZ());
                case BOTTOM -> new Vec3(c.x(), c.y(), b.minZ());
                default -> c;
            };
        }
    }

    public AnchorPoint {
        Objects.requireNonNull(body);
        weights = List.copyOf(weights);
    }

    /**
     * Where it is.
     *
     * @param way unit length; zero where what it is on looks no particular way
     * @param found whether it is just what was meant; false where it had to be found again by its place
     */
    public record Place(Vec3 at, Vec3 way, boolean found) {}

    /** Of a whole body. */
    public static AnchorPoint of(String body, What what) {
        if (!what.isOfBody()) throw new IllegalArgumentException(what + " needs an element");
        return new AnchorPoint(body, what, Pick.none(ElementKind.FACE), List.of(), Vec3.ZERO);
    }

    /** On an element of a mesh of a body, or on several. */
    public static AnchorPoint on(String body, Mesh mesh, Selection elements) {
        return new AnchorPoint(body, What.ELEMENT, Pick.hand(mesh, elements), List.of(), Vec3.ZERO);
    }

    /** At a place on a face. */
    public static AnchorPoint at(String body, Mesh mesh, int face, Vec3 place) {
        Pick pick = Pick.hand(mesh, Selection.of(ElementKind.FACE, face));
        return new AnchorPoint(body, What.SURFACE, pick, FaceWeights.of(mesh, face, place), Vec3.ZERO);
    }

    public AnchorPoint withBody(String other) {
        return new AnchorPoint(other, what, pick, weights, offset);
    }

    public AnchorPoint withOffset(Vec3 o) {
        return new AnchorPoint(body, what, pick, weights, o);
    }

    /**
     * Where it is on what its body is; null where what it was on is gone. Faces of copies that share theirs are made only where an
     * element is looked for.
     */
    public @Nullable Place on(Geometry geometry) {
        if (geometry.isEmpty()) return null;
        if (what.isOfBody()) {
            Vec3 at = what.in(geometry.exactBounds());
            return new Place(at.plus(offset), new Vec3(0, 0, what == What.BOTTOM ? -1 : 1), true);
        }
        Mesh mesh = geometry.mesh();
        Picked picked = pick.on(mesh);
        Selection s = picked.selection();
        if (s.isEmpty() || picked.lost() > 0 && picked.lost() >= picked.wanted()) return null;
        boolean sure = picked.found() == 0 && picked.lost() == 0;
        Vec3 way = SurfaceWay.of(mesh, s);
        Vec3 at = what == What.SURFACE
                ? FaceWeights.place(mesh, s, weights)
                : pick.handPicked() == 1 ? DividedMiddle.of(mesh, s) : ElementMiddle.of(mesh, s);
        return new Place(at.plus(offset), way, sure);
    }

    /** "middle of an edge", "top": what it is, without the body. */
    public String words() {
        if (what != What.ELEMENT) return what.words;
        int n = pick.handPicked();
        // A rule takes whatever fits it, which may be any number.
        String some = n == 0 ? "some" : Integer.toString(n);
        return switch (pick.kind()) {
            case VERTEX -> n == 1 ? "a vertex" : "middle of " + some + " vertices";
            case EDGE -> n == 1 ? "middle of an edge" : n == 0 ? "middle of some edges" : "middle of a loop";
            case FACE -> n == 1 ? "middle of a face" : "middle of " + some + " faces";
        };
    }
}
