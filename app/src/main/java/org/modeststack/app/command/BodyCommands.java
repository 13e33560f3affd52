package org.modeststack.app.command;

import java.util.List;
import java.util.function.BooleanSupplier;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.FollowingBodies;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;

/** Bodies as wholes. */
final class BodyCommands extends MenuCommands {
    /** More bodies than this at once would be of no use to anyone. */
    private static final int MAX_PARTS = 64;

    /** How far beside a body its copy stands, in widths; and how wide what is not known yet is taken to be, mm. */
    private static final double APART = 1.1, DEFAULT_WIDTH = 50;

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final BackgroundJobs jobs;
    private final Dialogs dialogs;

    BodyCommands(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            BackgroundJobs jobs,
            Dialogs dialogs) {
        super("Body");
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.jobs = jobs;
        this.dialogs = dialogs;
        BooleanSupplier always = () -> true;
        BooleanSupplier body = () -> selected.body() != null;
        for (StepDescriptor d : Steps.ALL) {
            if (d.family() != Family.SOURCE || d.type().equals("imported")) continue;
            add(
                    "New " + inSentence(d.title()),
                    null,
                    d.help(),
                    d.words() + " add start body",
                    always,
                    () -> newBody(d));
        }
        add("Rename body…", "F2", "Gives the selected body another name.", "name", body, this::renameBody);
        add("Duplicate body", null, "A second body with the same steps.", "copy", body, this::duplicateBody);
        add(
                "Following copy",
                null,
                "A body beside the selected one that is always what that one is, until it is made independent.",
                "instance linked reference duplicate alike",
                body,
                this::followingCopy);
        add(
                "Make independent",
                null,
                "Gives a body that follows another the steps of that one as its own.",
                "unlink single detach copy own",
                () -> selected.body() != null && FollowingBodies.isFollowing(selected.body()),
                this::makeIndependent);
        for (Axis a : Axis.values()) {
            add(
                    "Mirrored copy across " + a,
                    null,
                    "A body that follows the selected one as its mirror image, by negating " + a + ".",
                    "reflect flip negate instance other side",
                    body,
                    () -> mirroredCopy(a));
        }
        add(
                "Take apart into shells",
                null,
                "A body for each piece of the selected one that hangs together; they follow it when it changes.",
                "separate split loose parts",
                body,
                this::takeApart);
        add(
                "Show or hide body",
                "Ctrl+H",
                "Hides the selected body in the view, or shows it again.",
                "visible",
                body,
                this::toggleVisible);
        add("Next body", "Ctrl+Page Down", "Selects the body to the right.", "select", body, () -> selectBody(1));
        add(
                "Body before",
                "Ctrl+Page Up",
                "Selects the body to the left.",
                "previous select",
                body,
                () -> selectBody(-1));
        add(
                "Delete body",
                null,
                "Removes the selected body; steps of others no longer use it.",
                "remove",
                body,
                this::deleteBody);
    }

    private void newBody(StepDescriptor d) {
        document.edit(
                "New " + inSentence(d.title()),
                doc -> Edits.addBody(doc, d.title(), Material.DEFAULT.name(), d.createDefault()));
        Body b = document.current().bodies().getLast();
        selected.select(b.id());
        selected.selectSteps(List.of(b.entries().getFirst().id()));
    }

    private void duplicateBody() {
        String id = selected.body().id();
        document.edit("Duplicate body", d -> Edits.duplicateBody(d, id));
    }

    /** It stands beside the body, with a tenth of its width between them. */
    private void followingCopy() {
        Body b = selected.body();
        Geometry shown = results.shown(b);
        double width = shown == null || shown.isEmpty()
                ? DEFAULT_WIDTH
                : shown.bounds().size().x();
        document.edit("Following copy", d -> FollowingBodies.copy(d, b.id(), new Vec3(Math.rint(APART * width), 0, 0)));
        selected.select(document.current().bodies().getLast().id());
    }

    private void makeIndependent() {
        String id = selected.body().id();
        document.edit("Make independent", d -> FollowingBodies.independent(d, id));
    }

    private void mirroredCopy(Axis a) {
        String id = selected.body().id();
        document.edit("Mirrored copy", d -> FollowingBodies.mirrored(d, id, a));
        selected.select(document.current().bodies().getLast().id());
    }

    /** Counting the shells of a large body takes a while, so it is done beside the interface. */
    private void takeApart() {
        Body b = selected.body();
        Document d = document.current();
        jobs.run(
                "Taking " + b.name() + " apart",
                () -> {
                    BodyResult r = results.evaluator().evaluate(d, b.id(), Progress.NONE);
                    int shells = Measures.of(r.mesh()).shells();
                    if (shells < 2) throw new StepException(b.name() + " hangs together as one shell.");
                    if (shells > MAX_PARTS)
                        throw new StepException(b.name() + " has " + shells + " shells, too many for a body each.");
                    return shells;
                },
                shells -> document.edit("Take apart", now -> {
                    if (now.body(b.id()) != b)
                        throw new StepException(b.name() + " was changed meanwhile; take it apart again.");
                    return Edits.takeApart(now, b.id(), shells);
                }));
    }

    private void toggleVisible() {
        Body b = selected.body();
        document.edit(b.visible() ? "Hide body" : "Show body", d -> Edits.setVisible(d, b.id(), !b.visible()));
    }

    private void selectBody(int by) {
        List<Body> all = document.current().bodies();
        int at = all.indexOf(selected.body()) + by;
        if (at >= 0 && at < all.size()) selected.select(all.get(at).id());
    }

    private void deleteBody() {
        String id = selected.body().id();
        document.edit("Delete body", d -> Edits.removeBody(d, id));
    }

    private void renameBody() {
        Body b = selected.body();
        dialogs.ask(
                "Rename body",
                "Name",
                b.name(),
                text -> document.edit("Rename body", d -> Edits.renameBody(d, b.id(), text)));
    }
}
