package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.IntToLongFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.part.Placement;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.clean.Welding;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;

/**
 * Many copies of all parts, which share their meshes until something welds or unites them. Copy 0 keeps its keys; the keys of
 * the others follow from these and the copy's number, so that they stay when the count changes or a copy is left out.
 *
 * @param count how many there are in all, those included that are left out
 * @param places where copy i is; null for where it stands
 */
record Copies(int count, IntFunction<@Nullable Placement> places, Rules rules) {
    /** How far a quotient may be off a whole number by rounding. */
    static final double ROUNDING = 1e-9;

    /**
     * What becomes of them.
     *
     * @param weld merge vertices of different copies closer than this, mm, or 0 for none
     * @param withoutWalls whether faces go that lie on each other then
     * @param onward whether merging goes on from one vertex to the next
     * @param united whether an exact union makes them one
     * @param leftOut the copies that are not made, see {@link CopyNumbers}
     * @param first a body in the place of the first, or none
     * @param last a body in the place of the last, or none
     */
    record Rules(
            double weld,
            boolean withoutWalls,
            boolean onward,
            boolean united,
            String leftOut,
            Bodies first,
            Bodies last) {
        /** All of one body. */
        Rules(double weld, boolean withoutWalls, boolean onward, boolean united, String leftOut) {
            this(weld, withoutWalls, onward, united, leftOut, Bodies.NONE, Bodies.NONE);
        }

        /** The end of a sentence. */
        String inWords() {
            String out = leftOut.isBlank() ? "" : ", without {leftOut}";
            if (!first.ids().isEmpty()) out += ", the first {firstCopy}";
            if (!last.ids().isEmpty()) out += ", the last {lastCopy}";
            if (united) return out + ", united.";
            if (weld <= 0) return out + ".";
            return out + ", welded within {weldWithin}" + (onward ? " onward" : "")
                    + (withoutWalls ? ", without walls." : ".");
        }

        /** Whether a parameter means anything with the others as they are. */
        boolean uses(String param) {
            return switch (param) {
                case "withoutWalls", "onward" -> weld > 0 && !united;
                case "weldWithin" -> !united;
                default -> true;
            };
        }
    }

    /** How many gaps of a width go into a length; one that is missed by rounding only goes too. */
    static double gaps(double length, double every) {
        return Math.floor(length / every * (1 + ROUNDING));
    }

    /** Of one body, but for the first and the last where others take their places. */
    Geometry of(Geometry in, StepContext context) throws StepException {
        Geometry atFirst = other(rules.first, in, context), atLast = other(rules.last, in, context);
        return of(copy -> copy == 0 ? atFirst : copy == count - 1 ? atLast : in, copy -> copy, context);
    }

    /**
     * Of several bodies.
     *
     * @param body what stands at each place
     * @param names what is the same for a copy as long as it is there; its keys follow from it
     */
    Geometry of(IntFunction<Geometry> body, IntToLongFunction names, StepContext context) throws StepException {
        CopyNumbers out = CopyNumbers.of(rules.leftOut, count);
        List<Part> parts = new ArrayList<>();
        List<Geometry> each = new ArrayList<>();
        for (int i = out.copies().nextClearBit(0); i < count; i = out.copies().nextClearBit(i + 1)) {
            Work.checkpoint();
            Placement at = places.apply(i);
            List<Part> placed = new ArrayList<>();
            for (Part p : body.apply(i).parts()) {
                Part copy = count == 1 && at == null
                        ? p
                        : p.placed(
                                at == null
                                        ? new CopyPlacement.Staying(i)
                                        : new CopyPlacement.Placed(at, i, context.seed(), names.applyAsLong(i)));
                if (!out.isPart(CopyPlacement.way(copy))) placed.add(copy);
            }
            parts.addAll(placed);
            Limits.checkParts(parts.size());
            if (rules.united && !placed.isEmpty()) each.add(Geometry.of(placed));
        }
        if (parts.isEmpty()) throw new StepException("All copies are left out, so nothing would be left.");
        if (rules.united) return united(each, context);
        Geometry copies = Geometry.of(parts);
        return rules.weld > 0 ? welded(copies, context) : copies;
    }

    private static Geometry other(Bodies body, Geometry in, StepContext context) throws StepException {
        if (body.ids().isEmpty()) return in;
        if (body.ids().size() > 1) throw new StepException("Choose one body for the first copy, and one for the last.");
        return context.geometry(body.ids().getFirst());
    }

    private Geometry welded(Geometry copies, StepContext context) throws StepException {
        Limits.checkMaking(copies);
        Mesh welded = Welding.within(copies.mesh(), rules.weld, rules.onward, null, context);
        InnerWalls walls = new InnerWalls(welded);
        if (rules.withoutWalls) return Geometry.of(walls.takenOut());
        int pairs = walls.pairs();
        if (pairs > 0)
            context.remark(
                    Remark.Level.NOTE,
                    (pairs == 1 ? "1 pair of faces lies" : pairs + " pairs of faces lie")
                            + " on each other inside, where copies touch; “Without walls” takes them out.");
        return Geometry.of(welded);
    }

    private static Geometry united(List<Geometry> each, StepContext context) throws StepException {
        if (each.size() == 1) return each.getFirst();
        List<Arrangement.Operand> operands = new ArrayList<>();
        double faces = 0;
        for (Geometry g : each) faces += g.faceCount();
        Limits.checkFaces(faces);
        for (int i = 0; i < each.size(); i++)
            operands.add(new Arrangement.Operand(each.get(i).mesh(), i == 0 ? "" : "copy " + i, "Copy " + (i + 1)));
        return Geometry.of(new Arrangement(operands, Operation.UNION, Arrangement.Choices.EVEN, context).result());
    }
}
