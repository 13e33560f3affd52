package org.modeststack.steps;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * One step of a stack: a pure function from mesh to mesh with numbers that stay adjustable. Every step is a record that
 * carries {@link StepInfo}, each component one parameter that carries {@link Param}; sentence, form, JSON, command-line
 * options and help follow from these through {@link StepDescriptor}.
 *
 * <p>A step must not depend on anything but its own values, the mesh that comes in, and what the context gives.
 */
public interface Step {
    /**
     * @param in the mesh after the step before, empty for the first
     * @return a valid mesh
     * @throws StepException if it cannot be done; the message is shown to the user as it is
     */
    Mesh apply(Mesh in, StepContext context) throws StepException;

    /**
     * The step as an instruction: {@code *word*} is set bold, {@code {param}} is that parameter's live value. It may
     * leave out parameters that do not matter for the present values.
     */
    String sentence();

    /**
     * The same where some of its points follow something, which then stands in their place: "the middle of an edge of Ball".
     *
     * @param anchored the names of those parameters
     */
    default String sentence(Set<String> anchored) {
        return sentence();
    }

    /**
     * The places in the view where this step's numbers can be dragged.
     *
     * @param in the mesh it was given
     */
    default List<Handle> handles(Mesh in) {
        return List.of();
    }

    /**
     * Whether one of its parameters means anything with its present choices, where more than one of them decides; what one
     * alone decides is said by {@link Param#only}.
     */
    default boolean uses(String param) {
        return true;
    }

    /**
     * What can be said before it is done: what it takes, how far its numbers can go; "" where there is nothing to say.
     *
     * @param in the mesh it would be given
     */
    default String outlook(Mesh in) {
        return "";
    }

    /** Lines that show in the view how far this step can go, on the mesh it is given; none where that is not known. */
    default List<Guide> guides(Mesh in) {
        return List.of();
    }

    /**
     * Where this step takes a point of the mesh it is given, as far as it moves all of it. It must be affine (straight lines
     * stay straight, and parallel ones parallel): handles are carried by the images of four points.
     */
    default Vec3 carry(Vec3 point) {
        return point;
    }

    /**
     * This step with the numbers that it has for a purpose; itself where these are always the same. Equal steps share
     * what comes of them, so a step that comes out as for another purpose is not carried out twice.
     */
    default Step forPurpose(Purpose purpose) {
        return this;
    }

    /**
     * This step with its other numbers such that what it makes stays where it is, after one of its choices was changed that says
     * how they are meant; itself where none is such.
     *
     * @param before the step as it was
     * @param in the mesh it was given
     */
    default Step rephrased(Step before, Mesh in) {
        return this;
    }

    /**
     * This step, newly made with its usual numbers, with such as suit where it begins: the size of the mesh, and what was done
     * just before.
     *
     * @param in the box of the mesh it is given
     * @param before the step before it
     */
    default Step suited(Bounds in, Step before) {
        return this;
    }

    /** The point that a new step of this kind takes from the bottom of its body, by the parameter's name; "" for none. */
    default String pointAtBottom() {
        return "";
    }

    /** A step that makes a mesh from nothing and so can only come first. */
    default boolean isSource() {
        return StepDescriptor.of(this).family() == Family.SOURCE;
    }

    /** The bodies whose results this step uses, in order, each once. */
    default Set<String> bodies() {
        StepDescriptor d = StepDescriptor.of(this);
        // Asked for all steps at every edit, and few use a body.
        if (!d.usesBodies()) return Set.of();
        Set<String> found = new LinkedHashSet<>();
        for (ParamDescriptor p : d.params()) {
            if (p.type() == Bodies.class) found.addAll(((Bodies) d.value(this, p)).ids());
        }
        return found;
    }

    /** Whether those bodies are its tools, which are not drawn beside the result; one that only looks at them says no. */
    default boolean hasTools() {
        return !isSource();
    }

    /** This step without the bodies that are not wanted any more. */
    default Step withoutBody(String id) {
        StepDescriptor d = StepDescriptor.of(this);
        Step s = this;
        for (ParamDescriptor p : d.params()) {
            if (d.value(s, p) instanceof Bodies b && b.ids().contains(id)) {
                List<String> left = b.ids().stream().filter(x -> !x.equals(id)).toList();
                s = d.with(s, p.name(), new Bodies(left));
            }
        }
        return s;
    }
}
