package org.modeststack.bench.picks;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** Rules that ask geometry, and what they must pick, worked out from the corners of the faces alone. */
final class RuleTruth {
    /** What a rule says of angles is not judged so near to its limit, in degrees. */
    private static final double DOUBT = 0.01;

    private RuleTruth() {}

    /** One rule on one mesh. */
    record Asked(String rule, Pick pick, BitSet meant) {}

    /** Some rules, with what they mean on a mesh; those whose limit something lies just at are left out. */
    static List<Asked> on(Mesh m) {
        List<Asked> out = new ArrayList<>();
        for (Vec3 way : List.of(new Vec3(0, 0, 1), new Vec3(-1, 0, 0), new Vec3(0.6, 0.8, 0)))
            add(out, "faces: facing " + way.x() + " " + way.y() + " " + way.z() + " 20", facing(m, way, 20));
        add(out, "edges: sharper 30", sharper(m, 30));
        Vec3 low = m.bounds().low(), middle = m.bounds().center();
        String box = low.x() - 1 + " " + (low.y() - 1) + " " + (low.z() - 1) + " " + middle.x() + " "
                + (m.bounds().maxY() + 1) + " " + (m.bounds().maxZ() + 1);
        add(out, "faces: inside " + box, leftOf(m, middle.x()));
        add(out, "faces: sides 4", sides(m, 4));
        add(out, "faces: material \"" + m.materials().getFirst() + "\"", ofMaterial(m, 0));
        return out;
    }

    private static void add(List<Asked> out, String rule, @Nullable BitSet meant) {
        if (meant != null) out.add(new Asked(rule, PickText.parse(rule), meant));
    }

    /** By Newell's sum over the corners. */
    private static Vec3 normal(Mesh m, int f) {
        Vec3 sum = Vec3.ZERO;
        int from = m.offsets()[f], n = m.offsets()[f + 1] - from;
        for (int i = 0; i < n; i++)
            sum = sum.plus(m.point(m.corners()[from + i]).cross(m.point(m.corners()[from + (i + 1) % n])));
        return sum.unit();
    }

    private static double degrees(Vec3 a, Vec3 b) {
        return Math.toDegrees(Math.atan2(a.cross(b).length(), a.dot(b)));
    }

    private static @Nullable BitSet facing(Mesh m, Vec3 way, double within) {
        BitSet out = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) {
            double d = degrees(normal(m, f), way);
            if (Math.abs(d - within) < DOUBT) return null;
            if (d < within) out.set(f);
        }
        return out;
    }

    private static @Nullable BitSet sharper(Mesh m, double than) {
        Map<Long, List<Integer>> faces = new HashMap<>();
        for (int f = 0; f < m.faceCount(); f++) {
            int from = m.offsets()[f], n = m.offsets()[f + 1] - from;
            for (int i = 0; i < n; i++)
                faces.computeIfAbsent(
                                key(m.corners()[from + i], m.corners()[from + (i + 1) % n]), _ -> new ArrayList<>())
                        .add(f);
        }
        BitSet out = new BitSet();
        for (int e = 0; e < m.adjacency().edgeCount(); e++) {
            List<Integer> two =
                    faces.get(key(m.adjacency().edgeLow(e), m.adjacency().edgeHigh(e)));
            if (two.size() != 2) continue;
            double d = degrees(normal(m, two.get(0)), normal(m, two.get(1)));
            if (Math.abs(d - than) < DOUBT) return null;
            if (d > than) out.set(e);
        }
        return out;
    }

    private static long key(int a, int b) {
        return (long) Math.min(a, b) << 32 | Math.max(a, b);
    }

    private static @Nullable BitSet leftOf(Mesh m, double x) {
        BitSet out = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) {
            boolean all = true;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                double at = m.x(m.corners()[c]);
                if (Math.abs(at - x) < 1e-6) return null;
                all &= at < x;
            }
            if (all) out.set(f);
        }
        return out;
    }

    private static BitSet sides(Mesh m, int n) {
        BitSet out = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) if (m.offsets()[f + 1] - m.offsets()[f] == n) out.set(f);
        return out;
    }

    private static BitSet ofMaterial(Mesh m, int material) {
        BitSet out = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) if (m.faceMaterials()[f] == material) out.set(f);
        return out;
    }
}
