package org.modeststack.app.view.handle;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Point2D;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.OpenStepState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.view.point.PointLayer;
import org.modeststack.app.view.point.SnapFinder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.Guide;
import org.modeststack.steps.Handle;

/**
 * The handles of the open step, over the picture: a dot for each number that can be dragged, with the line along which
 * it is measured, and one for the place of each body that the step uses. They keep their size on the screen, follow the
 * keyboard's arrows, and are kept while they are dragged.
 */
public final class HandleLayer extends Pane {
    private final SelectionState selected;
    private final OpenStepState openStep;
    private final ResultState results;
    private final HandleSpace space;
    private final HoldHandles hold;
    private final List<Line> guides = new ArrayList<>();
    private int shownGuides;
    private final Map<String, HandleDot> dots = new HashMap<>();

    public HandleLayer(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            OpenStepState openStep,
            PickState picks,
            ViewState viewState,
            SnapFinder snaps,
            PointLayer marks) {
        this.selected = selected;
        this.results = results;
        this.openStep = openStep;
        space = new HandleSpace(document, results, viewState, snaps, marks);
        hold = new HoldHandles(space, selected, results, picks, viewState);
        setPickOnBounds(false);
        getStyleClass().add("handles");
    }

    /** Puts the handles where they belong in a picture taken by this camera. */
    public void show(Camera newCamera, int newWidth, int newHeight) {
        space.set(newCamera, newWidth, newHeight);
        Map<String, HandleDot> wanted = new HashMap<>();
        Body b = selected.body();
        Entry open = selected.openEntry();
        int lines = 0;
        if (b != null && open != null && open.enabled()) {
            OpenStepState.Aids aids = b.indexOf(open.id()) < b.shownSteps() ? openStep.aids() : null;
            if (aids != null) {
                lines = guides(b, open, aids.guides());
                ofStep(b, open, aids.handles(), wanted);
            }
            ofBodies(open, wanted);
        }
        hold.add(dots, wanted);
        while (guides.size() > lines) guides.removeLast();
        if (!wanted.equals(dots) || guides.size() != shownGuides) {
            dots.clear();
            dots.putAll(wanted);
            shownGuides = guides.size();
            getChildren().setAll(guides);
            getChildren().addAll(dots.values().stream().map(d -> d.line).toList());
            getChildren().addAll(dots.values());
            getChildren().addAll(dots.values().stream().map(d -> d.tick).toList());
            getChildren().addAll(dots.values().stream().map(d -> d.label).toList());
        }
        dots.values().forEach(HandleDot::place);
    }

    /**
     * Draws the lines that show how far a step can go.
     *
     * @return how many
     */
    private int guides(Body b, Entry open, List<Guide> all) {
        Affine behind = WholePlacement.over(b, b.indexOf(open.id()) + 1);
        for (int i = 0; i < all.size(); i++) {
            if (i == guides.size()) {
                Line line = new Line();
                line.getStyleClass().add("guide");
                line.setMouseTransparent(true);
                guides.add(line);
            }
            Point2D p = space.onScreen(behind.point(all.get(i).from())),
                    q = space.onScreen(behind.point(all.get(i).to()));
            guides.get(i).setStartX(p.getX());
            guides.get(i).setStartY(p.getY());
            guides.get(i).setEndX(q.getX());
            guides.get(i).setEndY(q.getY());
        }
        return all.size();
    }

    /**
     * One arrow key for the chosen bodies, as if it were pressed on their handle.
     *
     * @return whether there is one
     */
    public boolean nudge(double x, double y, boolean fine) {
        if (!(dots.get("hold") instanceof HoldPlace dot)) return false;
        dot.begin();
        dot.nudge(x, y, fine);
        space.document().endMerge();
        return true;
    }

    private void ofStep(Body b, Entry open, List<Handle> handles, Map<String, HandleDot> wanted) {
        Affine behind = WholePlacement.over(b, b.indexOf(open.id()) + 1);
        for (Handle h : handles) {
            if (h.isPoint()) {
                String key = open.id() + ":" + h.param() + ":point";
                PointHandle dot = dots.get(key) instanceof PointHandle d
                        ? d
                        : new PointHandle(space, b.id(), open.id(), h.param());
                dot.set(behind, h.at());
                wanted.put(key, dot);
                continue;
            }
            String key = open.id() + ":" + h.param() + ":" + h.axis();
            // A number may have two, as on the first copy and on the last.
            if (wanted.containsKey(key)) key += ":more";
            HandleDot dot = dots.get(key) instanceof NumberHandle d ? d : new NumberHandle(space, b.id(), open.id());
            Vec3 tip = h.round() == null ? null : h.from().plus(h.round());
            Vec3 from = behind.point(h.from());
            ((NumberHandle) dot)
                    .set(
                            h,
                            from,
                            behind.point(h.at()),
                            tip == null ? null : behind.point(tip).minus(from).unit());
            if (dot.isUsable()) wanted.put(key, dot);
        }
    }

    private void ofBodies(Entry open, Map<String, HandleDot> wanted) {
        for (String id : open.step().bodies()) {
            Body other = space.document().current().body(id);
            Geometry parts = other == null ? null : results.shown(other);
            if (parts == null || parts.isEmpty()) continue;
            String key = "place:" + id;
            HandleDot dot = dots.get(key) instanceof PlaceHandle d ? d : new PlaceHandle(space, id);
            ((PlaceHandle) dot).set(other, parts.bounds().center());
            wanted.put(key, dot);
        }
    }
}
