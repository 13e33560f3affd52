package org.modeststack.app.state;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.Palette;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.smooth.Crease;

/** How one view looks at the bodies: from where, in which mode, with which tag, and whether its handles snap. */
public final class ViewState {
    /** Bodies with more faces are not smoothed only to be looked at. */
    public static final int MOST_SMOOTHED_FACES = 500_000;

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final Signal changed;
    private Camera camera = Camera.DEFAULT;
    private DisplayMode mode = DisplayMode.SHADED_EDGES;
    private Others others = Others.SHOWN;
    private Palette palette = Palette.LIGHT;
    private boolean snapping;
    private boolean holding;
    private String shownTag = "";
    /** Bodies that are seen as if they were smoothed, and in which document: others name their bodies alike. */
    private final Set<String> smooth = new HashSet<>();

    private int smoothIn;

    ViewState(
            Pulse pulse, DocumentState document, SelectionState selected, ResultState results, MessageState messages) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        changed = new Signal(pulse);
    }

    public Signal changed() {
        return changed;
    }

    /** The colours of the picture that are not of materials. */
    public Palette palette() {
        return palette;
    }

    public void setPalette(Palette now) {
        palette = now;
        changed.fire();
    }

    /** How bodies are seen that are not chosen. */
    public enum Others {
        SHOWN,
        FAINT,
        HIDDEN;

        public String label() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public Others others() {
        return others;
    }

    public void setOthers(Others o) {
        others = o;
        changed.fire();
    }

    /** Shown, then faint, then hidden, then shown again. */
    public void nextOthers() {
        setOthers(Others.values()[(others.ordinal() + 1) % Others.values().length]);
        messages.say("Other bodies are " + others.label() + ".", false);
    }

    /**
     * Whether a body is one of the others: not chosen, nor what a chosen tool belongs to, which is what that is looked at
     * for.
     */
    public boolean isOther(Body b) {
        return !selected.isChosen(b.id())
                && selected.chosen().stream()
                        .noneMatch(c -> document.current().toolsOf(b.id()).contains(c));
    }

    /** Bodies that others use are their tools: they are not drawn as solids. */
    public boolean isSolid(Body b) {
        return b.visible() && !document.current().isTool(b.id());
    }

    /** A tool is seen as a ghost while it, or the step that uses it, is selected. */
    public boolean isGhost(Body b) {
        if (isSolid(b)) return false;
        Entry open = selected.openEntry();
        return b == selected.body()
                || (b.visible() && open != null && open.step().bodies().contains(b.id()));
    }

    public Camera camera() {
        return camera;
    }

    public void setCamera(Camera c) {
        camera = c;
        changed.fire();
    }

    public DisplayMode mode() {
        return mode;
    }

    public void setMode(DisplayMode m) {
        mode = m;
        changed.fire();
    }

    /** Whether the chosen bodies have handles along and round the axes, and not only the one in their middle. */
    public boolean isHolding() {
        return holding;
    }

    public void setHolding(boolean on) {
        holding = on;
        changed.fire();
    }

    /** Whether handles snap to what is under the pointer; Ctrl turns it round for a drag. */
    public boolean snapping() {
        return snapping;
    }

    public void setSnapping(boolean on) {
        snapping = on;
        messages.say(on ? "Handles snap to what is under the pointer." : "Handles move freely again.", false);
        changed.fire();
    }

    /** Whether a body is seen as if it were smoothed by subdivision; there is no step for it. */
    public boolean isSmooth(Body b) {
        return smoothIn == document.generation() && smooth.contains(b.id());
    }

    /** Shows a body as if it were smoothed, or as it is again. */
    public void toggleSmooth(Body b) {
        Geometry shown = results.shown(b);
        if (!isSmooth(b) && shown != null && shown.faceCount() > MOST_SMOOTHED_FACES) {
            messages.say(b.name() + " has too many faces to look smoothed.", true);
            changed.fire();
            return;
        }
        if (smoothIn != document.generation()) smooth.clear();
        smoothIn = document.generation();
        boolean on = smooth.add(b.id());
        if (!on) smooth.remove(b.id());
        messages.say(b.name() + (on ? " looks smoothed." : " looks as it is."), false);
        changed.fire();
    }

    /** The tag that is seen in the view: that of an open step that gives one, or the one that was asked for; or "". */
    public String shownTag() {
        Entry open = selected.openEntry();
        if (open == null) return shownTag;
        return switch (open.step()) {
            case TagStep t -> t.name();
            case Crease c -> c.what().kind() == ElementKind.VERTEX ? Crease.VERTICES : Crease.EDGES;
            default -> shownTag;
        };
    }

    /** The tags that the selected body has where the marker line is. */
    private List<String> tags() {
        Body b = selected.body();
        Geometry g = b == null ? null : results.shown(b);
        return g == null
                ? List.of()
                : g.parts().stream()
                        .map(Part::mesh)
                        .distinct()
                        .flatMap(m -> m.tags().keySet().stream())
                        .distinct()
                        .filter(n -> !n.startsWith(StepContext.MADE) && !EdgeShading.isOwn(n))
                        .sorted()
                        .toList();
    }

    /** Shows the next of these tags, after the last none. */
    public void showNextTag() {
        List<String> all = tags();
        if (all.isEmpty()) {
            messages.say("The body has no tags here; the step Tag makes one.", false);
            return;
        }
        int at = all.indexOf(shownTag) + 1;
        shownTag = at < all.size() ? all.get(at) : "";
        messages.say(shownTag.isEmpty() ? "No tag is shown." : "Shown is the tag " + shownTag + ".", false);
        changed.fire();
    }
}
