package org.modeststack.app.state;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.ElementKind;
import org.modeststack.steps.StepDescriptor;

/** Which steps were added last on what kind of elements, so that those are offered first. */
public final class StepHabits {
    private static final int KEPT = 8;

    private final Map<ElementKind, Deque<StepDescriptor>> onElements = new EnumMap<>(ElementKind.class);
    private final Deque<StepDescriptor> onBodies = new ArrayDeque<>();

    /** @param kind null for a step that was added to a whole body */
    public void used(ElementKind kind, StepDescriptor step) {
        Deque<StepDescriptor> all = kind == null ? onBodies : onElements.computeIfAbsent(kind, _ -> new ArrayDeque<>());
        all.remove(step);
        all.addFirst(step);
        if (all.size() > KEPT) all.removeLast();
    }

    /** The newest first. */
    public List<StepDescriptor> last(ElementKind kind) {
        return List.copyOf(kind == null ? onBodies : onElements.getOrDefault(kind, new ArrayDeque<>()));
    }
}
