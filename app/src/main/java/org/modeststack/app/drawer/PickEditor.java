package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/** A pick in the drawer: a chip for each of its terms, a menu for more, and the way to pick in the view. */
public final class PickEditor extends VBox {
    /** Of the words of a chip, px: so that it fits beside the drawer's scroll bar. */
    private static final double WIDEST = 180;

    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final PickState picks;
    private final Supplier<Entry> step;
    private final Supplier<Pick> value;
    private final Consumer<Pick> set;
    private final FlowPane chips = new FlowPane(6, 6);
    private final Button inView = new Button();
    private Pick shown;
    /** All that the chips and their menu were made from. */
    private List<?> madeFrom = List.of();

    private boolean typing;

    /**
     * @param step the step it belongs to
     * @param set receives each new pick
     */
    public PickEditor(
            SelectionState selected,
            ResultState results,
            MessageState messages,
            PickState picks,
            Supplier<Entry> step,
            Supplier<Pick> value,
            Consumer<Pick> set) {
        super(8);
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.picks = picks;
        this.step = step;
        this.value = value;
        this.set = set;
        inView.getStyleClass().add("pick-in-view");
        Hint.on(inView, "Click in the view what this step works on; Shift adds, Ctrl takes away");
        inView.setOnAction(_ -> {
            if (picks.target() != null) picks.done();
            else picks.pickFor(step.get());
        });
        getChildren().addAll(chips, inView);
    }

    public void refresh() {
        boolean picking = picks.target() != null;
        inView.setText(picking ? "Done picking" : "Pick in the view");
        Pick now = value.get();
        // A term that is being typed stays as it is while a message about it appears.
        if (typing && now.equals(shown)) return;
        typing = false;
        shown = now;
        Mesh in = before();
        List<String> words = new ArrayList<>();
        List<PickMeaning> meanings = new ArrayList<>();
        for (int i = 0; i < now.terms().size(); i++) {
            words.add(words(now.terms().get(i), now));
            meanings.add(PickMeaning.of(now, i, in));
        }
        List<Rule> offered = rules(in);
        for (Rule r : offered) words.add(words(new Term.Where(Term.How.AND, r), now));
        // What is being pressed, or has its menu open, stays while results come in.
        List<?> from = List.of(now, words, meanings, offered);
        if (from.equals(madeFrom)) return;
        madeFrom = from;
        chips.getChildren().clear();
        for (int i = 0; i < now.terms().size(); i++)
            chips.getChildren().add(chip(now, i, words.get(i), meanings.get(i)));
        if (now.terms().isEmpty()) {
            Label none = new Label("no " + PickText.plural(now.kind()) + " yet");
            none.getStyleClass().add("pick-none");
            chips.getChildren().add(none);
        }
        chips.getChildren().add(more(now, offered));
    }

    /** The mesh that goes into the step, where it is known. */
    private @Nullable Mesh before() {
        Body b = selected.body();
        return b == null ? null : results.before(b, step.get().id());
    }

    private String words(Term term, Pick now) {
        String words = PickText.words(term, now.kind(), picks.names(step.get()));
        if (words.startsWith(", ")) words = words.substring(2);
        return term instanceof Term.Where w && w.how() != Term.How.AND
                ? w.how().name().toLowerCase(Locale.ROOT) + " " + words
                : words;
    }

    private Node chip(Pick now, int i, String words, @Nullable PickMeaning meaning) {
        Label name = new Label(words);
        name.getStyleClass().add("pick-chip-name");
        name.setWrapText(true);
        name.setMaxWidth(WIDEST);
        Button out = new Button("×");
        out.getStyleClass().add("pick-chip-out");
        out.setAccessibleText("Take out: " + words);
        Hint.on(out, "Take this out of the pick");
        out.setOnAction(_ -> set.accept(now.without(i)));
        HBox chip = new HBox(4, name, out);
        chip.setAlignment(Pos.CENTER_LEFT);
        chip.getStyleClass().add("pick-chip");
        if (isTyped(now.terms().get(i))) {
            name.getStyleClass().add("pick-chip-live");
            Hint.on(name, "Click to type other numbers");
            Pressable.on(name, _ -> type(chip, now, i));
        }
        if (meaning != null) {
            name.getStyleClass().add("pick-chip-live");
            Hint.on(name, "Click to say what is meant by it");
            Pressable.on(name, n -> meaning.menu(set).show(n, Side.BOTTOM, 0, 0));
        }
        return chip;
    }

    /** Whether a term has something that is typed. */
    private static boolean isTyped(Term t) {
        if (t instanceof Term.Change c) return c.amount() > 0;
        return switch (((Term.Where) t).rule()) {
            case Rule.All _, Rule.Border _, Rule.Hand _ -> false;
            default -> true;
        };
    }

    /** The chip becomes a field with the term as it is written. */
    private void type(HBox chip, Pick now, int i) {
        String written = PickText.write(new Pick(now.kind(), List.of(now.terms().get(i))));
        TextField field = new TextField(written.substring(written.indexOf(':') + 2));
        field.getStyleClass().add("pick-chip-field");
        chip.getChildren().setAll(field);
        typing = true;
        madeFrom = List.of();
        field.requestFocus();
        field.selectAll();
        field.setOnAction(_ -> {
            try {
                Pick typed = PickText.parse(PickText.plural(now.kind()) + ": " + field.getText());
                List<Term> terms = new ArrayList<>(now.terms());
                terms.remove(i);
                terms.addAll(i, typed.terms());
                set.accept(new Pick(now.kind(), terms));
            } catch (IllegalArgumentException e) {
                if (!field.getStyleClass().contains("wrong"))
                    field.getStyleClass().add("wrong");
                messages.say("This pick cannot be understood: " + e.getMessage() + ".", true);
            }
        });
        field.setOnKeyPressed(e -> {
            if (e.getCode() != KeyCode.ESCAPE) return;
            typing = false;
            refresh();
            e.consume();
        });
        field.focusedProperty().addListener((_, _, focused) -> {
            if (focused) return;
            typing = false;
            refresh();
        });
    }

    /** @param offered the rules that more elements may be picked by */
    private MenuButton more(Pick now, List<Rule> offered) {
        MenuButton menu = new MenuButton("+");
        menu.getStyleClass().add("pick-chip-add");
        Hint.on(menu, "Add a rule, or change what is picked so far");
        for (Term.How how : Term.How.values()) {
            if (how != Term.How.AND && now.terms().isEmpty()) continue;
            Menu rules = new Menu(
                    switch (how) {
                        case AND -> "Also";
                        case WITHIN -> "Only within";
                        case WITHOUT -> "But without";
                    });
            for (Rule r : offered) {
                Term.Where term = new Term.Where(how, r);
                item(rules.getItems()::add, PickText.words(term, now.kind(), picks.names(step.get())), now.and(term));
            }
            menu.getItems().add(rules);
        }
        if (now.terms().isEmpty()) return menu;
        menu.getItems().add(new SeparatorMenuItem());
        for (Term.Kind k : Term.Kind.values()) {
            double amount = k == Term.Kind.GROW || k == Term.Kind.SHRINK ? 1 : k == Term.Kind.FLUSH ? 20 : 0;
            Term.Change change = new Term.Change(k, amount);
            String words =
                    PickText.words(change, now.kind(), picks.names(step.get())).substring(2);
            item(
                    menu.getItems()::add,
                    words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1),
                    now.and(change));
        }
        return menu;
    }

    /** @param in the mesh that goes into the step, or null */
    private List<Rule> rules(@Nullable Mesh in) {
        List<Rule> rules = new ArrayList<>(List.of(
                new Rule.All(),
                new Rule.Sharper(30),
                new Rule.Border(),
                new Rule.Facing(new Vec3(0, 0, 1), 10),
                new Rule.Facing(new Vec3(0, 0, -1), 10),
                new Rule.Sides(4)));
        if (in != null) {
            in.materials().forEach(m -> rules.add(new Rule.OfMaterial(m)));
            names(in).forEach(t -> rules.add(t.startsWith(StepContext.MADE) ? new Rule.Made(t) : new Rule.Tagged(t)));
            rules.add(new Rule.Inside(
                    new Vec3(in.bounds().minX(), in.bounds().minY(), in.bounds().minZ()),
                    new Vec3(in.bounds().maxX(), in.bounds().maxY(), in.bounds().maxZ())));
        }
        return rules;
    }

    /** What the step can pick by: the tags of the mesh that goes into it, and those that steps below give. */
    private SortedSet<String> names(Mesh in) {
        Body b = selected.body();
        SortedSet<String> names = new TreeSet<>(in.tags().keySet());
        names.removeIf(EdgeShading::isOwn);
        for (Entry e :
                b.entries().subList(b.indexOf(step.get().id()) + 1, b.entries().size()))
            if (e.enabled() && e.step() instanceof TagStep t) names.add(t.name());
        return names;
    }

    private void item(Consumer<MenuItem> menu, String text, Pick next) {
        MenuItem item = new MenuItem(text);
        item.setMnemonicParsing(false);
        item.setOnAction(_ -> set.accept(next));
        menu.accept(item);
    }
}
