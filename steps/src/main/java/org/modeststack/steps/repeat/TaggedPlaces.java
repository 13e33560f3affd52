package org.modeststack.steps.repeat;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;

/** Another body of which elements are used, all of a kind or those that a tag names. */
record TaggedPlaces(Mesh mesh, String name, @Nullable Tag tag) {
    /**
     * @param tag a name, or "" for none
     * @param purpose what the body is for, as the end of "Choose the body …"
     * @throws StepException where there is no such body or tag
     */
    static TaggedPlaces of(Bodies bodies, String tag, String purpose, StepContext context) throws StepException {
        if (bodies.ids().size() != 1) throw StepException.asking("Choose the one body " + purpose + ".");
        String id = bodies.ids().getFirst();
        Mesh mesh = context.body(id);
        String name = context.bodyName(id);
        if (tag.isBlank()) return new TaggedPlaces(mesh, name, null);
        Tag found = mesh.tag(tag.strip());
        if (found == null) throw new StepException(name + " has no tag \"" + tag.strip() + "\".");
        return new TaggedPlaces(mesh, name, found);
    }

    /** The elements that the tag names, as such of a kind; null where there is no tag. */
    @Nullable
    Selection named(ElementKind kind) {
        return tag == null ? null : Selection.of(mesh, tag).to(mesh, kind);
    }
}
