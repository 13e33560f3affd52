package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepException;

/**
 * One operand cut up along its contacts with the other: small triangles between points, each with the triangle it lies
 * in. Triangles that nothing touches are their own fragment.
 */
final class Fragments {
    final int which;
    final Operand operand;
    private final Points points;
    private final IntArrayList corners = new IntArrayList();
    private final IntArrayList triangle = new IntArrayList();
    /** The fragment at the left of each directed edge. */
    private final Long2IntOpenHashMap byEdge = new Long2IntOpenHashMap();

    Fragments(int which, Points points, Contacts contacts, LongOpenHashSet cuts, String name) throws StepException {
        this.which = which;
        this.points = points;
        operand = which == 0 ? points.a : points.b;
        byEdge.defaultReturnValue(-1);
        for (int t = 0; t < operand.count(); t++) {
            int p = point(t, 0), q = point(t, 1), r = point(t, 2);
            if (contacts.touched(which, t)) cutUp(t, p, q, r, contacts, cuts, name);
            else add(t, p, q, r);
        }
    }

    private int point(int t, int i) {
        return points.ofVertex(which, operand.vertex(t, i));
    }

    private void cutUp(int t, int p, int q, int r, Contacts contacts, LongOpenHashSet cuts, String name)
            throws StepException {
        FacetTriangulation cut = new FacetTriangulation(points, p, q, r, operand.axis(t), operand.turn(t));
        for (int i = 0; i < 3; i++) insert(cut, contacts.onEdge(which, operand.edge(t, i)));
        insert(cut, contacts.inTriangle(which, t));
        LongArrayList segments = contacts.segments(which, t);
        if (segments != null) {
            for (int i = 0; i < segments.size(); i++) {
                cut.force(Edges.from(segments.getLong(i)), Edges.to(segments.getLong(i)));
            }
        }
        if (cut.crossed()) {
            Vec3 place = operand.mesh.point(operand.vertex(t, 0));
            throw new StepException("The other body runs through itself where it meets " + name + ".", place);
        }
        cuts.addAll(cut.fixed());
        IntArrayList tri = cut.triangles();
        for (int i = 0; i < tri.size(); i += 3) add(t, tri.getInt(i), tri.getInt(i + 1), tri.getInt(i + 2));
    }

    private static void insert(FacetTriangulation cut, IntArrayList list) {
        if (list == null) return;
        for (int i = 0; i < list.size(); i++) cut.insert(list.getInt(i));
    }

    private void add(int t, int p, int q, int r) {
        int f = triangle.size();
        triangle.add(t);
        corners.add(p);
        corners.add(q);
        corners.add(r);
        byEdge.put(Edges.directed(p, q), f);
        byEdge.put(Edges.directed(q, r), f);
        byEdge.put(Edges.directed(r, p), f);
    }

    int count() {
        return triangle.size();
    }

    int corner(int f, int i) {
        return corners.getInt(3 * f + i);
    }

    int triangleOf(int f) {
        return triangle.getInt(f);
    }

    int faceOf(int f) {
        return operand.faceOf[triangle.getInt(f)];
    }

    /** The fragment at the left of the edge from p to q, or -1. */
    int left(int p, int q) {
        return byEdge.get(Edges.directed(p, q));
    }
}
