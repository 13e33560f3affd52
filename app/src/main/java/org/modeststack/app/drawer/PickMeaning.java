package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ToggleGroup;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/**
 * What may be meant by elements that were picked by hand: the whole that they are, or no more than they are.
 *
 * @param term which term of the pick they are
 * @param hand as they are meant now
 * @param whole as they would be meant as a whole
 */
record PickMeaning(Pick pick, int term, Rule.Hand hand, Rule.Hand whole) {
    /** Of more elements it would hold up the window to find out what they are the whole of. */
    private static final int MOST = 5000;

    /**
     * Null for what is not picked by hand, and where they are no whole of anything, or that cannot be said.
     *
     * @param in the mesh that the pick is asked of, or null
     */
    static @Nullable PickMeaning of(Pick pick, int term, @Nullable Mesh in) {
        if (!(pick.terms().get(term) instanceof Term.Where w) || !(w.rule() instanceof Rule.Hand hand)) return null;
        if (hand.isTogether()) return new PickMeaning(pick, term, hand, hand);
        if (in == null || !Pick.isPrepared(in) || hand.anchors().size() > MOST) return null;
        Rule.Hand whole = hand.together(in, pick.kind());
        boolean allThere = whole.anchors().size() == hand.anchors().size();
        return allThere && whole.isTogether() ? new PickMeaning(pick, term, hand, whole) : null;
    }

    /** @param set takes the pick as it is meant then */
    ContextMenu menu(Consumer<Pick> set) {
        ContextMenu menu = new ContextMenu();
        ToggleGroup group = new ToggleGroup();
        String all = "As a whole, in however many " + PickText.plural(pick.kind()) + " it lies";
        menu.getItems()
                .addAll(
                        item(all, group, hand.isTogether(), whole, set),
                        item("Just these, one by one", group, !hand.isTogether(), hand.oneByOne(), set));
        return menu;
    }

    private RadioMenuItem item(String text, ToggleGroup group, boolean chosen, Rule.Hand meant, Consumer<Pick> set) {
        RadioMenuItem item = new RadioMenuItem(text);
        item.setToggleGroup(group);
        item.setSelected(chosen);
        item.setOnAction(_ -> {
            List<Term> terms = new ArrayList<>(pick.terms());
            terms.set(term, new Term.Where(((Term.Where) terms.get(term)).how(), meant));
            set.accept(new Pick(pick.kind(), terms));
        });
        return item;
    }
}
