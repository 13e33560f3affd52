package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.part.Placement;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.search.TriangleTree;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.mirror.Mirror;

/**
 * What picked elements are images of: the elements that went into a step that mirrors or repeats, so that work below it shows on
 * all sides. They are found by place, taken back by the ways in which the step has put its images, so that it does not matter how
 * the images were welded, cut or united.
 */
public final class PickedOriginals {
    /** What is so near to another, of the size of all, is in the same place. */
    private static final double NEAR = 1e-7;

    private final Mesh before;
    private final TriangleTree tree;
    private final double near;

    private PickedOriginals(Mesh before) {
        this.before = before;
        tree = TriangleTree.of(before);
        near = NEAR * before.bounds().diagonal();
    }

    /**
     * What was found.
     *
     * @param originals elements of the mesh that went into the step
     * @param before that mesh
     * @param missed how many of what was picked is no image of anything, such as what a later step has made
     */
    public record Found(Selection originals, Mesh before, int missed) {}

    /** The last step of a body, as far as it is shown, that mirrors or repeats; null where there is none. */
    public static @Nullable Entry lastRepeating(Body b) {
        return PickedCopies.last(b, e -> e.step() instanceof Mirror || PickedCopies.canLeaveOut(e));
    }

    /**
     * @param entryId a step that mirrors or repeats
     * @param shown the mesh of the body on which elements are picked
     */
    public static Found of(Document d, String bodyId, long entryId, Mesh shown, Selection picked, Evaluator evaluator) {
        int at = d.bodyOf(bodyId).indexOf(entryId);
        Document apart = d.with(bodyId, b -> b.with(entryId, e -> e.withStep(PickedCopies.apart(e.step()))));
        List<StepResult> steps = PickedCopies.upTo(apart, bodyId, at, evaluator);
        List<Affine> ways = ways(
                steps.get(at - 1).geometry().parts(), steps.get(at).geometry().parts());
        PickedOriginals search = new PickedOriginals(steps.get(at - 1).mesh());
        PickedOriginals kept = kept(d, bodyId, entryId, evaluator);
        Affine back = WholePlacement.back(WholePlacement.over(d.bodyOf(bodyId), at + 1));
        BitSet found = new BitSet();
        int missed = 0;
        for (int e = picked.elements().nextSetBit(0);
                e >= 0;
                e = picked.elements().nextSetBit(e + 1)) {
            List<Vec3> places =
                    places(shown, picked.kind(), e).stream().map(back::point).toList();
            int original = -1;
            for (Affine way : ways) {
                List<Vec3> there = places.stream().map(way::point).toList();
                // On what was cut off nothing can be done that would be seen.
                if (kept != null && kept.at(picked.kind(), there) < 0) continue;
                original = search.at(picked.kind(), there);
                if (original >= 0) break;
            }
            if (original < 0) missed++;
            else found.set(original);
        }
        return new Found(new Selection(picked.kind(), found), search.before, missed);
    }

    /** What a mirror has left of the body, without images; null where it cuts nothing off. */
    private static @Nullable PickedOriginals kept(Document d, String bodyId, long entryId, Evaluator evaluator) {
        Body b = d.bodyOf(bodyId);
        int at = b.indexOf(entryId);
        Mirror cutting = b.entries().get(at).step() instanceof Mirror m ? m.cutting() : null;
        if (cutting == null) return null;
        Document cut = d.with(bodyId, x -> x.with(entryId, e -> e.withStep(cutting)));
        return new PickedOriginals(
                PickedCopies.upTo(cut, bodyId, at, evaluator).get(at).mesh());
    }

    /** The ways back from the images of one part to where it was, each once, staying there first. */
    private static List<Affine> ways(List<Part> before, List<Part> after) {
        Part first = before.getFirst();
        List<Placement> known = first.placements();
        Set<Affine> out = new LinkedHashSet<>();
        out.add(Affine.IDENTITY);
        for (Part p : after) {
            List<Placement> all = p.placements();
            if (p.mesh() != first.mesh() && before.size() > 1) continue;
            if (all.size() < known.size() || !all.subList(0, known.size()).equals(known)) continue;
            Affine way = Affine.IDENTITY;
            for (Placement more : all.subList(known.size(), all.size())) way = way.then(more.affine());
            out.add(way.inverse());
        }
        return new ArrayList<>(out);
    }

    /** Points that say where an element is: one in the middle of a triangle of a face, the ends of an edge, a vertex. */
    private static List<Vec3> places(Mesh m, ElementKind kind, int element) {
        return switch (kind) {
            case VERTEX -> List.of(m.point(element));
            case EDGE ->
                List.of(
                        m.point(m.adjacency().edgeLow(element)),
                        m.point(m.adjacency().edgeHigh(element)));
            case FACE -> List.of(inside(m, element));
        };
    }

    private static Vec3 inside(Mesh m, int face) {
        Triangulation all = m.triangulation();
        double most = -1;
        Vec3 out = m.point(m.corners()[m.offsets()[face]]);
        for (int t = Triangulation.first(m, face); t < Triangulation.first(m, face + 1); t++) {
            Vec3 a = corner(m, all, 3 * t), b = corner(m, all, 3 * t + 1), c = corner(m, all, 3 * t + 2);
            double area = b.minus(a).cross(c.minus(a)).length();
            if (area <= most) continue;
            most = area;
            out = a.plus(b).plus(c).times(1 / 3.0);
        }
        return out;
    }

    private static Vec3 corner(Mesh m, Triangulation all, int i) {
        return m.point(m.corners()[all.triangleCorners()[i]]);
    }

    /** The element that lies at these places; -1 for none. */
    private int at(ElementKind kind, List<Vec3> places) {
        Vec3 p = places.getFirst();
        BitSet faces = new BitSet();
        tree.facesIn(new Bounds(p.x(), p.y(), p.z(), p.x(), p.y(), p.z()).grown(near), faces);
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            if (kind == ElementKind.FACE) {
                if (isOn(f, p)) return f;
                continue;
            }
            for (int c = before.offsets()[f]; c < before.offsets()[f + 1]; c++) {
                int v = before.corners()[c];
                if (kind == ElementKind.VERTEX) {
                    if (before.point(v).minus(p).length() <= near) return v;
                    continue;
                }
                Vec3 a = before.point(v),
                        b = before.point(before.corners()[before.adjacency().cornerNext()[c]]);
                if (p.distanceTo(a, b) <= near && places.getLast().distanceTo(a, b) <= near)
                    return before.adjacency().cornerEdge()[c];
            }
        }
        return -1;
    }

    private boolean isOn(int face, Vec3 p) {
        Triangulation all = before.triangulation();
        for (int t = Triangulation.first(before, face); t < Triangulation.first(before, face + 1); t++) {
            Vec3 nearest = SurfacePoint.onTriangle(
                    corner(before, all, 3 * t), corner(before, all, 3 * t + 1), corner(before, all, 3 * t + 2), p);
            if (nearest.minus(p).length() <= near) return true;
        }
        return false;
    }
}
