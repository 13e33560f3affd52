package org.modeststack.app;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.BooleanSupplier;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.render.DisplayMode;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/** Every command there is, in the order of the menus. */
final class Commands {
    static final List<String> MENUS = List.of("File", "Edit", "Body", "Step", "Pick", "View", "Help");

    /** More bodies than this at once would be of no use to anyone. */
    private static final int MAX_PARTS = 64;

    private final Session session;
    private final List<Command> all = new ArrayList<>();

    Commands(Session session, Files files, MainWindow window) {
        this.session = session;
        BooleanSupplier always = () -> true;
        BooleanSupplier body = () -> session.body() != null;
        BooleanSupplier step = () -> !session.selectedSteps().isEmpty();
        add("File", "New document", "Ctrl+N", "Starts an empty document.", "", always, files::newDocument);
        add("File", "Open…", "Ctrl+O", "Opens a document.", "load", always, files::open);
        add("File", "Save", "Ctrl+S", "Saves the document.", "write", always, files::save);
        add("File", "Save as…", "Ctrl+Shift+S", "Saves the document under another name.", "", always, files::saveAs);
        add(
                "File",
                "Import mesh…",
                "Ctrl+I",
                "Starts a body from an OBJ or STL file.",
                "obj stl load read",
                always,
                files::importMesh);
        add(
                "File",
                "Export mesh…",
                "Ctrl+Shift+E",
                "Writes the selected body as it is shown to an OBJ or STL file.",
                "obj stl write",
                body,
                files::exportMesh);
        add("File", "Quit", "Ctrl+Q", "Leaves Modest Stack.", "exit close", always, files::quit);

        add("Edit", "Undo", "Ctrl+Z", "Takes the last edit back.", "", session::canUndo, session::undo);
        add("Edit", "Redo", "Ctrl+Y", "Does again what was undone.", "", session::canRedo, session::redo);
        add(
                "Edit",
                "Stop the calculation",
                "Ctrl+Period",
                "Stops a long calculation and keeps the picture as it is.",
                "cancel abort",
                session::isBusy,
                session::cancelWork);
        add(
                "Edit",
                "Find a step or command",
                "Ctrl+K",
                "Type part of a name to add a step or run a command.",
                "search",
                always,
                window::search);

        for (StepDescriptor d : Steps.ALL) {
            if (d.family() != Family.SOURCE || d.type().equals("imported")) continue;
            add(
                    "Body",
                    "New " + inSentence(d.title()),
                    null,
                    d.help(),
                    d.words() + " add start body",
                    always,
                    () -> newBody(d));
        }
        add("Body", "Rename body…", "F2", "Gives the selected body another name.", "name", body, window::renameBody);
        add("Body", "Duplicate body", null, "A second body with the same steps.", "copy", body, this::duplicateBody);
        for (Axis a : Axis.values()) {
            add(
                    "Body",
                    "Mirrored copy across " + a,
                    null,
                    "A body that follows the selected one as its mirror image, by negating " + a + ".",
                    "reflect flip negate instance other side",
                    body,
                    () -> mirroredCopy(a));
        }
        add(
                "Body",
                "Take apart into shells",
                null,
                "A body for each piece of the selected one that hangs together; they follow it when it changes.",
                "separate split loose parts",
                body,
                this::takeApart);
        add(
                "Body",
                "Show or hide body",
                "Ctrl+H",
                "Hides the selected body in the view, or shows it again.",
                "visible",
                body,
                this::toggleVisible);
        add(
                "Body",
                "Next body",
                "Ctrl+Page Down",
                "Selects the body to the right.",
                "select",
                body,
                () -> selectBody(1));
        add(
                "Body",
                "Body before",
                "Ctrl+Page Up",
                "Selects the body to the left.",
                "previous select",
                body,
                () -> selectBody(-1));
        add(
                "Body",
                "Delete body",
                null,
                "Removes the selected body; steps of others no longer use it.",
                "remove",
                body,
                this::deleteBody);

        for (StepDescriptor d : Steps.ALL) {
            if (d.family() == Family.SOURCE) continue;
            add(
                    "Step",
                    d.title(),
                    null,
                    d.help(),
                    d.words() + " add step " + d.family().label(),
                    body,
                    () -> addStep(d));
        }
        add("Step", "Next step", "Ctrl+DOWN", "Opens the step below.", "select drawer", body, () -> selectStep(1));
        add(
                "Step",
                "Step before",
                "Ctrl+UP",
                "Opens the step above.",
                "previous select drawer",
                body,
                () -> selectStep(-1));
        add(
                "Step",
                "Switch off or on",
                "Ctrl+E",
                "Leaves the selected steps out, or carries them out again.",
                "toggle disable enable",
                step,
                this::toggleSteps);
        add(
                "Step",
                "Rename step…",
                null,
                "Gives the selected step a name of its own.",
                "name",
                step,
                window::renameStep);
        add(
                "Step",
                "Duplicate steps",
                "Ctrl+D",
                "Copies the selected steps behind them.",
                "copy",
                step,
                this::duplicateSteps);
        add(
                "Step",
                "Swap what cuts and what is cut",
                null,
                "Moves a union, difference or intersection to its other body, with the roles exchanged.",
                "boolean exchange operands",
                () -> session.openEntry() != null && session.openEntry().step() instanceof BooleanStep,
                this::swapRoles);
        add("Step", "Delete steps", "Delete", "Removes the selected steps.", "remove", step, this::deleteSteps);
        add("Step", "Move step up", "Alt+Shift+UP", "The step runs earlier.", "reorder", step, () -> move(-1));
        add("Step", "Move step down", "Alt+Shift+DOWN", "The step runs later.", "reorder", step, () -> move(1));
        add(
                "Step",
                "Group steps…",
                "Ctrl+T",
                "Puts the selected steps under one name, as one line that folds.",
                "fold together name collapse",
                step,
                window::groupSteps);
        add(
                "Step",
                "Take steps out of their group",
                "Ctrl+Shift+T",
                "The selected steps stand for themselves again.",
                "ungroup",
                () -> session.openEntry() != null || !session.selectedSteps().isEmpty(),
                this::ungroup);
        add(
                "Step",
                "Copy steps to another body…",
                null,
                "Adds copies of the selected steps to another body.",
                "paste",
                step,
                window::copySteps);
        add(
                "Step",
                "Show up to this step",
                "Ctrl+U",
                "Puts the marker line below the selected step.",
                "marker line",
                step,
                this::showUpTo);
        add("Step", "Show one step less", "Alt+UP", "Moves the marker line up.", "marker line", body, () -> marker(-1));
        add(
                "Step",
                "Show one step more",
                "Alt+DOWN",
                "Moves the marker line down.",
                "marker line",
                body,
                () -> marker(1));
        add(
                "Step",
                "Bake step",
                "Ctrl+B",
                "Freezes the selected steps as they come out now; they can be unbaked.",
                "freeze apply",
                step,
                this::bakeSteps);
        add(
                "Step",
                "Bake up to here",
                null,
                "Freezes everything up to the selected step.",
                "freeze apply",
                step,
                this::bakeUpTo);
        add("Step", "Bake all", null, "Freezes all steps of the body.", "freeze apply", body, this::bakeAll);
        add(
                "Step",
                "Unbake",
                "Ctrl+Shift+B",
                "Puts the steps back that a baked one was made from.",
                "unfreeze",
                this::bakedSelected,
                this::unbake);

        picks();

        ViewPane view = window.view();
        for (DisplayMode m : DisplayMode.values()) {
            add(
                    "View",
                    m.label(),
                    null,
                    "Draws the bodies " + m.label().toLowerCase(Locale.ROOT) + ".",
                    "display mode draw",
                    always,
                    () -> view.setMode(m));
        }
        add(
                "View",
                "Fit everything",
                "Ctrl+0",
                "Brings all bodies into the picture.",
                "zoom all",
                always,
                () -> view.fit(false));
        add(
                "View",
                "Fit the selected body",
                "Ctrl+9",
                "Brings the selected body into the picture.",
                "zoom",
                body,
                () -> view.fit(true));
        add(
                "View",
                "From the front",
                "Alt+1",
                "Looks along Y.",
                "camera axis",
                always,
                () -> view.setCamera(view.camera().from(0, 0)));
        add(
                "View",
                "From the right",
                "Alt+2",
                "Looks against X.",
                "camera axis side",
                always,
                () -> view.setCamera(view.camera().from(90, 0)));
        add(
                "View",
                "From above",
                "Alt+3",
                "Looks down Z.",
                "camera axis top plan",
                always,
                () -> view.setCamera(view.camera().from(0, 90)));
        add(
                "View",
                "From the corner",
                "Alt+4",
                "The usual view from the front right, from somewhat above.",
                "camera",
                always,
                () -> view.setCamera(view.camera().from(28, 32)));
        add(
                "View",
                "Perspective or parallel",
                "Alt+5",
                "Changes between a perspective and a parallel picture.",
                "orthographic camera",
                always,
                () -> view.setCamera(
                        view.camera().withPerspective(!view.camera().perspective())));
        add(
                "View",
                "Next tag in the view",
                "Ctrl+Shift+Y",
                "Shows a tag of the selected body with its weights, then the next, then none.",
                "weights selection set show mark",
                body,
                session::showNextTag);
        add(
                "View",
                "Snap handles",
                "Ctrl+Shift+X",
                "Handles jump to vertices, edges, centres and faces under the pointer; Ctrl does so for one drag.",
                "magnet grid vertex place exact",
                always,
                () -> session.setSnapping(!session.snapping()));
        add(
                "View",
                "Ledger",
                "Ctrl+L",
                "Folds the ledger in or out: numbers after each step.",
                "table statistics counts",
                always,
                window::toggleLedger);
        add(
                "View",
                "Close the drawer",
                "Esc",
                "Ends picking, or closes the open step's settings.",
                "stop picking",
                () -> session.openEntry() != null
                        || session.picking().isOn()
                        || session.points().isOn(),
                this::back);

        add(
                "Help",
                "Open the demo",
                null,
                "Opens the fittings of the Skerry Light.",
                "example",
                always,
                files::openDemo);
        add("Help", "Keys", "F1", "Lists all shortcuts.", "shortcuts keyboard help", always, window::showKeys);
    }

    /** What is done to what is picked. */
    private void picks() {
        Picking p = session.picking();
        BooleanSupplier body = () -> session.body() != null, on = p::isOn;
        add(
                "Pick",
                "Pick bodies",
                "Ctrl+1",
                "A click in the view selects a body.",
                "mode",
                body,
                () -> p.setKind(null));
        for (ElementKind k : ElementKind.values()) {
            String kind = PickText.plural(k);
            add(
                    "Pick",
                    "Pick " + kind,
                    "Ctrl+" + (2 + k.ordinal()),
                    "A click in the view picks " + kind + " of the selected body.",
                    "mode select elements",
                    body,
                    () -> p.setKind(k));
        }
        add(
                "Pick",
                "Everything",
                "Ctrl+A",
                "Picks all there is of the kind.",
                "all",
                on,
                () -> p.set(Pick.all(p.kind())));
        add("Pick", "Nothing", "Ctrl+Shift+A", "Picks nothing.", "none clear", on, () -> p.set(Pick.none(p.kind())));
        change("Inverted", "Ctrl+Shift+I", "Picks what is not picked.", Term.Kind.INVERT, 0);
        change("Grown", "Ctrl+G", "Adds what touches what is picked.", Term.Kind.GROW, 1);
        change("Shrunk", "Ctrl+Shift+G", "Takes away what lies at the edge.", Term.Kind.SHRINK, 1);
        change("Their loops", "Ctrl+Shift+L", "Adds the loops that picked edges lie on.", Term.Kind.LOOP, 0);
        change("Their rings", "Ctrl+Shift+R", "Adds the edges side by side with picked ones.", Term.Kind.RING, 0);
        change("All connected", "Ctrl+J", "Adds all that hangs together with it.", Term.Kind.CONNECTED, 0);
        change("All flush", "Ctrl+Shift+F", "Adds faces reached over flat edges, up to 20°.", Term.Kind.FLUSH, 20);
        change("Only the rim", null, "Keeps what lies along the border of what is picked.", Term.Kind.RIM, 0);
        add(
                "Pick",
                "Edges sharper than 30°",
                null,
                "Adds the sharp edges.",
                "angle",
                on,
                () -> p.rule(new Rule.Sharper(30)));
        add("Pick", "Open edges", null, "Adds the edges with one face.", "border", on, () -> p.rule(new Rule.Border()));
        add("Pick", "Same direction", null, "Adds faces that look the same way.", "normal alike", on, () -> p.alike(1));
        add("Pick", "Same number of sides", null, "Adds faces like the first.", "alike", on, () -> p.likeFirst(false));
        add("Pick", "Same material", null, "Adds faces like the first.", "alike", on, () -> p.likeFirst(true));
        add(
                "Pick",
                "Same step again",
                "Ctrl+Shift+D",
                "Does the body's last step on picked elements once more, on what is picked now.",
                "repeat last operation",
                () -> p.isOn() && p.target() == null && lastOnPick() != null,
                this::again);
    }

    private void change(String name, String keys, String help, Term.Kind kind, double amount) {
        Picking p = session.picking();
        add("Pick", name, keys, help, "select", p::isOn, () -> p.change(kind, amount));
    }

    /** The last step above the marker line that works on a pick, or null. */
    private Step lastOnPick() {
        Body b = session.body();
        if (b == null) return null;
        Step last = null;
        for (Entry e : b.entries().subList(0, b.shownSteps())) if (Picking.pickOf(e.step()) != null) last = e.step();
        return last;
    }

    private void again() {
        addStep(StepDescriptor.of(lastOnPick()), lastOnPick());
    }

    private void back() {
        Picking p = session.picking();
        if (p.target() != null) p.done();
        else if (session.points().isOn()) session.points().cancel();
        else if (p.isOn()) p.setKind(null);
        else session.closeDrawer();
    }

    private void add(
            String menu,
            String name,
            String keys,
            String help,
            String words,
            BooleanSupplier enabled,
            Runnable action) {
        all.add(new Command(menu, name, keys, help, words, enabled, action));
    }

    List<Command> all() {
        return all;
    }

    /** The command of this name. */
    Command named(String name) {
        return all.stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
    }

    /** A title inside a sentence: it begins small, unless it begins with initials. */
    private static String inSentence(String title) {
        boolean initials = title.length() > 1 && Character.isUpperCase(title.charAt(1));
        return initials ? title : title.substring(0, 1).toLowerCase(Locale.ROOT) + title.substring(1);
    }

    private void newBody(StepDescriptor d) {
        session.edit(
                "New " + inSentence(d.title()),
                doc -> Edits.addBody(doc, d.title(), Material.DEFAULT, d.createDefault()));
        Body b = session.document().bodies().getLast();
        session.select(b.id());
        session.selectSteps(List.of(b.entries().getFirst().id()));
    }

    private void duplicateBody() {
        String id = session.body().id();
        session.edit("Duplicate body", d -> Edits.duplicateBody(d, id));
    }

    private void mirroredCopy(Axis a) {
        String id = session.body().id();
        session.edit("Mirrored copy", d -> Edits.mirroredCopy(d, id, a));
        session.select(session.document().bodies().getLast().id());
    }

    private void swapRoles() {
        Body b = session.body();
        Entry e = session.openEntry();
        List<String> others = List.copyOf(e.step().bodies());
        Document before = session.document();
        session.edit("Swap roles", d -> Edits.swapRoles(d, b.id(), e.id()));
        if (session.document() == before) return;
        session.select(others.getFirst());
        session.selectSteps(List.of(session.body().entries().getLast().id()));
    }

    private void takeApart() {
        Body b = session.body();
        session.edit("Take apart", d -> {
            BodyResult r = session.result(b.id());
            if (r == null || session.evaluatedDocument() != d) {
                throw new StepException("The body is still being worked out; take it apart in a moment.");
            }
            int shells = Measures.of(r.mesh()).shells();
            if (shells < 2) throw new StepException(b.name() + " hangs together as one shell.");
            if (shells > MAX_PARTS) {
                throw new StepException(b.name() + " has " + shells + " shells, too many for a body each.");
            }
            return Edits.takeApart(d, b.id(), shells);
        });
    }

    private void toggleVisible() {
        Body b = session.body();
        session.edit(b.visible() ? "Hide body" : "Show body", d -> Edits.setVisible(d, b.id(), !b.visible()));
    }

    private void selectBody(int by) {
        List<Body> all = session.document().bodies();
        int at = all.indexOf(session.body()) + by;
        if (at >= 0 && at < all.size()) session.select(all.get(at).id());
    }

    /** From the selected step to the one above or below; from none to the first or the last. */
    private void selectStep(int by) {
        List<Entry> entries = session.body().entries();
        Entry open = session.openEntry();
        int at = open != null ? entries.indexOf(open) + by : by > 0 ? 0 : entries.size() - 1;
        if (at >= 0 && at < entries.size())
            session.selectSteps(List.of(entries.get(at).id()));
    }

    private void deleteBody() {
        String id = session.body().id();
        session.edit("Delete body", d -> Edits.removeBody(d, id));
    }

    private void addStep(StepDescriptor d) {
        addStep(d, d.createDefault());
    }

    /**
     * The new step goes behind the selected one, or to the marker line; one that works on picked elements takes what is
     * picked.
     */
    private void addStep(StepDescriptor d, Step values) {
        Body b = session.body();
        Entry open = session.openEntry();
        ParamDescriptor pick = Picking.pickOf(values);
        boolean picked = pick != null && session.picking().target() == null;
        int at = open == null || picked ? b.shownSteps() : b.indexOf(open.id()) + 1;
        Pick taken = picked ? session.picking().take() : Pick.none(ElementKind.FACE);
        Step step = taken.terms().isEmpty() ? values : d.with(values, pick.name(), taken);
        long id = session.document().nextId();
        session.edit("Add " + inSentence(d.title()), doc -> Edits.addStep(doc, b.id(), at, step));
        session.selectSteps(List.of(id));
        Entry added = session.openEntry();
        if (added != null && added.id() == id) session.points().takeAll(added);
    }

    private void toggleSteps() {
        Body b = session.body();
        Set<Long> ids = session.selectedSteps();
        boolean on = b.entries().stream().anyMatch(e -> ids.contains(e.id()) && !e.enabled());
        session.edit(on ? "Switch on" : "Switch off", d -> Edits.setEnabled(d, b.id(), ids, on));
    }

    private void duplicateSteps() {
        Body b = session.body();
        session.edit("Duplicate steps", d -> Edits.duplicateSteps(d, b.id(), session.selectedSteps()));
    }

    private void deleteSteps() {
        Body b = session.body();
        Set<Long> ids = session.selectedSteps();
        if (ids.contains(b.entries().getFirst().id())) {
            session.say("The source makes the mesh, so it stays. Delete the body to be rid of both.", true);
            return;
        }
        session.edit("Delete steps", d -> Edits.removeSteps(d, b.id(), ids));
    }

    private void move(int by) {
        Body b = session.body();
        long id = session.selectedSteps().iterator().next();
        int to = b.indexOf(id) + by;
        if (to < 1 || to >= b.entries().size()) return;
        session.edit("Move step", d -> Edits.moveStep(d, b.id(), id, to));
    }

    private void ungroup() {
        Body b = session.body();
        Set<Long> ids = session.selectedSteps();
        session.edit("Take out of the group", d -> Edits.setGroup(d, b.id(), ids, ""));
    }

    private void showUpTo() {
        Body b = session.body();
        int last = 0;
        for (long id : session.selectedSteps()) last = Math.max(last, b.indexOf(id) + 1);
        int at = last;
        session.edit("Move the marker line", d -> Edits.setMarker(d, b.id(), at));
    }

    private void marker(int by) {
        Body b = session.body();
        int at = Math.clamp(b.shownSteps() + by, 1, b.entries().size());
        session.edit("Move the marker line", d -> Edits.setMarker(d, b.id(), at));
    }

    private void bake(int from, int to, String label) {
        Body b = session.body();
        session.edit(label, d -> {
            BodyResult r = session.result(b.id());
            if (r == null || session.evaluatedDocument() != d) {
                throw new StepException("The steps are still being worked out; bake again in a moment.");
            }
            return Edits.bake(d, b.id(), from, to, r);
        });
    }

    /** The selected steps, and whatever lies between them. */
    private void bakeSteps() {
        Body b = session.body();
        int from = Integer.MAX_VALUE, to = -1;
        for (long id : new LinkedHashSet<>(session.selectedSteps())) {
            from = Math.min(from, b.indexOf(id));
            to = Math.max(to, b.indexOf(id));
        }
        bake(from, to, "Bake");
    }

    private void bakeUpTo() {
        Body b = session.body();
        int to = 0;
        for (long id : session.selectedSteps()) to = Math.max(to, b.indexOf(id));
        bake(0, to, "Bake up to here");
    }

    private void bakeAll() {
        bake(0, session.body().entries().size() - 1, "Bake all");
    }

    private boolean bakedSelected() {
        Body b = session.body();
        return b != null
                && b.entries().stream()
                        .anyMatch(e -> session.selectedSteps().contains(e.id()) && e.step() instanceof Baked);
    }

    private void unbake() {
        Body b = session.body();
        session.edit("Unbake", d -> {
            Document next = d;
            for (Entry e : b.entries())
                if (session.selectedSteps().contains(e.id())) next = Edits.unbake(next, b.id(), e.id());
            return next;
        });
    }
}
