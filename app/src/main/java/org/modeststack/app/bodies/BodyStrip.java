package org.modeststack.app.bodies;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ToolAsking;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.BodyResult;

/**
 * The bodies: a row of those that stand for themselves, some of them in sets, and below it the tools of the one that is worked
 * on. Adding one stays in reach at the right.
 */
public final class BodyStrip extends VBox {
    /** With more bodies than this there is a field to find them by their names. */
    private static final int MANY = 8;

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final ToolAsking asking;
    private final Thumbnails pictures;
    private final CardRow row = new CardRow(10, "body-row");
    private final CardRow tools = new CardRow(8, "tool-row");
    private final Label usedIn = new Label();
    private final HBox toolLine = new HBox(10, usedIn, tools);
    private final TextField find = new TextField();
    private final Map<String, BodyCard> cards = new HashMap<>();
    private final Map<String, BodyCard> toolCards = new HashMap<>();
    private final Map<String, SetCard> sets = new HashMap<>();
    private final Set<String> folded = new HashSet<>();
    /** All places of the row, most of which have no card where there are very many. */
    private final List<Place> places = new ArrayList<>();

    private final CardWindow window = new CardWindow(this::refresh), toolWindow = new CardWindow(this::refresh);
    private final CardDrag drag;
    private final ContextMenu menu;
    private String shown;

    public BodyStrip(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            ToolAsking asking,
            Thumbnails pictures,
            ContextMenu menu,
            Runnable addBody) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.asking = asking;
        this.pictures = pictures;
        this.menu = menu;
        drag = new CardDrag(document, row);
        getStyleClass().add("body-strip");
        find.setPromptText("Find a body");
        find.setAccessibleText("Find a body by its name");
        find.getStyleClass().add("find-body");
        find.textProperty().addListener((_, _, _) -> refresh());
        find.addEventFilter(KeyEvent.KEY_PRESSED, this::findKey);
        Button add = new Button("+ Body");
        add.getStyleClass().add("add-body");
        add.setMinWidth(Region.USE_PREF_SIZE);
        Hint.on(add, "Start another body from a solid");
        add.setOnAction(_ -> addBody.run());
        HBox end = new HBox(10, find, add);
        end.setAlignment(Pos.CENTER);
        end.getStyleClass().add("body-end");
        BorderPane first = new BorderPane(row);
        first.setRight(end);
        first.setMinHeight(72);
        first.getStyleClass().add("body-first");
        usedIn.getStyleClass().add("used-in");
        usedIn.setMinWidth(Region.USE_PREF_SIZE);
        toolLine.setAlignment(Pos.CENTER_LEFT);
        toolLine.getStyleClass().add("tool-line");
        HBox.setHgrow(tools, Priority.ALWAYS);
        tools.setMinWidth(0);
        getChildren().addAll(first, toolLine);
        document.opened().listen(this::foldMany);
        Runnable refresh = this::refresh;
        document.changed().listen(refresh);
        selected.changed().listen(refresh);
        results.changed().listen(refresh);
        refresh();
    }

    public void refresh() {
        Document d = document.current();
        cards.keySet().removeIf(id -> d.body(id) == null);
        toolCards.keySet().removeIf(id -> d.body(id) == null);
        Body now = selected.body();
        boolean other = now != null && !now.id().equals(shown);
        // Whoever is worked on is in sight.
        if (other) folded.remove(selected.way().getFirst().set());
        showBodies(d, other ? selected.way().getFirst().id() : null);
        showTools(d, other ? now.id() : null);
        if (other) {
            shown = now.id();
            List<Body> way = selected.way();
            BodyCard card = cards.get(way.getFirst().id());
            if (card != null) row.reveal(card);
            BodyCard tool = toolCards.get(shown);
            if (tool != null) tools.reveal(tool);
        }
    }

    /**
     * A place in the row: a body, or a set.
     *
     * @param body null for a set
     */
    private record Place(@Nullable Body body, String set) {}

    /** @param reveal the body to bring into sight, or null */
    private void showBodies(Document d, @Nullable String reveal) {
        String typed = find.getText().strip().toLowerCase(Locale.ROOT);
        places.clear();
        Map<String, List<Body>> inSets = new LinkedHashMap<>();
        int standing = 0;
        for (Body b : d.bodies()) {
            if (d.isTool(b.id())) continue;
            standing++;
            if (!b.set().isEmpty())
                inSets.computeIfAbsent(b.set(), _ -> new ArrayList<>()).add(b);
        }
        boolean many = standing > MANY || !typed.isEmpty();
        find.setVisible(many);
        find.setManaged(many);
        Set<String> put = new LinkedHashSet<>();
        for (Body b : d.bodies()) {
            if (!typed.isEmpty()) {
                // Who looks for a name finds tools too.
                if (b.name().toLowerCase(Locale.ROOT).contains(typed)) places.add(new Place(b, ""));
                continue;
            }
            if (d.isTool(b.id())) continue;
            if (b.set().isEmpty()) places.add(new Place(b, ""));
            else if (put.add(b.set())) {
                places.add(new Place(null, b.set()));
                if (!folded.contains(b.set())) for (Body m : inSets.get(b.set())) places.add(new Place(m, ""));
            }
        }
        sets.keySet().retainAll(put);
        if (reveal != null)
            for (int i = 0; i < places.size(); i++) {
                Body b = places.get(i).body();
                if (b != null && b.id().equals(reveal)) window.reveal(i);
            }
        row.show(window.show(places.size(), i -> {
            Place p = places.get(i);
            return p.body() != null ? card(d, p.body(), false) : setCard(p.set(), inSets.get(p.set()));
        }));
    }

    private SetCard setCard(String set, List<Body> members) {
        SetCard card = sets.computeIfAbsent(set, name -> new SetCard(name, () -> fold(name), () -> hideOrShow(name)));
        card.show(members.size(), folded.contains(set), members.stream().noneMatch(Body::visible));
        return card;
    }

    /** Of a document with many bodies that was just opened, sets are folded; all is in sight where it is few. */
    private void foldMany() {
        folded.clear();
        Document d = document.current();
        if (d.bodies().stream().filter(b -> !d.isTool(b.id())).count() > MANY)
            for (Body b : d.bodies()) if (!b.set().isEmpty()) folded.add(b.set());
        refresh();
    }

    private void fold(String set) {
        if (!folded.remove(set)) folded.add(set);
        refresh();
    }

    private void hideOrShow(String set) {
        List<Body> members = document.current().bodies().stream()
                .filter(b -> b.set().equals(set))
                .toList();
        List<String> ids = members.stream().map(Body::id).toList();
        boolean show = members.stream().noneMatch(Body::visible);
        document.edit((show ? "Show " : "Hide ") + set, d -> Edits.setVisible(d, ids, show));
    }

    /** The tools of the body that is worked on; of a tool without any those beside it. */
    private void showTools(Document d, @Nullable String reveal) {
        boolean any = d.bodies().stream().anyMatch(b -> d.isTool(b.id()));
        toolLine.setVisible(any);
        toolLine.setManaged(any);
        List<Body> way = selected.way();
        if (!any || way.isEmpty()) return;
        Body of = way.getLast();
        List<Body> own = d.toolsOf(of.id());
        if (own.isEmpty() && way.size() > 1) {
            of = way.get(way.size() - 2);
            own = d.toolsOf(of.id());
        }
        usedIn.setText(own.isEmpty() ? of.name() + " uses no other bodies" : "used in " + of.name());
        List<Body> all = own;
        for (int i = 0; i < all.size(); i++) if (all.get(i).id().equals(reveal)) toolWindow.reveal(i);
        tools.show(toolWindow.show(all.size(), i -> card(d, all.get(i), true)));
    }

    private BodyCard card(Document d, Body b, boolean small) {
        BodyCard card = (small ? toolCards : cards).computeIfAbsent(b.id(), id -> newCard(id, small));
        BodyResult r = results.result(b.id());
        List<Body> users = d.isTool(b.id()) ? d.usersOf(b.id()) : List.of();
        String note = users.isEmpty() ? BodyCard.facts(b, d.toolsOf(b.id()).size()) : BodyCard.use(users);
        List<Body> chosen = selected.chosen(), way = selected.way();
        int place = chosen.size() > 1 ? chosen.indexOf(b) + 1 : 0;
        boolean onWay = way.size() > 1 && way.subList(0, way.size() - 1).contains(b);
        card.show(new BodyCard.Look(
                b, r, r == null ? null : pictures.of(r.geometry()), note, b == selected.body(), place, onWay));
        return card;
    }

    private BodyCard newCard(String id, boolean small) {
        BodyCard card = new BodyCard(id, small);
        card.setOnKeyPressed(e -> key(id, card, e));
        card.setOnKeyTyped(e -> {
            // Whoever types on a card looks for a name.
            String c = e.getCharacter();
            if (c.isBlank() || c.charAt(0) < ' ' || e.isControlDown() || e.isAltDown() || !find.isVisible()) return;
            find.requestFocus();
            find.setText(c);
            find.end();
            e.consume();
        });
        card.setOnContextMenuRequested(e -> {
            if (!selected.isChosen(id)) selected.select(id);
            menu.show(card, e.getScreenX(), e.getScreenY());
            e.consume();
        });
        drag.on(card, e -> pressed(id, e));
        return card;
    }

    /** One alone; with Ctrl one more or less; with Shift all up to it. */
    private void pressed(String id, MouseEvent e) {
        if (e.isShortcutDown()) selected.toggle(id);
        else if (e.isShiftDown()) selected.choose(upTo(id));
        else if (asking.fits(id) && asking.accept(id)) return;
        else selected.select(id);
    }

    /** Those that are chosen, and all in the row between the first of them and another. */
    private List<String> upTo(String id) {
        List<String> inRow = new ArrayList<>();
        for (Place p : places) if (p.body() != null) inRow.add(p.body().id());
        Set<String> out = new LinkedHashSet<>();
        for (Body b : selected.chosen()) out.add(b.id());
        int from = inRow.indexOf(out.iterator().next()), to = inRow.indexOf(id);
        if (from >= 0 && to >= 0) out.addAll(inRow.subList(Math.min(from, to), Math.max(from, to) + 1));
        else out.add(id);
        return List.copyOf(out);
    }

    private void key(String id, BodyCard card, KeyEvent e) {
        if (e.getCode() == KeyCode.ENTER) {
            selected.select(id);
            e.consume();
        } else if (e.getCode() == KeyCode.SPACE) {
            if (e.isControlDown()) selected.toggle(id);
            else selected.select(id);
            e.consume();
        } else if (e.isControlDown() && (e.getCode() == KeyCode.LEFT || e.getCode() == KeyCode.RIGHT)) {
            drag.move(card, e.getCode() == KeyCode.LEFT ? -1 : 1);
            e.consume();
        }
    }

    private void findKey(KeyEvent e) {
        if (e.getCode() == KeyCode.ENTER) {
            for (Node n : row.cards()) {
                if (!(n instanceof BodyCard c)) continue;
                find.clear();
                selected.select(c.body());
                break;
            }
            e.consume();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            find.clear();
            getScene().getRoot().requestFocus();
            e.consume();
        }
    }
}
