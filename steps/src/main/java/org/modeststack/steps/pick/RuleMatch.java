package org.modeststack.steps.pick;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.work.Workers;

/** Finds the elements of a mesh that answer to a rule. */
final class RuleMatch {
    private RuleMatch() {}

    /** In the kind that the pick is of. */
    static Picked of(Mesh mesh, ElementKind kind, Rule rule) {
        return of(mesh, kind, rule, false);
    }

    /** @param loops whether the loops of what it finds are meant, so that what was picked by hand only has to lead there */
    static Picked of(Mesh mesh, ElementKind kind, Rule rule, boolean loops) {
        if (rule instanceof Rule.Hand h) return HandMatch.of(mesh, kind, h, loops);
        ElementKind own = rule.speaksOf(kind);
        Selection s = switch (rule) {
            case Rule.All _ -> Selection.all(mesh, kind);
            case Rule.Sharper r -> new Selection(own, sharper(mesh, r.degrees()));
            case Rule.Border _ -> Selection.border(mesh);
            case Rule.Tagged r -> tagged(mesh, kind, r.name());
            case Rule.Made r -> tagged(mesh, kind, r.tag());
            case Rule.Facing r -> new Selection(own, facing(mesh, r));
            case Rule.Inside r -> inside(mesh, r).to(mesh, kind);
            case Rule.OfMaterial r -> new Selection(own, ofMaterial(mesh, r.name()));
            case Rule.Sides r -> new Selection(own, sides(mesh, r.count()));
            case Rule.Hand _ -> throw new IllegalStateException();
        };
        // An edge rule asked of faces means the faces along such edges.
        Selection asked = own == ElementKind.EDGE && kind == ElementKind.FACE ? beside(mesh, s) : s.to(mesh, kind);
        return Picked.of(asked, 0);
    }

    private static BitSet sharper(Mesh mesh, double degrees) {
        Adjacency adj = mesh.adjacency();
        FaceFrames frames = FaceFrames.of(mesh);
        // Faces that meet at just the angle are not sharper, however their normals are rounded.
        double limit = Math.cos(Math.toRadians(degrees)) - 1e-9;
        // Pieces of the work are whole numbers of words.
        long[] words = new long[(adj.edgeCount() + 63) / 64];
        Workers.ranges(0, adj.edgeCount(), (from, to) -> {
            for (int e = from; e < to; e++) {
                if (adj.edgeSides(e) != 2) continue;
                int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
                double dot = frames.cosine(adj.cornerFace()[c], adj.cornerFace()[d]);
                // Two faces that run along the edge the same way look to different sides.
                if (mesh.corners()[c] == mesh.corners()[d]) dot = -dot;
                if (dot < limit) words[e >> 6] |= 1L << e;
            }
        });
        return BitSet.valueOf(words);
    }

    private static Selection beside(Mesh mesh, Selection edges) {
        Adjacency adj = mesh.adjacency();
        BitSet out = new BitSet();
        edges.elements().stream().forEach(e -> {
            for (int i = 0; i < adj.edgeSides(e); i++) out.set(adj.cornerFace()[adj.edgeCorner(e, i)]);
        });
        return new Selection(ElementKind.FACE, out);
    }

    private static Selection tagged(Mesh mesh, ElementKind kind, String name) {
        Tag tag = mesh.tag(name);
        return tag == null ? Selection.none(kind) : Selection.of(mesh, tag).to(mesh, kind);
    }

    private static BitSet facing(Mesh mesh, Rule.Facing r) {
        double[] n = FaceFrames.of(mesh).normals();
        Vec3 w = r.way().unit();
        double limit = Math.cos(Math.toRadians(r.degrees())) - 1e-9;
        BitSet out = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++)
            if (n[3 * f] * w.x() + n[3 * f + 1] * w.y() + n[3 * f + 2] * w.z() >= limit) out.set(f);
        return out;
    }

    private static Selection inside(Mesh mesh, Rule.Inside r) {
        BitSet out = new BitSet();
        Vec3 a = r.low(), b = r.high();
        double lx = Math.min(a.x(), b.x()), ly = Math.min(a.y(), b.y()), lz = Math.min(a.z(), b.z());
        double hx = Math.max(a.x(), b.x()), hy = Math.max(a.y(), b.y()), hz = Math.max(a.z(), b.z());
        for (int v = 0; v < mesh.vertexCount(); v++) {
            double x = mesh.x(v), y = mesh.y(v), z = mesh.z(v);
            if (x >= lx && x <= hx && y >= ly && y <= hy && z >= lz && z <= hz) out.set(v);
        }
        return new Selection(ElementKind.VERTEX, out);
    }

    private static BitSet ofMaterial(Mesh mesh, String name) {
        BitSet out = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++) if (mesh.materialOf(f).equals(name)) out.set(f);
        return out;
    }

    private static BitSet sides(Mesh mesh, int count) {
        BitSet out = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++) if (mesh.sides(f) == count) out.set(f);
        return out;
    }
}
