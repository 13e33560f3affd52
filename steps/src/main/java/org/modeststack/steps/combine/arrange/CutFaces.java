package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import java.util.function.IntUnaryOperator;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;

/**
 * The polygons of a boolean's result that need care: what is left of faces that were cut, and the whole faces next to
 * them. Fragments of one face become as few simple polygons as can be had.
 */
final class CutFaces {
    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    private final Patches patches;
    private final boolean planesOnly;
    private final BentFaces bends;
    final Rings rings;
    /** For each operand and face, whether it is written from rings. */
    final boolean[][] inRings;
    /** For each operand and vertex, whether it is a corner of a face that is cut up. */
    final boolean[][] near;

    /** For each operand the faces that are cut up. */
    final BitSet[] cutUp;

    /**
     * @param planesOnly whether only what lies in one plane exactly becomes one polygon
     * @param bends the faces whose pieces are not joined across diagonals along which they are bent
     */
    CutFaces(Fragments fragments, Patches patches, boolean planesOnly, BentFaces bends) {
        this.planesOnly = planesOnly;
        this.bends = bends;
        this.fragments = fragments;
        this.patches = patches;
        soup = fragments.soup;
        points = fragments.points;
        rings = new Rings(fragments);
        int n = soup.solids.length;
        inRings = new boolean[n][];
        near = new boolean[n][];
        cutUp = new BitSet[n];
        for (int o = 0; o < n; o++) {
            inRings[o] = new boolean[soup.solids[o].mesh.faceCount()];
            near[o] = new boolean[soup.solids[o].mesh.vertexCount()];
            cutUp[o] = new BitSet();
        }
        collect();
        Work.checkpoint();
        rings.connect();
    }

    private void collect() {
        for (int o = 0; o < soup.solids.length; o++) {
            Solid s = soup.solids[o];
            Mesh m = s.mesh;
            BitSet ofThis = cutUp[o];
            int base = soup.triangleBase(o);
            boolean any = false;
            for (int t : fragments.touchedTriangles()) {
                int local = t - base;
                if (local < 0 || local >= s.count()) continue;
                int f = s.faceOf[local];
                if (ofThis.get(f)) continue;
                ofThis.set(f);
                any = true;
                for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) near[o][m.corners()[c]] = true;
            }
            int[] offsets = m.offsets(), corners = m.corners();
            int t = 0;
            for (int f = 0; f < m.faceCount(); f++) {
                int to = t + offsets[f + 1] - offsets[f] - 2;
                if (ofThis.get(f) || isTurnedBent(o, f, t + base, to + base)) {
                    inRings[o][f] = true;
                    addPieces(o, f, t + base, to + base);
                } else if (any) {
                    boolean close = false;
                    for (int c = offsets[f]; c < offsets[f + 1] && !close; c++) close = near[o][corners[c]];
                    if (close) {
                        inRings[o][f] = true;
                        addWhole(o, f, s, m, t, to);
                    }
                }
                t = to;
            }
        }
    }

    /** What becomes of a face that nothing cut, whose triangles are these of its operand. */
    byte fateOfFace(Solid s, int base, int from, int to) {
        for (int t = from; t < to; t++) if (s.turn[t] != 0) return patches.fate(t + base);
        return Patches.DROPPED;
    }

    /**
     * Whether a face is turned round that has to be followed. The other way round one of five sides and more may be cut
     * into other triangles, since ears are clipped in the order of the corners; one of four is not.
     */
    private boolean isTurnedBent(int o, int f, int from, int to) {
        int base = soup.triangleBase(o);
        if (to - from < 3 || fateOfFace(soup.solids[o], base, from - base, to - base) != Patches.TURNED) return false;
        for (int t = from + 1; t < to; t++) if (bends.joined(o, f, t) != bends.joined(o, f, from)) return true;
        return false;
    }

    private void addWhole(int o, int f, Solid s, Mesh m, int from, int to) {
        byte fate = fateOfFace(s, soup.triangleBase(o), from, to);
        if (fate == Patches.DROPPED) return;
        int first = m.offsets()[f], n = m.offsets()[f + 1] - first;
        int[] ring = new int[n], fragment = new int[n];
        for (int i = 0; i < n; i++) {
            int v = m.corners()[first + i];
            // Farther off a vertex is the operand's own, also where another operand's touches it.
            ring[i] = near[o][v] ? points.find(v + soup.vertexBase(o)) : v + soup.vertexBase(o);
            fragment[i] = s.sideAtCorner(first + i) / 3 + soup.triangleBase(o);
        }
        rings.add(o, f, fate == Patches.TURNED, ring, fragment);
    }

    private void addPieces(int o, int f, int from, int to) {
        for (byte fate = Patches.KEPT; fate <= Patches.TURNED; fate++) {
            IntArrayList kept = new IntArrayList();
            for (int t = from; t < to; t++) {
                if (!fragments.isTouched(t)) {
                    if (patches.fate(t) == fate) kept.add(t);
                    continue;
                }
                int end = fragments.endPiece(t);
                for (int p = fragments.firstPiece(t); p < end; p++) if (patches.fate(p) == fate) kept.add(p);
            }
            if (kept.isEmpty()) continue;
            IntUnaryOperator plane = t -> bends.joined(o, f, t);
            for (FaceMerge.Ring r : new FaceMerge(points, fragments, kept, planesOnly, plane).rings()) {
                rings.add(
                        o,
                        f,
                        fate == Patches.TURNED,
                        r.points().toIntArray(),
                        r.fragments().toIntArray());
            }
        }
    }
}
