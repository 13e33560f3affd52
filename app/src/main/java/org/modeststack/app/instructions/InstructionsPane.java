package org.modeststack.app.instructions;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PerGeometry;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dragging;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.MeshReport;
import org.modeststack.stack.evaluate.OwnAxes;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Remark;

/** The selected body's steps, top to bottom in the order they run, with the marker line between them. */
public final class InstructionsPane extends BorderPane {
    /** With more steps than this they take one line each by themselves; and with more than this they can be searched. */
    private static final int COMPACT = 25, SEARCHED = 12;

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final PickState picks;
    private final PointState points;
    private final Thumbnails pictures;
    private final PerGeometry<MeshReport> reports;
    private final HBox way = new HBox(4);
    private final Label title = new Label();
    private final Label facts = new Label();
    private final TextField find = new TextField();
    /** Whether steps that are not open take one line; null where that goes by how many there are. */
    private Boolean compact;

    private final VBox list = new VBox();
    private final HBox marker = new HBox(8);
    private final Label markerText = new Label();
    private final Region dropLine = new Region();
    private final Map<Long, StepRow> rows = new HashMap<>();
    /** What stands for a step in the list: its row, or the line of the folded group it is in. */
    private final Map<Long, Node> shownAs = new HashMap<>();
    /** The lines of groups, and which of them are folded, by their first step. */
    private final Map<Long, GroupRow> headers = new HashMap<>();

    private final Set<Long> folded = new HashSet<>();
    private final ContextMenu menu;
    private String shownBody;
    /** The ids and names on the way that is shown. */
    private List<String> shownWay;

    private List<Node> order = List.of();
    /** What the size was measured of, along which axes, and what came out; and whether these are turned. */
    private Geometry measured;

    private Affine measuredAlong;
    private Vec3 size;
    private boolean turned;
    /** The newest numbers there are: while a number is dragged they may be one mesh behind. */
    private MeshReport report;

    public InstructionsPane(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            PickState picks,
            PointState points,
            Thumbnails pictures,
            PerGeometry<MeshReport> reports,
            ContextMenu menu) {
        this.reports = reports;
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.picks = picks;
        this.points = points;
        this.pictures = pictures;
        this.menu = menu;
        getStyleClass().add("instructions");
        title.getStyleClass().add("body-title");
        Hint.on(title, title::getText);
        facts.getStyleClass().add("body-facts");
        Hint.on(
                facts,
                () -> facts.getText() + (turned ? "\nThe size is along its own axes, since it stands turned." : ""));
        way.getStyleClass().add("body-way");
        find.setPromptText("Find a step");
        find.setAccessibleText("Find a step by what it says");
        find.getStyleClass().add("find-body");
        find.textProperty().addListener((_, _, _) -> refresh());
        find.setOnKeyPressed(e -> {
            if (e.getCode() != KeyCode.ESCAPE) return;
            find.clear();
            getScene().getRoot().requestFocus();
            e.consume();
        });
        VBox head = new VBox(4, way, title, facts, find);
        head.getStyleClass().add("instructions-head");
        setTop(head);
        list.getStyleClass().add("step-list");
        ScrollPane scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        setCenter(scroll);
        buildMarker();
        dropLine.getStyleClass().add("drop-line");
        dropLine.setManaged(false);
        dropLine.setVisible(false);
        Runnable refresh = this::refresh;
        document.changed().listen(refresh);
        selected.changed().listen(refresh);
        results.changed().listen(refresh);
    }

    private void buildMarker() {
        Region diamond = new Region();
        diamond.getStyleClass().add("marker-diamond");
        Region line = new Region();
        line.getStyleClass().add("marker-rule");
        HBox.setHgrow(line, Priority.ALWAYS);
        markerText.getStyleClass().add("marker-text");
        marker.getChildren().addAll(diamond, markerText, line);
        marker.setAlignment(Pos.CENTER_LEFT);
        marker.getStyleClass().add("marker");
        marker.setCursor(Cursor.V_RESIZE);
        marker.setFocusTraversable(true);
        marker.setAccessibleText("Marker line: up to where the view shows");
        Hint.on(marker, "The view shows the body up to this line. Drag it, or use Alt+Up and Alt+Down.");
        Dragging.follow(marker, MouseEvent::consume, this::markerDragged, _ -> document.endMerge());
    }

    private void markerDragged(MouseEvent e) {
        int at = Math.max(1, placeAt(e.getSceneY()));
        Body b = selected.body();
        if (b != null && at != b.shownSteps()) {
            document.edit("Move the marker line", "marker:" + b.id(), d -> Edits.setMarker(d, b.id(), at));
        }
    }

    /** How many steps lie above a height in the scene. */
    private int placeAt(double sceneY) {
        Body b = selected.body();
        int n = 0;
        for (Entry e : b.entries()) {
            Node row = shownAs.get(e.id());
            var box = row.localToScene(row.getBoundsInLocal());
            if (sceneY > box.getCenterY()) n++;
        }
        return n;
    }

    public void refresh() {
        Body body = selected.body();
        title.setText(body == null ? "No body" : body.name());
        showWay();
        if (body == null) {
            facts.setText("Press Ctrl+K to add one.");
            find.setVisible(false);
            find.setManaged(false);
            list.getChildren().clear();
            order = List.of();
            return;
        }
        if (!body.id().equals(shownBody)) {
            shownBody = body.id();
            report = null;
            rows.clear();
            headers.clear();
            folded.clear();
        }
        boolean many = body.entries().size() > SEARCHED;
        find.setVisible(many);
        find.setManaged(many);
        String typed = many ? find.getText().strip().toLowerCase(Locale.ROOT) : "";
        boolean small = compact == null ? body.entries().size() > COMPACT : compact;
        List<Node> wanted = new ArrayList<>();
        Set<Long> chosen = selected.steps();
        shownAs.clear();
        GroupRow header = null;
        boolean hidden = false;
        for (int i = 0; i < body.entries().size(); i++) {
            Entry e = body.entries().get(i);
            boolean begins = i == 0 || !body.entries().get(i - 1).group().equals(e.group());
            if (begins) {
                header = null;
                hidden = false;
            }
            if (begins && !e.group().isEmpty()) {
                header = header(body, i);
                // The marker line must be seen, so a group that it runs through is open.
                int end = end(body, i);
                hidden = folded.contains(e.id()) && (body.shownSteps() <= i || body.shownSteps() > end);
                header.show(e.group(), i + 1, end + 1, hidden, remarks(body, i, end));
                wanted.add(header);
            }
            StepRow row = rows.computeIfAbsent(e.id(), _ -> newRow(body, e.id()));
            row.show(
                    i + 1,
                    e,
                    results.result(body.id(), e.id()),
                    pictures,
                    chosen.contains(e.id()),
                    i >= body.shownSteps());
            row.setCompact(small && !chosen.contains(e.id()));
            boolean matches =
                    typed.isEmpty() || row.text().toLowerCase(Locale.ROOT).contains(typed);
            if (!hidden && matches) wanted.add(row);
            shownAs.put(e.id(), hidden ? header : row);
            if (i + 1 == body.shownSteps()) wanted.add(marker);
        }
        rows.keySet().removeIf(id -> body.entry(id) == null);
        headers.keySet().removeIf(id -> body.entry(id) == null);
        folded.removeIf(id -> body.entry(id) == null);
        boolean all = body.shownSteps() == body.entries().size();
        markerText.setText(all ? "shown to the end" : "shown up to here");
        if (!wanted.equals(order)) {
            order = wanted;
            List<Node> children = new ArrayList<>(wanted);
            children.add(dropLine);
            list.getChildren().setAll(children);
        }
        facts(body);
    }

    /** The bodies that the one shown is a tool of, outermost first; a click goes back to one. */
    private void showWay() {
        List<Body> whole = selected.way(), users = whole.subList(0, Math.max(0, whole.size() - 1));
        List<String> now =
                users.stream().flatMap(b -> Stream.of(b.id(), b.name())).toList();
        // What is being pressed or has the focus stays while results come in.
        if (now.equals(shownWay)) return;
        shownWay = now;
        way.getChildren().clear();
        for (Body b : users) {
            Label name = new Label(b.name());
            name.getStyleClass().add("way-body");
            name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
            Hint.on(name, "Back to " + b.name() + ", which uses this body");
            Pressable.on(name, _ -> selected.select(b.id()));
            Label on = new Label("›");
            on.getStyleClass().add("way-sign");
            way.getChildren().addAll(name, on);
        }
        way.setVisible(!way.getChildren().isEmpty());
        way.setManaged(way.isVisible());
    }

    /** Shows steps that are not open in one line each, or as they are by themselves; the other way from how they are now. */
    public void toggleCompact() {
        Body b = selected.body();
        boolean now = compact == null ? b != null && b.entries().size() > COMPACT : compact;
        compact = !now;
        messages.say(compact ? "Steps take one line each." : "Steps are shown with their pictures.", false);
        refresh();
    }

    /** Folds all groups of the body, or unfolds them where all are folded. */
    public void toggleGroups() {
        Body b = selected.body();
        if (b == null) return;
        Set<Long> firsts = new HashSet<>();
        for (int i = 0; i < b.entries().size(); i++) {
            String g = b.entries().get(i).group();
            if (!g.isEmpty() && (i == 0 || !b.entries().get(i - 1).group().equals(g)))
                firsts.add(b.entries().get(i).id());
        }
        if (folded.containsAll(firsts)) folded.clear();
        else folded.addAll(firsts);
        refresh();
    }

    /** The last step of the group that begins at a place. */
    private static int end(Body body, int from) {
        int end = from;
        String group = body.entries().get(from).group();
        while (end + 1 < body.entries().size()
                && body.entries().get(end + 1).group().equals(group)) end++;
        return end;
    }

    private GroupRow header(Body body, int at) {
        long first = body.entries().get(at).id();
        return headers.computeIfAbsent(
                first,
                _ -> new GroupRow(
                        () -> {
                            if (!folded.remove(first)) folded.add(first);
                            refresh();
                        },
                        () -> {
                            Body now = selected.body();
                            int from = now.indexOf(first);
                            selected.selectSteps(now.entries().subList(from, end(now, from) + 1).stream()
                                    .map(Entry::id)
                                    .toList());
                        }));
    }

    /** How many remarks the steps of a group have, for when it is folded. */
    private int remarks(Body body, int from, int to) {
        int n = 0;
        for (Entry e : body.entries().subList(from, to + 1)) {
            StepResult r = results.result(body.id(), e.id());
            if (r == null || !e.enabled()) continue;
            n += (int) r.remarks().stream()
                    .filter(m -> m.level() == Remark.Level.REMARK || m.level() == Remark.Level.FAULT)
                    .count();
        }
        return n;
    }

    /** Along the axes that the body has by itself: worked out anew only when it has changed. */
    private Vec3 size(Body body, Geometry g) {
        Affine axes = OwnAxes.of(body);
        turned = !OwnAxes.areLevel(axes);
        if (g != measured || !axes.equals(measuredAlong)) size = OwnAxes.size(g, axes);
        measured = g;
        measuredAlong = axes;
        return size;
    }

    private void facts(Body body) {
        BodyResult r = results.result(body.id());
        int n = body.entries().size();
        String steps = n == 1 ? "1 step" : n + " steps";
        if (r == null) {
            facts.setText(steps);
            return;
        }
        Geometry g = r.geometry();
        if (g.isEmpty()) {
            facts.setText(steps + " · empty");
            return;
        }
        MeshReport known = reports.of(g);
        if (known != null) report = known;
        Vec3 s = size(body, g);
        String size = steps + " · " + round(s.x()) + " × " + round(s.y()) + " × " + round(s.z()) + " mm";
        if (report == null) facts.setText(size);
        else {
            boolean closed = report.health().isClosed();
            facts.setText(
                    size + (closed ? " · closed · " + volume(report.measures().volume()) : " · open"));
        }
    }

    public static String round(double d) {
        return Numbers.show(Math.round(d * 10) / 10.0);
    }

    /** A volume given in mm³, in the unit that reads best. */
    public static String volume(double mm3) {
        return Math.abs(mm3) < 1000
                ? String.format(Locale.ROOT, "%.1f mm³", mm3)
                : String.format(Locale.ROOT, "%,.1f cm³", mm3 / 1000).replace(",", " ");
    }

    private StepRow newRow(Body body, long id) {
        StepRow row = new StepRow(document, selected, results, picks, points, body.id(), id);
        row.addEventHandler(MouseEvent.MOUSE_CLICKED, e -> {
            if (e.isStillSincePress()) clicked(id, e);
        });
        row.setOnContextMenuRequested(e -> {
            if (!selected.steps().contains(id)) selected.selectSteps(List.of(id));
            menu.show(row, e.getScreenX(), e.getScreenY());
            e.consume();
        });
        Dragging.follow(row.grip(), _ -> {}, this::showDropLine, e -> drop(id, e));
        return row;
    }

    private void showDropLine(MouseEvent e) {
        dropLine.setVisible(true);
        int at = Math.max(1, placeAt(e.getSceneY()));
        Node above = shownAs.get(selected.body().entries().get(at - 1).id());
        dropLine.resizeRelocate(8, above.getBoundsInParent().getMaxY() - 1, list.getWidth() - 16, 3);
    }

    /** The dragged step is let go: it moves to where the line was. */
    private void drop(long id, MouseEvent e) {
        if (!dropLine.isVisible()) return;
        dropLine.setVisible(false);
        Body now = selected.body();
        int from = now.indexOf(id), to = placeAt(e.getSceneY());
        int target = to > from ? to - 1 : to;
        if (from == 0) messages.say("The source makes the mesh, so it stays first.", true);
        else if (selected.steps().size() > 1 && selected.steps().contains(id))
            document.edit("Move steps", d -> Edits.moveSteps(d, now.id(), selected.steps(), to));
        else if (target != from) document.edit("Move step", d -> Edits.moveStep(d, now.id(), id, target));
    }

    private void clicked(long id, MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) return;
        Set<Long> now = new LinkedHashSet<>(selected.steps());
        if (e.isControlDown()) {
            if (!now.remove(id)) now.add(id);
        } else if (e.isShiftDown() && !now.isEmpty()) {
            Body b = selected.body();
            int from = b.indexOf(now.iterator().next()), to = b.indexOf(id);
            for (int i = Math.min(from, to); i <= Math.max(from, to); i++)
                now.add(b.entries().get(i).id());
        } else {
            now = Set.of(id);
        }
        selected.selectSteps(now);
    }

    /** The row of a step of the selected body, or null. */
    public StepRow row(long entryId) {
        return rows.get(entryId);
    }

    public HBox markerLine() {
        return marker;
    }
}
