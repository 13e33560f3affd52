package org.modeststack.steps.combine.arrange;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Vec3;

/**
 * On which side of each open sheet the patches of the other operands lie. Along a cut the sheet's own triangles tell,
 * exactly; from there the answer spreads over the surface as far as the sheet does not cut it again. A shell that the
 * sheet does not reach lies before or behind the sheet's middle plane.
 */
final class SheetSides {
    private static final byte FRONT = 1;
    private static final byte BEHIND = 2;

    private final Fragments fragments;
    private final Soup soup;
    private final Patches patches;
    /** For each sheet and patch: which side, 0 where it is not known. */
    private final byte[][] side;

    private record Link(int patch, int other, int p, int q) {}

    SheetSides(Fragments fragments, Patches patches, boolean[] sheet) {
        this.fragments = fragments;
        this.patches = patches;
        soup = fragments.soup;
        side = new byte[sheet.length][];
        List<Link> links = links();
        for (int o = 0; o < sheet.length; o++) {
            if (!sheet[o]) continue;
            side[o] = new byte[patches.count()];
            for (Link l : links) if (side[o][l.patch] == 0) side[o][l.patch] = atCut(l, o);
            boolean again = true;
            while (again) {
                again = false;
                for (Link l : links) {
                    if (l.other < 0 || side[o][l.patch] == 0 || side[o][l.other] != 0 || meets(l, o)) continue;
                    side[o][l.other] = side[o][l.patch];
                    again = true;
                }
            }
            beyondReach(o);
        }
    }

    boolean isBehind(int patch, int sheetOperand) {
        return side[sheetOperand][patch] == BEHIND;
    }

    /** Every side of a patch that lies along a cut, with the patch across it on the same surface. */
    private List<Link> links() {
        List<Link> all = new ArrayList<>();
        for (int f = soup.triangleCount; f < fragments.limit(); f++) {
            for (int i = 0; i < 3; i++) {
                int p = fragments.corner(f, i), q = fragments.corner(f, (i + 1) % 3);
                if (!fragments.isCut(p, q)) continue;
                int g = fragments.beyond(f, i);
                all.add(new Link(patches.patchOf(f), g < 0 ? -1 : patches.patchOf(g), p, q));
            }
        }
        return all;
    }

    private boolean meets(Link l, int o) {
        return sheetPiece(l.p, l.q, o) >= 0 || sheetPiece(l.q, l.p, o) >= 0;
    }

    /** The sheet's triangle at the left of p → q, or -1. */
    private int sheetPiece(int p, int q, int o) {
        for (int s = fragments.firstSide(p, q); s >= 0; s = fragments.nextSide(s)) {
            int t = fragments.triangleOf(s / 3);
            if (soup.operandOfTriangle(t) == o) return t;
        }
        return -1;
    }

    private byte atCut(Link l, int o) {
        int left = sheetPiece(l.p, l.q, o), right = sheetPiece(l.q, l.p, o);
        if (left < 0 && right < 0) return 0;
        int t = -1;
        for (int s = fragments.firstSide(l.p, l.q); s >= 0 && t < 0; s = fragments.nextSide(s)) {
            if (patches.patchOf(s / 3) == l.patch) t = fragments.triangleOf(s / 3);
        }
        if (t < 0 || soup.operandOfTriangle(t) == o) return 0;
        int apex = fragments.apexLeftOf(t, l.p, l.q);
        if (left < 0 || right < 0 || left == right) {
            int s = soup.side(left < 0 ? right : left, apex);
            return s > 0 ? FRONT : s < 0 ? BEHIND : 0;
        }
        int sl = soup.side(left, apex), sr = soup.side(right, apex);
        int bend = soup.side(left, fragments.apexLeftOf(right, l.q, l.p));
        // In one of the planes but beyond the edge (side 0) is in front at a ridge and behind in a valley.
        boolean behind = bend < 0 ? sl < 0 && sr < 0 : bend > 0 ? sl <= 0 || sr <= 0 : sl < 0;
        return behind ? BEHIND : FRONT;
    }

    private void beyondReach(int o) {
        Solid s = soup.solids[o];
        Vec3 normal = Vec3.ZERO, middle = Vec3.ZERO;
        double area = 0;
        for (int t = 0; t < s.count(); t++) {
            Vec3 a = s.mesh.point(s.triangles[3 * t]);
            Vec3 b = s.mesh.point(s.triangles[3 * t + 1]), c = s.mesh.point(s.triangles[3 * t + 2]);
            Vec3 n = b.minus(a).cross(c.minus(a));
            normal = normal.plus(n);
            middle = middle.plus(a.plus(b).plus(c).times(n.length() / 3));
            area += n.length();
        }
        middle = middle.times(1 / area);
        for (int p = 0; p < patches.count(); p++) {
            if (side[o][p] != 0) continue;
            int f = patches.speaker(p), corner = fragments.corner(f, 0);
            Points x = fragments.points;
            Vec3 at = new Vec3(x.coordinate(corner, 0), x.coordinate(corner, 1), x.coordinate(corner, 2));
            side[o][p] = at.minus(middle).dot(normal) < 0 ? BEHIND : FRONT;
        }
    }
}
