package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;

/**
 * The boolean of any number of meshes at once: finds where their triangles touch, cuts all of them up there, decides for
 * every piece of surface how often each operand winds round its two sides, keeps what has solid on one side only, and
 * puts the pieces of each face together again. All decisions are exact; coordinates are rounded once.
 *
 * <p>Sources: Q. Zhou, E. Grinspun, D. Zorin, A. Jacobson, "Mesh Arrangements for Solid Geometry", SIGGRAPH 2016, for
 * the scheme; M. Attene, "Indirect Predicates for Geometric Constructions", CAD 126, 2020, for judging points that are
 * intersections.
 */
public final class Arrangement {
    /**
     * One body that takes part.
     *
     * @param part a name that stays the same,
     * @param name what the user calls it
     */
    public record Operand(Mesh mesh, String part, String name) {}

    /**
     * What is done besides.
     *
     * @param flipSheets whether open sheets keep the other side
     * @param weld whether what only rounding keeps apart becomes one
     * @param followBends whether bent faces that are cut stay divided along their diagonals, so that the surface is exactly
     *     what it was
     */
    public record Choices(boolean flipSheets, boolean weld, boolean followBends) {
        /** What a boolean does unless it is told otherwise. */
        public static final Choices USUAL = new Choices(false, true, true);
        /** What steps do that only have something cut on the way. */
        public static final Choices EVEN = new Choices(false, true, false);
    }

    /** How often short edges are taken out and what that led to is arranged again. */
    private static final int ROUNDS = 8;

    private final List<Operand> operands;
    private final Operation operation;
    private final Choices choices;
    private final StepContext context;
    /** How much of the work has been told. */
    private double done;

    /** @param operands the first is the body itself, the others what it is combined with */
    public Arrangement(List<Operand> operands, Operation operation, Choices choices, StepContext context) {
        this.operands = operands;
        this.operation = operation;
        this.choices = choices;
        this.context = context;
    }

    /** @throws StepException if an operand is not fit to be combined, saying which, where and why */
    public Mesh result() throws StepException {
        List<Operand> taking = new ArrayList<>();
        Operand first = operands.getFirst();
        for (Operand o : operands) if (o == first || !o.mesh.isEmpty()) taking.add(o);
        if (operation == Operation.INTERSECTION && taking.size() < operands.size()) return Mesh.EMPTY;
        if (first.mesh.isEmpty()) {
            if (operation != Operation.UNION || taking.size() == 1) return Mesh.EMPTY;
        } else if (taking.size() == 1) return first.mesh;

        Arranged arranged = arranged(taking, operation, context.madeTag());
        return choices.weld ? settled(arranged) : arranged.mesh;
    }

    /**
     * A body cut where it runs through itself, without what then lies inside.
     *
     * @throws StepException if it is open or its faces do not agree which side is outside
     */
    public static Mesh untangled(Mesh mesh, StepContext context) throws StepException {
        Operand body = new Operand(mesh, "", "The body");
        Arrangement alone = new Arrangement(List.of(body), Operation.UNION, Choices.EVEN, context);
        return alone.settled(alone.arranged(List.of(body), Operation.UNION, context.madeTag()));
    }

    /** Never goes back, though what is merged may be arranged once more. */
    private void progress(double share) {
        done = Math.max(done, share);
        context.progress(done);
    }

    /** A result, and whether it is the border of a solid. */
    private record Arranged(Mesh mesh, Origins origins, boolean closed) {}

    private Arranged arranged(List<Operand> taking, Operation operation, @Nullable String madeTag)
            throws StepException {
        Solid[] solids = prepare(taking);
        boolean[] sheet = new boolean[solids.length];
        String[] names = new String[solids.length], parts = new String[solids.length];
        for (int i = 0; i < solids.length; i++) {
            names[i] = taking.get(i).name;
            parts[i] = taking.get(i).part;
        }
        for (int i = 0; i < solids.length; i++) sheet[i] = checkFit(solids[i], names[i], i == 0);
        for (int i = 0; i < solids.length; i++) solids[i] = facingRight(solids[i], names[i], sheet[i], i);

        progress(0.3);
        Soup soup = new Soup(solids);
        Points points = new Points(soup);
        Contacts contacts = new Contacts(soup, points);
        findContacts(soup, contacts, madeTag == null ? null : names);
        progress(0.5);
        // Crossings lie in triangles that are touched already.
        int[] touched = contacts.touched();
        for (int t : touched) contacts.crossSegments(t);
        contacts.settle();
        progress(0.6);
        Fragments fragments = new Fragments(soup, points, contacts, touched, () -> progress(0.6));
        progress(0.7);
        Patches patches = new Patches(fragments, contacts, new Rule(operation), sheet, names, () -> progress(0.75));
        progress(0.85);
        if (contacts.isEmpty() && operation == Operation.DIFFERENCE && !sheet[0]) sayWhatMissed(soup, patches, names);
        BentFaces bends = new BentFaces(soup, choices.followBends);
        Assembly assembly = new Assembly(fragments, patches, context.seed(), madeTag, parts, bends);
        Mesh mesh = assembly.build();
        while (madeTag != null && assembly.followsMore(mesh, bends)) {
            assembly = new Assembly(fragments, patches, context.seed(), madeTag, parts, bends);
            mesh = assembly.build();
        }
        return new Arranged(mesh, new Origins(mesh, assembly.origins()), !sheet[0]);
    }

    /** Takes out what is there by rounding only; where that cannot be done, the result stays as it is. */
    private Mesh settled(Arranged arranged) {
        Mesh now = arranged.mesh;
        for (int round = 0; round < ROUNDS; round++) {
            Mesh merged = Settling.merged(now, arranged.origins);
            if (merged == arranged.mesh || Settling.isSound(merged, arranged.mesh)) return merged;
            if (!arranged.closed) break;
            try {
                now = arranged(List.of(new Operand(merged, "", operands.getFirst().name)), Operation.UNION, null).mesh;
            } catch (StepException e) {
                // What merging has led to is no solid; the result itself is one.
                break;
            }
        }
        return arranged.mesh;
    }

    /** Makes the operands ready beside each other; what has been made ready before is there at once. */
    private static Solid[] prepare(List<Operand> taking) {
        Solid[] solids = new Solid[taking.size()];
        Workers.each(solids.length, i -> solids[i] = Solid.of(taking.get(i).mesh));
        return solids;
    }

    /** @return whether an operand is an open sheet */
    private boolean checkFit(Solid s, String name, boolean first) throws StepException {
        if (s.unbalanced > 0) {
            throw new StepException(
                    name + " has " + edges(s.unbalanced) + " where its faces do not agree which side is outside, or"
                            + " where three or more meet; a boolean cannot tell what is inside.",
                    s.unbalancedAt);
        }
        if (s.open == 0) return false;
        if (operation == Operation.UNION) {
            throw new StepException(
                    name + " is open at " + edges(s.open) + "; only closed solids can be united. Join them instead,"
                            + " or close it first.",
                    s.openAt);
        }
        if (first) {
            context.remark(
                    Remark.Level.REMARK,
                    "This body is open at " + edges(s.open) + ", so it is cut as a sheet: nothing closes the cut.");
        }
        return true;
    }

    private static String edges(int n) {
        return n == 1 ? "1 edge" : n + " edges";
    }

    private Solid facingRight(Solid s, String name, boolean sheet, int which) {
        if (sheet) return choices.flipSheets && which > 0 ? s.insideOut() : s;
        if (s.mesh.isEmpty() || s.signedVolume() >= 0) return s;
        context.remark(Remark.Level.REMARK, name + " is turned inside out; it was taken as solid all the same.");
        return s.insideOut();
    }

    /** @param names of the operands, to say which of them meet themselves; null where that is known */
    private void findContacts(Soup soup, Contacts contacts, String @Nullable [] names) {
        int n = soup.solids.length;
        double[][] boxes = new double[n][];
        for (int a = 0; a < n; a++) boxes[a] = soup.solids[a].tree.box();
        // Whether an operand meets itself is found out beside, from the last one down.
        Workers.each(1 + n, task -> {
            if (task == 0) findContactsBetween(soup, contacts, boxes);
            else soup.solids[n - task].selfPairs();
        });
        for (int a = 0; a < n; a++) {
            int baseA = soup.triangleBase(a);
            LongArrayList self = soup.solids[a].selfPairs();
            boolean meets = false;
            for (int i = 0; i < self.size(); i++) {
                meets |= contacts.intersect((int) (self.getLong(i) >>> 32) + baseA, (int) self.getLong(i) + baseA);
            }
            if (!meets || names == null) continue;
            context.remark(
                    Remark.Level.NOTE,
                    names[a] + " touches or runs through itself; where it overlaps it counts as solid.");
        }
    }

    private void findContactsBetween(Soup soup, Contacts contacts, double[][] boxes) {
        int[] seen = {0};
        for (int a = 0; a < boxes.length; a++) {
            int baseA = soup.triangleBase(a);
            for (int b = a + 1; b < boxes.length; b++) {
                if (apart(boxes[a], boxes[b])) continue;
                int baseB = soup.triangleBase(b);
                soup.solids[a].tree.overlaps(soup.solids[b].tree, (s, t) -> {
                    if ((++seen[0] & 0x3FFF) == 0) progress(0.4);
                    contacts.intersect(s + baseA, t + baseB);
                });
            }
        }
    }

    private static boolean apart(double[] a, double[] b) {
        for (int k = 0; k < 3; k++) if (a[k] > b[k + 3] || b[k] > a[k + 3]) return true;
        return false;
    }

    private void sayWhatMissed(Soup soup, Patches patches, String[] names) {
        boolean[] cuts = new boolean[soup.solids.length];
        for (int p = 0; p < patches.count(); p++) {
            int f = patches.speaker(p);
            if (patches.fate(f) != Patches.DROPPED) cuts[soup.operandOfTriangle(f)] = true;
        }
        if (!cuts[0]) return;
        for (int o = 1; o < cuts.length; o++) {
            if (!cuts[o])
                context.remark(Remark.Level.REMARK, names[o] + " does not touch this body, so nothing was cut.");
        }
    }
}
