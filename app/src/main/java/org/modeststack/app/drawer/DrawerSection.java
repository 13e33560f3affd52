package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;

/**
 * What is used less, under a heading that folds. It stays as it was left, and says how many of its values are not the usual ones.
 */
final class DrawerSection extends VBox {
    private final String key;
    private final String name;
    private final Set<String> unfolded;
    private final Label head = new Label();
    private final VBox fields = new VBox(12);
    private final List<ParamDescriptor> params = new ArrayList<>();

    /** @param unfolded the keys of the sections that are open; is kept up to date */
    DrawerSection(String type, String name, Set<String> unfolded) {
        super(10);
        this.name = name;
        this.unfolded = unfolded;
        key = type + "/" + name;
        head.getStyleClass().add("section-head");
        head.setMaxWidth(Double.MAX_VALUE);
        fields.getStyleClass().add("section-fields");
        Hint.on(head, "Click to fold or unfold");
        Pressable.on(head, _ -> {
            if (!unfolded.remove(key)) unfolded.add(key);
            fold();
        });
        getChildren().addAll(head, fields);
        fold();
    }

    void add(ParamDescriptor param, Node field) {
        params.add(param);
        fields.getChildren().add(field);
    }

    private void fold() {
        boolean open = unfolded.contains(key);
        fields.setVisible(open);
        fields.setManaged(open);
        head.setText((open ? "▾ " : "▸ ") + name + changes);
    }

    /** " · 2 changed", or "". */
    private String changes = "";

    /** Not there at all where nothing of it matters for the step as it is. */
    void show(StepDescriptor d, Step step) {
        int relevant = 0, changed = 0;
        for (ParamDescriptor p : params) {
            if (!d.isRelevant(step, p)) continue;
            relevant++;
            if (!d.value(step, p).equals(p.defaultValue())) changed++;
        }
        changes = changed == 0 ? "" : " · " + changed + " changed";
        setVisible(relevant > 0);
        setManaged(relevant > 0);
        fold();
    }
}
