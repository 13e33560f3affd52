package org.modeststack.steps.combine.arrange;

import java.util.Arrays;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;

/**
 * Which corners of rings stay: points that only interrupt a straight side, where a face was triangulated or another one
 * was cut, are left out.
 */
final class RingCorners {
    /** How far off a straight line, as a share of its length, a point of a bent face's own diagonal may lie to go. */
    private static final double BENT = 0.03;

    private final Rings rings;
    private final Soup soup;
    private final Points points;
    private final double straight;
    private final double bent;
    private final boolean[] dropped;

    /** @param planesOnly whether only what is on a line but for the last digits goes, and bent faces are left alone */
    RingCorners(Rings rings, Soup soup, Points points, boolean planesOnly) {
        bent = planesOnly ? 0 : BENT;
        this.rings = rings;
        this.soup = soup;
        this.points = points;
        double far = 0;
        for (double d : soup.xyz) far = Math.max(far, Math.abs(d));
        straight = (planesOnly ? 1e-15 : 1e-9) * far;
        dropped = new boolean[rings.corners()];
    }

    /** Leaves out all that can go. */
    void leaveOut() {
        do Work.checkpoint();
        while (leaveOutMore());
    }

    boolean isLeftOut(int c) {
        return dropped[c];
    }

    /** The next corner that stays. */
    int after(int c) {
        do c = rings.next(c);
        while (dropped[c]);
        return c;
    }

    /** The corner before that stays. */
    int before(int c) {
        do c = rings.before(c);
        while (dropped[c]);
        return c;
    }

    /**
     * Leaves out vertices with two neighbours that lie straight between them, or on a line that only a triangulation
     * drew across a face, which may be bent a little. Two such in a row go one at a time, each judged against what
     * stays. @return whether any went
     */
    private boolean leaveOutMore() {
        int n = rings.corners();
        int[] first = new int[n], second = new int[n];
        Arrays.fill(first, -1);
        Arrays.fill(second, -1);
        boolean[] busy = new boolean[n];
        for (int c = 0; c < n; c++) {
            if (dropped[c]) continue;
            int v = rings.vertexOf(c);
            if (busy[v]) continue;
            if (isOwn(c)) {
                busy[v] = true;
                continue;
            }
            neighbour(v, rings.vertexOf(before(c)), first, second, busy);
            neighbour(v, rings.vertexOf(after(c)), first, second, busy);
        }
        boolean[] goes = new boolean[n];
        boolean any = false;
        for (int v = 0; v < n; v++) {
            if (busy[v] || first[v] < 0 || second[v] < 0 || rings.vertexOf(v) != v) continue;
            if (goes[first[v]] || goes[second[v]] || !onStraight(v, first[v], second[v])) continue;
            goes[v] = true;
            any = true;
        }
        if (!any) return false;
        for (int c = 0; c < n; c++) if (goes[rings.vertexOf(c)]) dropped[c] = true;
        // A polygon that is down to two corners has closed up: what was across its two sides meets directly now.
        for (Rings.Ring r : rings.all) {
            int left = 0;
            for (int c = r.firstCorner(); c < r.firstCorner() + r.sides(); c++) if (!dropped[c]) left++;
            if (left < 3) Arrays.fill(dropped, r.firstCorner(), r.firstCorner() + r.sides(), true);
        }
        return true;
    }

    private static void neighbour(int v, int w, int[] first, int[] second, boolean[] busy) {
        if (first[v] == w || second[v] == w) return;
        if (first[v] < 0) first[v] = w;
        else if (second[v] < 0) second[v] = w;
        else busy[v] = true;
    }

    /** Whether a corner's point is a corner of the face its ring comes from. */
    private boolean isOwn(int c) {
        int p = rings.point(c);
        if (points.isNew(p)) return false;
        Rings.Ring r = rings.ring(c);
        Mesh m = soup.solids[r.operand()].mesh;
        int base = soup.vertexBase(r.operand());
        for (int i = m.offsets()[r.face()]; i < m.offsets()[r.face() + 1]; i++) {
            if (points.find(m.corners()[i] + base) == points.find(p)) return true;
        }
        return false;
    }

    private boolean onStraight(int v, int a, int b) {
        int p = rings.point(a), q = rings.point(b), o = rings.point(v);
        double dx = points.coordinate(q, 0) - points.coordinate(p, 0),
                dy = points.coordinate(q, 1) - points.coordinate(p, 1),
                dz = points.coordinate(q, 2) - points.coordinate(p, 2);
        double x = points.coordinate(o, 0) - points.coordinate(p, 0),
                y = points.coordinate(o, 1) - points.coordinate(p, 1),
                z = points.coordinate(o, 2) - points.coordinate(p, 2);
        double l2 = dx * dx + dy * dy + dz * dz, along = x * dx + y * dy + z * dz;
        if (along <= 0 || along >= l2) return false;
        double cx = y * dz - z * dy, cy = z * dx - x * dz, cz = x * dy - y * dx;
        double allowed = points.isNew(o) && onDiagonals(o) ? Math.max(straight, bent * Math.sqrt(l2)) : straight;
        return cx * cx + cy * cy + cz * cz <= allowed * allowed * l2;
    }

    private boolean onDiagonals(int p) {
        int e = points.carrier(p, 0), f = points.carrier(p, 1);
        return e >= 0 && soup.isDiagonal(e) && (f < 0 || soup.isDiagonal(f));
    }
}
