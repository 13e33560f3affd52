package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.StepException;

/**
 * Pieces of surface that no other surface cuts, and what becomes of each: dropped, kept, or kept turned round. All of a
 * patch lies in the same place with regard to every operand, so one of its fragments answers for all.
 */
final class Patches {
    static final byte DROPPED = 0;
    static final byte KEPT = 1;
    static final byte TURNED = 2;

    private final Fragments fragments;
    private final Soup soup;
    private final Winding winding;
    private final boolean[] sheet;
    private final Rule rule;
    private final String[] names;
    /** For each fragment its patch, or -1. */
    private final int[] patchOf;
    /** For each patch a fragment that answers for it. */
    private final IntArrayList speaker = new IntArrayList();

    /** Of triangles that others lie on. */
    private final Int2ObjectOpenHashMap<PieceGrid> grids = new Int2ObjectOpenHashMap<>();

    private final byte[] fate;
    private SheetSides sides;

    /** @param sheet which operands are open and so bound no inside */
    Patches(Fragments fragments, Contacts contacts, Rule rule, boolean[] sheet, String[] names, Runnable tick)
            throws StepException {
        this.fragments = fragments;
        this.rule = rule;
        this.sheet = sheet;
        this.names = names;
        soup = fragments.soup;
        winding = new Winding(fragments, contacts);
        patchOf = new int[fragments.limit()];
        Arrays.fill(patchOf, -1);
        flood();
        fate = new byte[speaker.size()];
        boolean anySheet = false;
        for (int o = 1; o < sheet.length; o++) anySheet |= sheet[o];
        if (anySheet && !sheet[0]) sides = new SheetSides(fragments, this, sheet);
        for (int p = 0; p < fate.length; p++) {
            if ((p & 63) == 0) tick.run();
            fate[p] = decide(p);
        }
        if (sides != null) checkGaps();
    }

    /** What becomes of a fragment. */
    byte fate(int fragment) {
        int p = patchOf[fragment];
        return p < 0 ? DROPPED : fate[p];
    }

    int patchOf(int fragment) {
        return patchOf[fragment];
    }

    int count() {
        return speaker.size();
    }

    int speaker(int patch) {
        return speaker.getInt(patch);
    }

    /** Finds the patches of each operand beside each other; no patch reaches from one to another. */
    private void flood() {
        int operands = soup.solids.length;
        IntArrayList[] speakers = new IntArrayList[operands];
        Workers.each(operands, o -> speakers[o] = flood(o));
        for (int o = 0; o < operands; o++) {
            int shift = speaker.size();
            speaker.addAll(speakers[o]);
            if (shift == 0) continue;
            for (int f = soup.triangleBase(o); f < soup.triangleBase(o + 1); f++)
                if (patchOf[f] >= 0) patchOf[f] += shift;
            for (int f = fragments.firstPieceOf(o); f < fragments.firstPieceOf(o + 1); f++) patchOf[f] += shift;
        }
    }

    private IntArrayList flood(int own) {
        IntArrayList speakers = new IntArrayList();
        int base = soup.triangleBase(own), whole = soup.triangleBase(own + 1) - base;
        int pieces = fragments.firstPieceOf(own), all = whole + fragments.firstPieceOf(own + 1) - pieces;
        int[] queue = new int[all], neighbor = soup.solids[own].neighbor;
        byte[] turn = soup.solids[own].turn;
        for (int i = 0; i < all; i++) {
            int start = i < whole ? base + i : pieces + i - whole;
            // Touched triangles live on in their pieces; triangles without area bound nothing.
            if (patchOf[start] >= 0 || i < whole && (fragments.isTouched(start) || turn[i] == 0)) continue;
            int patch = speakers.size(), head = 0, tail = 0;
            queue[tail++] = start;
            patchOf[start] = patch;
            while (head < tail) {
                Work.checkpoint(head);
                int f = queue[head++];
                boolean piece = fragments.isPiece(f);
                for (int k = 0; k < 3; k++) {
                    int g = piece ? -1 : neighbor[3 * (f - base) + k] + base;
                    // Only where something is cut does the way across take more than a look.
                    if (piece || g >= base && fragments.isTouched(g)) g = fragments.across(f, k);
                    if (g < base || patchOf[g] >= 0 || !fragments.isPiece(g) && turn[g - base] == 0) continue;
                    patchOf[g] = patch;
                    queue[tail++] = g;
                }
            }
            speakers.add(best(queue, tail));
        }
        return speakers;
    }

    /** A whole triangle if there is one, since its corners are plain numbers; else the largest piece. */
    private int best(int[] queue, int n) {
        int best = queue[0];
        double most = -1;
        for (int i = 0; i < n; i++) {
            int f = queue[i];
            double size = size(f);
            if (!fragments.isPiece(f)) {
                if (fragments.isPiece(best) || size > most) {
                    best = f;
                    most = size;
                }
                if (i > 16) return best;
            } else if (fragments.isPiece(best) && size > most) {
                best = f;
                most = size;
            }
        }
        return best;
    }

    private double size(int f) {
        int k = soup.axis(fragments.triangleOf(f)), u = (k + 1) % 3, v = (k + 2) % 3;
        Points p = fragments.points;
        int a = fragments.corner(f, 0), b = fragments.corner(f, 1), c = fragments.corner(f, 2);
        double x1 = p.coordinate(b, u) - p.coordinate(a, u), y1 = p.coordinate(b, v) - p.coordinate(a, v);
        double x2 = p.coordinate(c, u) - p.coordinate(a, u), y2 = p.coordinate(c, v) - p.coordinate(a, v);
        return Math.abs(x1 * y2 - y1 * x2);
    }

    private byte decide(int patch) {
        int f = speaker.getInt(patch), t = fragments.triangleOf(f), own = soup.operandOfTriangle(t);
        winding.at(f);
        if (!isOwner(f, own)) return DROPPED;
        boolean[] front = new boolean[sheet.length], back = new boolean[sheet.length];
        for (int o = 0; o < sheet.length; o++) {
            if (!sheet[o]) {
                front[o] = winding.front[o] > 0;
                back[o] = winding.back[o] > 0;
            } else if (o == own) {
                back[o] = true;
            } else if (sides != null) {
                front[o] = back[o] = sides.isBehind(patch, o);
            }
        }
        if (sheet[0]) {
            front[0] = true;
            return own == 0 && rule.staysOnSheet(front) ? KEPT : DROPPED;
        }
        boolean before = rule.isSolid(front), behind = rule.isSolid(back);
        return before == behind ? DROPPED : behind ? KEPT : TURNED;
    }

    /** Where several surfaces lie on each other, the one of the first operand stands for all. */
    private boolean isOwner(int f, int own) {
        for (int i = 0; i < winding.covering.size(); i++) {
            int s = winding.covering.getInt(i), o = soup.operandOfTriangle(s);
            if (o < own) return false;
            if (o == own && patchOf[pieceUnder(f, s)] < patchOf[f]) return false;
        }
        return true;
    }

    /** The piece of triangle s that lies under the middle of f. */
    private int pieceUnder(int f, int s) {
        if (!fragments.isTouched(s)) return s;
        Points p = fragments.points;
        int k = soup.axis(s), u = (k + 1) % 3, v = (k + 2) % 3;
        double x = 0, y = 0;
        for (int i = 0; i < 3; i++) {
            x += p.coordinate(fragments.corner(f, i), u) / 3;
            y += p.coordinate(fragments.corner(f, i), v) / 3;
        }
        return grids.computeIfAbsent(s, t -> new PieceGrid(fragments, t)).under(x, y);
    }

    /** A sheet that ends inside what it should divide leaves the result open: says where. */
    private void checkGaps() throws StepException {
        for (int f = 0; f < patchOf.length; f++) {
            if (patchOf[f] < 0 || fate[patchOf[f]] == DROPPED) continue;
            int t = fragments.triangleOf(f), o = soup.operandOfTriangle(t);
            if (!sheet[o]) continue;
            for (int i = 0; i < 3; i++) {
                int p = fragments.corner(f, i), q = fragments.corner(f, (i + 1) % 3);
                if (fragments.isCut(p, q) || !fragments.endsAt(f, i)) continue;
                throw new StepException(names[o] + " does not divide this body: it ends inside it.", middle(p, q));
            }
        }
    }

    private Vec3 middle(int p, int q) {
        Points x = fragments.points;
        return new Vec3(
                (x.coordinate(p, 0) + x.coordinate(q, 0)) / 2,
                (x.coordinate(p, 1) + x.coordinate(q, 1)) / 2,
                (x.coordinate(p, 2) + x.coordinate(q, 2)) / 2);
    }
}
