package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntLinkedOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;

/** What a term of a pick asks of elements. A value; {@link RuleMatch} finds what answers to it. */
public sealed interface Rule {
    record All() implements Rule {}

    /**
     * Elements picked one by one.
     *
     * @param box the bounds of the mesh they were picked on
     * @param witnesses some vertices of that mesh, which tell later whether it has moved or grown
     * @param wholes of what surfaces and lines they are all there is
     * @param stretches where others hang together
     */
    record Hand(List<Anchor> anchors, Bounds box, List<Witness> witnesses, List<Whole> wholes, List<Stretch> stretches)
            implements Rule {
        public Hand(List<Anchor> anchors, Bounds box, List<Witness> witnesses) {
            this(anchors, box, witnesses, List.of(), List.of());
        }

        public Hand {
            wholes = List.copyOf(wholes);
            stretches = List.copyOf(stretches);
            anchors = List.copyOf(anchors);
            witnesses = List.copyOf(witnesses);
            box = new Bounds(
                    (float) box.minX(),
                    (float) box.minY(),
                    (float) box.minZ(),
                    (float) box.maxX(),
                    (float) box.maxY(),
                    (float) box.maxZ());
        }

        /** Of very many elements a few tell picks apart well enough. */
        @Override
        public int hashCode() {
            int n = anchors.size();
            return n == 0
                    ? 0
                    : 31 * n
                            + Long.hashCode(anchors.getFirst().key()
                                    ^ anchors.get(n / 2).key());
        }

        /** The selected elements of a mesh. */
        public static Hand of(Mesh mesh, Selection s) {
            return of(mesh, s.kind(), s.elements().stream().toArray());
        }

        /** Those of its elements that a mesh has by their keys, in the order in which they were picked. */
        public int[] elementsOn(Mesh mesh, ElementKind kind) {
            return anchors.stream()
                    .mapToInt(a -> KeyIndex.of(mesh).find(kind, a.key()))
                    .filter(e -> e >= 0)
                    .toArray();
        }

        /** Some elements of a mesh, first those that it names, in the order in which they were picked. */
        public int[] inOrder(Mesh mesh, Selection elements) {
            IntLinkedOpenHashSet out = new IntLinkedOpenHashSet();
            for (int e : elementsOn(mesh, elements.kind())) if (elements.contains(e)) out.add(e);
            elements.elements().stream().forEach(out::add);
            return out.toIntArray();
        }

        /** Whether something is followed as the whole that it is, or by its outline. */
        public boolean isTogether() {
            return wholes.stream().anyMatch(w -> w.extent().isWhole()) || !stretches.isEmpty();
        }

        /** The same elements, each followed by itself whatever they are together. */
        public Hand oneByOne() {
            return new Hand(anchors, box, witnesses);
        }

        /** The same elements, followed as what they are together on a mesh that has them. */
        public Hand together(Mesh mesh, ElementKind kind) {
            return of(mesh, kind, elementsOn(mesh, kind));
        }

        /** Elements of a mesh in the order in which they were picked. */
        public static Hand of(Mesh mesh, ElementKind kind, int... elements) {
            List<Anchor> anchors = Arrays.stream(elements)
                    .mapToObj(e -> Anchor.of(mesh, kind, e))
                    .toList();
            List<Whole> wholes = Whole.of(mesh, kind, elements, anchors);
            BitSet in = new BitSet();
            for (Whole w : wholes) if (w.extent().isWhole()) in.or(w.members());
            return new Hand(anchors, mesh.bounds(), Witness.of(mesh), wholes, Stretch.of(mesh, kind, elements, in));
        }
    }

    /**
     * Edges whose faces meet at more than an angle.
     *
     * @param degrees between the faces' normals
     */
    record Sharper(double degrees) implements Rule {}

    /** Edges with one face only. */
    record Border() implements Rule {}

    /** What is in a tag with a weight above 0. */
    record Tagged(String name) implements Rule {}

    /**
     * What an earlier step made.
     *
     * @param tag the name of its tag
     */
    record Made(String tag) implements Rule {}

    /** Faces whose normals are within an angle of a direction. */
    record Facing(Vec3 way, double degrees) implements Rule {}

    /** What lies wholly inside a box. Corners in mm. */
    record Inside(Vec3 low, Vec3 high) implements Rule {}

    /** Faces of a material. */
    record OfMaterial(String name) implements Rule {}

    /** Faces with so many sides. */
    record Sides(int count) implements Rule {}

    /** The kind of element that the rule speaks of by itself; picks of another kind take what belongs to those. */
    default ElementKind speaksOf(ElementKind picked) {
        return switch (this) {
            case Sharper _, Border _ -> ElementKind.EDGE;
            case Facing _, OfMaterial _, Sides _ -> ElementKind.FACE;
            default -> picked;
        };
    }
}
