package org.modeststack.app.ui;

import java.util.function.DoubleConsumer;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.StackPane;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Unit;

/**
 * A number in a sentence: drag it sideways to change it, click it to type, or use the arrow keys. Shift makes steps
 * finer, Ctrl coarser.
 */
public final class LiveValue extends StackPane {
    private final ParamDescriptor param;
    private final Label label = new Label();
    private final DoubleConsumer change;
    private final Runnable finish;
    private double value;
    private double pressX;
    private double pressValue;
    private boolean dragged;

    /**
     * @param change receives each new value
     * @param finish is told when a drag or an entry is over
     */
    public LiveValue(ParamDescriptor param, DoubleConsumer change, Runnable finish) {
        this.param = param;
        this.change = change;
        this.finish = finish;
        getStyleClass().add("live-value");
        label.getStyleClass().add("live-number");
        getChildren().add(label);
        setFocusTraversable(true);
        setCursor(Cursor.H_RESIZE);
        String range = param.range().isEmpty() ? "" : "\nFrom " + param.range();
        Hint.on(
                this,
                () -> param.label() + exactly() + ": " + param.help() + range
                        + "\nDrag to change, click to type; += and *= start from the value that is there.");
        setAccessibleText(param.label());
        Dragging.follow(this, this::pressed, this::dragged, this::released);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    /** The whole of a number of which only the most is shown. */
    private String exactly() {
        String whole = param.unit().of(value);
        return whole.equals(param.unit().brief(value)) ? "" : " " + whole;
    }

    public String text() {
        return label.getText();
    }

    public String paramName() {
        return param.name();
    }

    public void show(double v) {
        value = v;
        label.setText(param.unit().brief(v));
    }

    private boolean whole() {
        return param.type() == int.class;
    }

    /** What one pixel or key press is worth: about a hundredth of the value, in a round number. */
    private double grain(boolean fine, boolean coarse) {
        double grain = 1;
        if (!whole()) {
            double scale = Math.max(
                    Math.abs(pressValue),
                    param.unit() == Unit.ANGLE ? 20 : param.unit() == Unit.FACTOR || param.max() <= 1 ? 1 : 5);
            grain = Math.pow(10, Math.floor(Math.log10(scale / 50)));
        }
        return fine && !whole() ? grain / 10 : coarse ? grain * 10 : grain;
    }

    private void pressed(MouseEvent e) {
        pressX = e.getScreenX();
        pressValue = value;
        dragged = false;
        requestFocus();
        e.consume();
    }

    private void dragged(MouseEvent e) {
        double dx = e.getScreenX() - pressX;
        if (!dragged && Math.abs(dx) < 3) return;
        dragged = true;
        double grain = grain(e.isShiftDown(), e.isControlDown());
        double steps = whole() ? Math.rint(dx / 6) : Math.rint(dx / 2);
        offer(Math.rint((pressValue + steps * grain) / grain) * grain);
    }

    private void released(MouseEvent e) {
        if (dragged) {
            dragged(e);
            finish.run();
        } else {
            type();
        }
    }

    private void key(KeyEvent e) {
        // With Alt the arrows move steps and the marker line.
        if (e.isAltDown()) return;
        int way = e.getCode() == KeyCode.UP ? 1 : e.getCode() == KeyCode.DOWN ? -1 : 0;
        if (way != 0) {
            pressValue = value;
            double grain = grain(e.isShiftDown(), e.isControlDown());
            offer(Math.rint((value + way * grain) / grain) * grain);
            finish.run();
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
            type();
            e.consume();
        }
    }

    private void offer(double v) {
        double allowed = param.clamp(v);
        if (allowed == value) return;
        show(allowed);
        change.accept(allowed);
    }

    /** Turns into a field for typing. */
    public void type() {
        if (getChildren().size() > 1) return;
        TextField field = new TextField(Numbers.show(value));
        field.getStyleClass().add("live-field");
        field.setPrefColumnCount(Math.max(4, field.getText().length()));
        getChildren().add(field);
        label.setVisible(false);
        field.selectAll();
        field.requestFocus();
        field.setOnAction(_ -> entered(field));
        field.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                close(field);
                e.consume();
            }
        });
        field.focusedProperty().addListener((_, _, now) -> {
            if (!now && getChildren().contains(field)) entered(field);
        });
    }

    private void entered(TextField field) {
        try {
            Object parsed = param.type() == Vec3.class
                    ? (Object) Numbers.parse(field.getText(), param.unit(), value)
                    : param.parse(field.getText(), value);
            double v = ((Number) parsed).doubleValue();
            close(field);
            if (v != value) {
                change.accept(v);
                finish.run();
            }
        } catch (StepException | IllegalArgumentException e) {
            field.getStyleClass().add("wrong");
            field.setTooltip(new Tooltip(e.getMessage()));
        }
    }

    private void close(TextField field) {
        getChildren().remove(field);
        label.setVisible(true);
        requestFocus();
    }
}
