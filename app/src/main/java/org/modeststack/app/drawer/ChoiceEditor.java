package org.modeststack.app.drawer;

import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import org.modeststack.app.ui.ChoiceText;
import org.modeststack.steps.ParamDescriptor;

/** One of several, all of them in sight. */
final class ChoiceEditor implements ParamEditor {
    /** More choices than this stand in rows. */
    private static final int ABREAST = 4;

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.isChoice();
    }

    @Override
    public Node create(EditedParam edited) {
        ParamDescriptor p = edited.param();
        int columns = p.choices().size() > ABREAST ? 3 : p.choices().size();
        GridPane segments = new GridPane();
        segments.getStyleClass().add("segments");
        for (int i = 0; i < columns; i++) {
            ColumnConstraints even = new ColumnConstraints();
            // In rows they stand below each other; abreast each takes what it needs and shares what is left.
            if (columns < p.choices().size()) even.setPercentWidth(100.0 / columns);
            even.setHgrow(Priority.ALWAYS);
            segments.getColumnConstraints().add(even);
        }
        int at = 0;
        for (Enum<?> c : p.choices()) {
            ToggleButton b = new ToggleButton(ChoiceText.of(ParamDescriptor.choiceName(c)));
            b.setMaxWidth(Double.MAX_VALUE);
            edited.onRefresh(() -> b.setSelected(edited.value() == c));
            b.setOnAction(_ -> {
                b.setSelected(true);
                edited.choose(c);
            });
            segments.add(b, at % columns, at / columns);
            at++;
        }
        return segments;
    }
}
