package org.modeststack.app.command;

import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.FollowingBodies;
import org.modeststack.stack.PlacingEdits;
import org.modeststack.stack.StandingBodies;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.Join;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mirror.Mirror;

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
    private final FreePlace freePlace;
    private final Dialogs dialogs;
    private final PointState points;

    BodyCommands(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            ViewState viewState,
            BackgroundJobs jobs,
            PointState points,
            BodyMaterial materials,
            Dialogs dialogs) {
        super("Body");
        freePlace = new FreePlace(document, results, viewState);
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.jobs = jobs;
        this.dialogs = dialogs;
        this.points = points;
        BooleanSupplier always = () -> true;
        BooleanSupplier body = () -> selected.body() != null;
        for (StepDescriptor d : Steps.ALL) {
            if (d.family() != Family.SOURCE || d.type().equals("imported-mesh")) continue;
            add(newName(d), null, d.help(), d.words() + " add start body", always, () -> newBody(d));
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
                "Hides the chosen bodies in the view, or shows them again.",
                "visible",
                body,
                this::toggleVisible);
        BooleanSupplier several = () -> selected.chosen().size() > 1;
        for (Together t : Together.values()) add(t.title, t.keys, t.help, t.words, several, () -> combine(t));
        add(
                "Cut out of what they stand on",
                null,
                "Cuts the chosen bodies out of the bodies that they were placed on.",
                "difference boolean subtract socket hole sink",
                () -> selected.body() != null && StandingBodies.ground(selected.body()) != null,
                this::cutOut);
        add(
                "Mirror chosen bodies",
                "Ctrl+Shift+M",
                "Each of the chosen bodies gets a step that mirrors it across X.",
                "reflect flip symmetry both sides",
                several,
                this::mirrorEach);
        add(
                "Give bodies a material…",
                null,
                "Says what the chosen bodies are made of: a material of the document, or a new one.",
                "colour color paint look shader",
                body,
                materials::ask);
        add(
                "Put in a set…",
                "Ctrl+Shift+P",
                "Puts the chosen bodies in a set of the row, which folds; no name takes them out.",
                "group collection folder together",
                body,
                this::putInSet);
        add(
                "Choose all bodies",
                "Ctrl+Shift+0",
                "Chooses all bodies that stand for themselves.",
                "select everything",
                body,
                this::chooseAll);
        add("Next body", "Ctrl+Page Down", "Selects the body to the right.", "select", body, () -> selectBody(1));
        add(
                "Body before",
                "Ctrl+Page Up",
                "Selects the body to the left.",
                "previous select",
                body,
                () -> selectBody(-1));
        add(
                "To its first tool",
                "Ctrl+Shift+Page Down",
                "Selects the first body that the selected one uses.",
                "deeper inner cutter",
                () -> selected.body() != null
                        && !document.current().toolsOf(selected.body().id()).isEmpty(),
                () -> selected.select(document.current()
                        .toolsOf(selected.body().id())
                        .getFirst()
                        .id()));
        add(
                "Back to the body that uses it",
                "Ctrl+Shift+Page Up",
                "From a tool to the body whose tool it is.",
                "parent owner out",
                () -> selected.way().size() > 1,
                () -> selected.select(
                        selected.way().get(selected.way().size() - 2).id()));
        add(
                "Delete body",
                null,
                "Removes the chosen bodies; steps of others no longer use them.",
                "remove",
                body,
                this::deleteBody);
    }

    static String newName(StepDescriptor source) {
        return "New " + inSentence(source.title());
    }

    private void newBody(StepDescriptor d) {
        Step source = d.createDefault();
        Vec3 by = freePlace.moveFor(boundsOf(source));
        document.edit(newName(d), doc -> {
            Document with = Edits.addBody(doc, d.title(), Material.DEFAULT.name(), source);
            return by.equals(Vec3.ZERO)
                    ? with
                    : PlacingEdits.moveBy(with, with.bodies().getLast().id(), by);
        });
        Body b = document.current().bodies().getLast();
        selected.select(b.id());
        selected.selectSteps(List.of(b.entries().getFirst().id()));
    }

    /** What a source makes with its usual numbers, which takes no time. */
    private static Bounds boundsOf(Step source) {
        try {
            return source.apply(Mesh.EMPTY, new LoneContext(Map.of())).bounds();
        } catch (StepException e) {
            // One that asks for something first makes nothing yet.
            return Bounds.EMPTY;
        }
    }

    private void duplicateBody() {
        String id = selected.body().id();
        Entry placing = StandingBodies.placing(selected.body());
        int at = placing == null ? -1 : selected.body().indexOf(placing.id());
        Document before = document.current();
        document.edit("Duplicate body", d -> StandingBodies.duplicated(d, id));
        if (at < 0 || document.current() == before) return;
        // A second one stands where the first does, which is hardly what is wanted: it asks for its own place.
        Body copy = Edits.duplicateOf(document.current(), id);
        selected.select(copy.id());
        Entry its = copy.entries().get(at);
        selected.selectSteps(List.of(its.id()));
        points.take(its, StepDescriptor.of(its.step()).param("at"));
    }

    private void cutOut() {
        List<String> ids = chosenIds();
        document.edit("Cut out of what they stand on", d -> StandingBodies.cutOut(d, ids));
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

    /** What several chosen bodies can become together. */
    private enum Together {
        UNITE(
                "Unite chosen bodies",
                "Ctrl+Shift+N",
                "The first chosen body gets a step that unites it with the others.",
                "union boolean add merge combine",
                b -> new BooleanStep(Operation.UNION, b)),
        CUT(
                "Cut the others away",
                "Ctrl+Shift+C",
                "The first chosen body gets a step that cuts the others out of it.",
                "difference boolean subtract",
                b -> new BooleanStep(Operation.DIFFERENCE, b)),
        SHARE(
                "Keep what they share",
                "Ctrl+Shift+K",
                "The first chosen body gets a step that keeps what it shares with the others.",
                "intersection boolean common",
                b -> new BooleanStep(Operation.INTERSECTION, b)),
        JOIN(
                "Join chosen bodies",
                "Ctrl+Shift+J",
                "The first chosen body gets the others as shells of its own, nothing being cut.",
                "merge attach combine without cutting",
                Join::new);
        private final String title, keys, help, words;
        private final Function<Bodies, Step> step;

        Together(String title, String keys, String help, String words, Function<Bodies, Step> step) {
            this.title = title;
            this.keys = keys;
            this.help = help;
            this.words = words;
            this.step = step;
        }
    }

    private List<String> chosenIds() {
        return selected.chosen().stream().map(Body::id).toList();
    }

    private void combine(Together how) {
        List<String> ids = chosenIds();
        Document before = document.current();
        document.edit(how.title, d -> Edits.combine(d, ids, how.step));
        if (document.current() == before) return;
        selected.select(ids.getFirst());
        selected.selectSteps(List.of(selected.body().entries().getLast().id()));
    }

    private void mirrorEach() {
        List<String> ids = chosenIds();
        StepDescriptor mirror = StepDescriptor.of(Mirror.class);
        document.edit("Mirror chosen bodies", d -> {
            Document out = d;
            for (String id : ids)
                out = Edits.addStep(out, id, out.bodyOf(id).entries().size(), mirror.createDefault());
            return out;
        });
    }

    private void putInSet() {
        List<String> ids = chosenIds();
        String now = selected.chosen().stream()
                .map(Body::set)
                .filter(s -> !s.isEmpty())
                .findFirst()
                .orElse("");
        dialogs.ask(
                "Put in a set",
                "Name of the set; none takes them out",
                now,
                text -> document.edit("Put in a set", d -> Edits.putInSet(d, ids, text)));
    }

    private void chooseAll() {
        Document d = document.current();
        selected.choose(
                d.bodies().stream().map(Body::id).filter(id -> !d.isTool(id)).toList());
    }

    private void toggleVisible() {
        List<Body> all = selected.chosen();
        List<String> ids = all.stream().map(Body::id).toList();
        boolean show = all.stream().noneMatch(Body::visible);
        document.edit(show ? "Show body" : "Hide body", d -> Edits.setVisible(d, ids, show));
    }

    private void selectBody(int by) {
        // Tools stand with the body that uses them, so the way goes round those beside it.
        Document d = document.current();
        List<Body> way = selected.way();
        List<Body> all = way.size() > 1
                ? d.toolsOf(way.get(way.size() - 2).id())
                : d.bodies().stream().filter(b -> !d.isTool(b.id())).toList();
        int at = all.indexOf(selected.body()) + by;
        if (at >= 0 && at < all.size()) selected.select(all.get(at).id());
    }

    private void deleteBody() {
        List<Body> all = selected.chosen();
        document.edit(all.size() == 1 ? "Delete body" : "Delete bodies", d -> {
            Document out = d;
            for (Body b : all) out = Edits.removeBody(out, b.id());
            return out;
        });
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
