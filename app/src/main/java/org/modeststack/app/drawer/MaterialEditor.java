package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ColorPicker;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.Material;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;

/** One of the document's materials, from its palette; the chosen one can be given another name and colour, and new ones made. */
final class MaterialEditor implements ParamEditor {
    private final DocumentState document;
    private final MessageState messages;

    MaterialEditor(DocumentState document, MessageState messages) {
        this.document = document;
        this.messages = messages;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.role() == Role.MATERIAL;
    }

    @Override
    public Node create(EditedParam edited) {
        FlowPane palette = new FlowPane(6, 6);
        edited.onOther(() -> List.of(edited.value(), palette(edited)), () -> {
            palette.getChildren().clear();
            if (edited.param().defaultValue().equals("")) palette.getChildren().add(none(edited));
            for (Material m : palette(edited)) palette.getChildren().add(swatch(edited, m));
            palette.getChildren().add(more(edited));
        });
        Node name =
                TypedField.of(edited, messages, text -> rename(edited, text.strip()), () -> (String) edited.value());
        Hint.on(name, "The name of the material; it changes wherever the material is used");
        ColorPicker color = new ColorPicker();
        color.getStyleClass().add("material-color");
        color.setAccessibleText("Colour of the material");
        edited.onRefresh(() -> color.setValue(colorOf(look((String) edited.value()))));
        color.setOnAction(_ -> recolor(edited, color.getValue()));
        HBox now = new HBox(6, name, color);
        edited.onRefresh(() -> {
            now.setVisible(!((String) edited.value()).isBlank());
            now.setManaged(now.isVisible());
        });
        return new VBox(6, palette, now);
    }

    /** How a material looks; without a name it is what nobody has given one. */
    private Material look(String name) {
        return document.current().materials().get(name.isBlank() ? Material.DEFAULT.name() : name);
    }

    /** No material of its own: what is beside it goes on. */
    private ToggleButton none(EditedParam edited) {
        ToggleButton b = new ToggleButton("as around");
        b.getStyleClass().add("material-chip");
        b.setSelected(((String) edited.value()).isBlank());
        b.setOnAction(_ -> {
            b.setSelected(true);
            edited.set("");
        });
        Hint.on(b, "Made of what is beside it");
        return b;
    }

    private List<Material> palette(EditedParam edited) {
        List<Material> all = new ArrayList<>(document.current().materials().all());
        if (all.stream().noneMatch(m -> m.name().equals(Material.DEFAULT.name())))
            all.addFirst(document.current().materials().get(Material.DEFAULT.name()));
        String now = (String) edited.value();
        if (!now.isBlank() && all.stream().noneMatch(m -> m.name().equals(now)))
            all.add(document.current().materials().get(now));
        return all;
    }

    private ToggleButton swatch(EditedParam edited, Material m) {
        Region color = new Region();
        color.getStyleClass().add("material-swatch");
        color.setStyle(String.format("-fx-background-color: #%06X;", m.rgb()));
        ToggleButton b = new ToggleButton(m.name(), color);
        b.getStyleClass().add("material-chip");
        b.setSelected(m.name().equals(edited.value()));
        b.setOnAction(_ -> {
            b.setSelected(true);
            edited.set(m.name());
        });
        Hint.on(b, "Made of " + m.name());
        return b;
    }

    private Button more(EditedParam edited) {
        Button more = new Button("+ new");
        more.getStyleClass().add("chip-add");
        Hint.on(more, "A new material like the chosen one, to be given a name and a colour");
        more.setOnAction(_ -> {
            Material like = look((String) edited.value());
            edited.change("New material", d -> {
                String name = freeName(d);
                Document with = Edits.addMaterial(
                        d, new Material(name, like.rgb(), like.roughness(), like.metal(), like.transparency()));
                return edited.with(with, name);
            });
        });
        return more;
    }

    private static String freeName(Document d) {
        for (int i = 1; ; i++) if (!d.materials().has("material " + i)) return "material " + i;
    }

    private void rename(EditedParam edited, String name) {
        String now = (String) edited.value();
        if (name.isEmpty() || name.equals(now)) return;
        // The name of another chooses that one.
        if (document.current().materials().has(name)) edited.set(name);
        else if (!document.current().materials().has(now)) {
            Material m = look(now);
            edited.change(
                    "New material",
                    d -> edited.with(
                            Edits.addMaterial(
                                    d, new Material(name, m.rgb(), m.roughness(), m.metal(), m.transparency())),
                            name));
        } else {
            Material m = look(now);
            edited.change(
                    "Rename material",
                    d -> Edits.changeMaterial(
                            d, now, new Material(name, m.rgb(), m.roughness(), m.metal(), m.transparency())));
        }
    }

    private void recolor(EditedParam edited, Color c) {
        String now = (String) edited.value();
        Material m = look(now);
        int rgb = (int) Math.round(c.getRed() * 255) << 16
                | (int) Math.round(c.getGreen() * 255) << 8
                | (int) Math.round(c.getBlue() * 255);
        Material to = new Material(now, rgb, m.roughness(), m.metal(), m.transparency());
        edited.change(
                "Colour of " + now,
                d -> d.materials().has(now) ? Edits.changeMaterial(d, now, to) : Edits.addMaterial(d, to));
    }

    private static Color colorOf(Material m) {
        return Color.rgb(m.rgb() >> 16 & 255, m.rgb() >> 8 & 255, m.rgb() & 255);
    }
}
