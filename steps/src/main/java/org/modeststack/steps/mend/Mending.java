package org.modeststack.steps.mend;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;

/**
 * Which steps mend a mesh, one after the other: the first fault in an order in which one cure does not undo another is
 * cured, what is left is looked for anew, and so on until the mesh is sound or nothing helps.
 *
 * @param steps those that are needed, each as it is put into the stack
 * @param mesh what they come to
 * @param faults what is left
 * @param inVain cures that were tried and are not among the steps, at most one for a kind of fault that is left
 */
public record Mending(List<Cured> steps, Mesh mesh, Faults faults, List<InVain> inVain) {
    /**
     * A step and what it was for.
     *
     * @param fault that it cures
     * @param left how many of these there are behind it
     */
    public record Cured(Step step, FoundFault fault, int left) {}

    /**
     * A step that was tried for a fault in vain.
     *
     * @param why as a sentence
     */
    public record InVain(Step step, FaultKind fault, String why) {}

    /** What is cured first. Crossings wait for a closed body, and what lies inside for one without crossings. */
    private static final List<FaultKind> ORDER = List.of(
            FaultKind.LOOSE,
            FaultKind.CRACK,
            FaultKind.NEAR,
            FaultKind.NO_LENGTH,
            FaultKind.NO_AREA,
            FaultKind.OWN_OUTLINE,
            FaultKind.DOUBLED,
            FaultKind.TURNED_EDGE,
            FaultKind.INSIDE_OUT,
            FaultKind.INSIDE,
            FaultKind.BRANCHING_EDGE,
            FaultKind.JOINED_FANS,
            FaultKind.OPEN_EDGE,
            FaultKind.TWO_EDGES,
            FaultKind.CROSSING,
            FaultKind.COVERING);

    /** How often one kind of fault is cured before it is left. */
    private static final int TRIES = 2;

    private static final String CHANGES_NOTHING = "It finds nothing that it can change.";
    private static final String LEAVES_NOTHING = "It would leave nothing of the mesh.";

    /** @param contexts gives a context for each step that is tried */
    public static Mending of(Mesh mesh, Supplier<StepContext> contexts) {
        List<Cured> steps = new ArrayList<>();
        Map<FaultKind, InVain> inVain = new EnumMap<>(FaultKind.class);
        Map<FaultKind, Integer> tried = new EnumMap<>(FaultKind.class);
        Mesh now = mesh;
        Faults faults = Faults.all(now);
        for (FoundFault next = next(faults, tried); next != null; next = next(faults, tried)) {
            Attempt attempt = Attempt.at(next, now, contexts.get());
            FoundFault near = next.kind() == FaultKind.CRACK ? faults.of(FaultKind.NEAR) : null;
            if (near != null && mayBeTried(FaultKind.NEAR, tried)) {
                // Sides with vertices of their own lie near each other as well: what leaves fewer open edges is meant.
                Attempt welding = Attempt.at(near, now, contexts.get());
                if (welding.open() < attempt.open()) attempt = welding;
            }
            FaultKind kind = attempt.fault.kind();
            tried.merge(kind, 1, Integer::sum);
            if (attempt.cured == null) {
                inVain.put(kind, new InVain(attempt.cure, kind, attempt.why));
                continue;
            }
            Faults after = Faults.all(attempt.cured);
            if (!helps(kind, faults, after)) {
                inVain.put(kind, new InVain(attempt.cure, kind, worse(kind, faults, after)));
                continue;
            }
            inVain.remove(kind);
            steps.add(new Cured(attempt.cure, attempt.fault, after.count(kind)));
            now = attempt.cured;
            faults = after;
        }
        Faults left = faults;
        inVain.keySet().removeIf(kind -> left.count(kind) == 0);
        return new Mending(List.copyOf(steps), now, faults, List.copyOf(inVain.values()));
    }

    /**
     * What the cure of a fault comes to.
     *
     * @param cured null where it changes nothing, or cannot be carried out
     * @param why as a sentence, in that case
     */
    private record Attempt(
            FoundFault fault, Step cure, @Nullable Mesh cured, String why) {
        static Attempt at(FoundFault fault, Mesh now, StepContext context) {
            Step cure = Cures.of(fault);
            try {
                Mesh cured = cure.apply(now, context);
                if (cured == now) return new Attempt(fault, cure, null, CHANGES_NOTHING);
                return cured.isEmpty()
                        ? new Attempt(fault, cure, null, LEAVES_NOTHING)
                        : new Attempt(fault, cure, cured, "");
            } catch (StepException e) {
                return new Attempt(fault, cure, null, e.getMessage());
            }
        }

        /** How many open edges it leaves. */
        int open() {
            return cured == null ? Integer.MAX_VALUE : Faults.quick(cured).count(FaultKind.OPEN_EDGE);
        }
    }

    private static boolean mayBeTried(FaultKind kind, Map<FaultKind, Integer> tried) {
        return tried.getOrDefault(kind, 0) < TRIES;
    }

    private static @Nullable FoundFault next(Faults faults, Map<FaultKind, Integer> tried) {
        boolean crosses = faults.count(FaultKind.CROSSING) > 0;
        for (FaultKind kind : ORDER) {
            if (kind == FaultKind.INSIDE && crosses) continue;
            // Vertices that only join two edges are no fault, but where cracks were they may bend faces into each
            // other.
            if (kind == FaultKind.TWO_EDGES && meeting(faults) == 0) continue;
            FoundFault found = faults.of(kind);
            if (found != null && mayBeTried(kind, tried)) return found;
        }
        return null;
    }

    private static int meeting(Faults faults) {
        return faults.count(FaultKind.CROSSING) + faults.count(FaultKind.COVERING);
    }

    /** Why a cure that does something is not taken. */
    private static String worse(FaultKind kind, Faults before, Faults after) {
        int covering = after.count(FaultKind.COVERING) - before.count(FaultKind.COVERING);
        if (kind == FaultKind.OPEN_EDGE && covering > 0) {
            return "The new faces would lie on others.";
        }
        return "It would leave no fewer.";
    }

    /**
     * Whether there is less of a fault. A sheet that is closed over lies on itself: there open edges are meant. Vertices that
     * lie near each other without being two sides of a seam are meant, too: merged, they would close no border.
     */
    private static boolean helps(FaultKind kind, Faults before, Faults after) {
        int open = before.count(FaultKind.OPEN_EDGE) - after.count(FaultKind.OPEN_EDGE);
        return switch (kind) {
            case CRACK -> open > 0;
            case TWO_EDGES -> meeting(after) < meeting(before);
            case OPEN_EDGE -> open > 0 && after.count(FaultKind.COVERING) <= before.count(FaultKind.COVERING);
            case NEAR -> 2 * open >= before.count(FaultKind.NEAR);
            default -> after.count(kind) < before.count(kind);
        };
    }
}
