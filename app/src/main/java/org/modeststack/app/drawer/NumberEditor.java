package org.modeststack.app.drawer;

import javafx.scene.Node;
import javafx.scene.control.Slider;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.MessageState;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Unit;

/** Numbers, with their unit behind them; they can be typed relative to what is there. Those with natural limits have a slider. */
final class NumberEditor implements ParamEditor {
    /** The greatest range of a share, and of a count, for which there is a slider; and its steps by the keys. */
    private static final double MOST_SHARE = 2, MOST_COUNT = 10, STEPS = 20;

    private final MessageState messages;

    NumberEditor(MessageState messages) {
        this.messages = messages;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.isNumber();
    }

    private static double now(EditedParam edited) {
        return ((Number) edited.value()).doubleValue();
    }

    @Override
    public Node create(EditedParam edited) {
        Node field = TypedField.of(
                edited,
                messages,
                text -> edited.set(edited.param().parse(text, now(edited))),
                () -> Numbers.show(now(edited)));
        Node typed = TypedField.withUnit(edited, field);
        return hasNaturalLimits(edited.param()) ? new VBox(2, typed, slider(edited)) : typed;
    }

    /** Shares, angles within a turn and short counts: what one can look through from end to end. */
    static boolean hasNaturalLimits(ParamDescriptor param) {
        double range = param.max() - param.min();
        return switch (param.unit()) {
            case ANGLE -> range <= 360;
            case FACTOR -> range <= MOST_SHARE;
            default -> param.isCount() && range <= MOST_COUNT;
        };
    }

    private Slider slider(EditedParam edited) {
        ParamDescriptor param = edited.param();
        Slider slider = new Slider(param.min(), param.max(), now(edited));
        slider.setAccessibleText(param.label());
        slider.setBlockIncrement(param.isCount() ? 1 : (param.max() - param.min()) / STEPS);
        if (param.isCount()) {
            slider.setMajorTickUnit(1);
            slider.setMinorTickCount(0);
            slider.setSnapToTicks(true);
        }
        boolean[] showing = {false};
        slider.valueProperty().addListener((_, _, to) -> {
            if (showing[0]) return;
            // Whole numbers and degrees, hundredths of shares.
            double perOne = param.isCount() || param.unit() == Unit.ANGLE ? 1 : 100;
            double value = Math.clamp(Math.rint(to.doubleValue() * perOne) / perOne, param.min(), param.max());
            if (value == now(edited)) return;
            if (param.isCount()) edited.drag((int) value);
            else edited.drag(value);
        });
        slider.setOnMouseReleased(_ -> edited.endDrag());
        slider.focusedProperty().addListener((_, _, in) -> {
            if (!in) edited.endDrag();
        });
        edited.onRefresh(() -> {
            showing[0] = true;
            slider.setValue(now(edited));
            showing[0] = false;
        });
        return slider;
    }
}
