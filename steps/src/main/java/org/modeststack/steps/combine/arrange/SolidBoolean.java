package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.Operation;

/**
 * The boolean of two closed meshes: finds where their triangles touch, cuts both up there, decides for every fragment
 * whether it lies inside, outside or on the other, keeps what the operation asks for and puts the fragments of each
 * face together again. All decisions are exact; coordinates are rounded once.
 *
 * <p>Sources: Q. Zhou, E. Grinspun, D. Zorin, A. Jacobson, "Mesh Arrangements for Solid Geometry", SIGGRAPH 2016, for
 * the scheme; M. Attene, "Indirect Predicates for Geometric Constructions", CAD 126, 2020, for judging points that are
 * intersections.
 */
public final class SolidBoolean {
    private final Mesh a;
    private final Mesh b;
    private final Operation operation;
    private final String otherName;
    private final StepContext context;

    /** @param otherName what the second body is called, for messages */
    public SolidBoolean(Mesh a, Mesh b, Operation operation, String otherName, StepContext context) {
        this.a = a;
        this.b = b;
        this.operation = operation;
        this.otherName = otherName;
        this.context = context;
    }

    /** @throws StepException if an operand does not bound a solid, or runs through itself where they meet */
    public Mesh result() throws StepException {
        if (a.isEmpty() || b.isEmpty()) return ofEmpty();
        Operand first = new Operand(a, "This body");
        Operand second = new Operand(b, otherName);
        context.progress(0.2);
        Points points = new Points(first, second);
        Contacts contacts = new Contacts(points);
        first.tree.overlaps(second.tree, contacts::coincidences);
        long[] pairs = {0};
        first.tree.overlaps(second.tree, (ta, tb) -> {
            if ((++pairs[0] & 0xFFF) == 0) context.progress(0.3);
            contacts.intersect(ta, tb);
        });
        context.progress(0.5);
        LongOpenHashSet cuts = new LongOpenHashSet();
        Fragments pieces1, pieces2;
        byte[] label1, label2;
        try {
            pieces1 = new Fragments(0, points, contacts, cuts, "this body");
            pieces2 = new Fragments(1, points, contacts, cuts, otherName);
            context.progress(0.7);
            label1 = new Classifier(points, pieces1, pieces2, cuts).classify();
            label2 = new Classifier(points, pieces2, pieces1, cuts).classify();
        } catch (IllegalStateException e) {
            throw new StepException("This body and " + otherName + " cannot be combined here: one of them seems to run"
                    + " through itself (" + e.getMessage() + ").");
        }
        if (cuts.isEmpty() && operation == Operation.DIFFERENCE && allAre(label2, Classifier.OUTSIDE)) {
            context.remark(Remark.Level.REMARK, otherName + " does not touch this body, so nothing was cut.");
        }
        context.progress(0.8);
        Assembly out = new Assembly(points, Keys.mix(context.seed()), context.madeTag());
        out.add(pieces1, keep(label1, true), false);
        out.add(pieces2, keep(label2, false), operation == Operation.DIFFERENCE);
        return out.build();
    }

    private Mesh ofEmpty() {
        if (b.isEmpty() && operation != Operation.INTERSECTION) return a;
        return operation == Operation.UNION ? b : Mesh.EMPTY;
    }

    private static boolean allAre(byte[] labels, byte what) {
        for (byte l : labels) if (l != what) return false;
        return true;
    }

    private boolean[] keep(byte[] label, boolean first) {
        boolean[] keep = new boolean[label.length];
        for (int i = 0; i < label.length; i++) {
            keep[i] = switch (label[i]) {
                case Classifier.OUTSIDE -> operation == Operation.UNION || (operation == Operation.DIFFERENCE && first);
                case Classifier.INSIDE ->
                    operation == Operation.INTERSECTION || (operation == Operation.DIFFERENCE && !first);
                // Where both surfaces lie on each other, the first one's is kept.
                case Classifier.ON_SAME -> first && operation != Operation.DIFFERENCE;
                default -> first && operation == Operation.DIFFERENCE;
            };
        }
        return keep;
    }
}
