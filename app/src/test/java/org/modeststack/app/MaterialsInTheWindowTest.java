package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ColorPicker;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.app.state.PickState;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.shading.GiveMaterial;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Materials of picked faces, and the document's palette. */
@Timeout(60)
class MaterialsInTheWindowTest extends WindowDriver {
    @Test
    void pickedFacesGetAMaterialOfThePalette() throws Exception {
        fx(() -> {
            Document d = Edits.addBody(
                    Document.EMPTY, "Block", Material.DEFAULT, new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
            document.open(d, "Materials");
            return null;
        });
        settle();
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.join(Selection.of(ElementKind.FACE, 1, 3), PickState.How.ALONE);
            return null;
        });
        settle();
        command("Material");
        fire("chip-add", "+ new");
        assertEquals("material 1", step().material());
        assertTrue(document().materials().has("material 1"));
        fx(() -> {
            ColorPicker color = (ColorPicker) stage.getScene().lookup(".material-color");
            color.setValue(Color.web("#336699"));
            color.getOnAction().handle(null);
            TextField name = (TextField) color.getParent().lookup(".number-field");
            name.setText("enamel");
            name.getOnAction().handle(null);
            return null;
        });
        settle();
        assertEquals("enamel", step().material());
        assertEquals(0x336699, document().materials().get("enamel").rgb());
        Mesh m = shown();
        int painted = 0;
        for (int f = 0; f < m.faceCount(); f++) if (m.materialOf(f).equals("enamel")) painted++;
        assertEquals(2, painted);
        List<Node> chips = shownNodes("material-chip");
        ToggleButton plain = (ToggleButton) chips.stream()
                .filter(n -> ((ToggleButton) n).getText().equals("plain"))
                .findFirst()
                .orElseThrow();
        fx(() -> {
            plain.fire();
            return null;
        });
        settle();
        assertEquals("plain", step().material());
        assertTrue(document().materials().has("enamel"), "it stays in the palette");
    }

    private GiveMaterial step() throws Exception {
        return (GiveMaterial) document().bodies().getFirst().entries().getLast().step();
    }

    private void fire(String styleClass, String text) throws Exception {
        Button b = (Button) shownNodes(styleClass).stream()
                .filter(n -> n instanceof Button x && x.getText().equals(text))
                .findFirst()
                .orElseThrow();
        fx(() -> {
            b.fire();
            return null;
        });
        settle();
    }
}
