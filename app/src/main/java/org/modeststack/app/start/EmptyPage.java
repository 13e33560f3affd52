package org.modeststack.app.start;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Family;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;

/** What an empty window offers: the solids to begin with, as pictures; files that were open lately; the demo. */
public final class EmptyPage extends VBox {
    private static final int RECENT = 4;

    /** What can be done from here. */
    public record Actions(
            Consumer<StepDescriptor> start,
            Runnable open,
            Runnable demo,
            Supplier<List<Path>> recent,
            Consumer<Path> reopen) {}

    private final Thumbnails pictures;
    private final Actions actions;
    private final FlowPane solids = new FlowPane(10, 10);
    private final VBox lately = new VBox(2);

    public EmptyPage(Thumbnails pictures, Actions actions) {
        super(14);
        this.pictures = pictures;
        this.actions = actions;
        getStyleClass().add("empty-page");
        setAlignment(Pos.CENTER);
        setMaxWidth(560);
        setPrefWidth(560);
        Label title = new Label("Start with a solid");
        title.getStyleClass().add("empty-title");
        Label hint = new Label(
                "Its numbers stay adjustable for as long as you like. Everything else is built on it, step by step.");
        hint.getStyleClass().add("empty-hint");
        hint.setWrapText(true);
        solids.setAlignment(Pos.CENTER);
        Button open = new Button("Open a document…");
        open.getStyleClass().add("take-button");
        Hint.on(open, "Opens a document or a mesh (Ctrl+O)");
        open.setOnAction(_ -> actions.open().run());
        Button demo = new Button("Look at the demo");
        demo.getStyleClass().add("take-button");
        Hint.on(demo, "The fittings of the Skerry Light, to take apart and change");
        demo.setOnAction(_ -> actions.demo().run());
        HBox others = new HBox(10, open, demo);
        others.setAlignment(Pos.CENTER);
        lately.setAlignment(Pos.CENTER);
        getChildren().addAll(title, hint, solids, others, lately);
    }

    /** Shows the pictures that are there, and the files of late. */
    public void refresh() {
        if (solids.getChildren().isEmpty()) {
            for (StepDescriptor d : Steps.ALL) {
                // What needs a file or another body is no solid to begin with.
                if (d.family() == Family.SOURCE && made(d) != null)
                    solids.getChildren().add(button(d));
            }
        }
        for (var n : solids.getChildren()) {
            Button b = (Button) n;
            Image image = pictures.of((Geometry) b.getUserData());
            if (image != null && b.getGraphic() instanceof ImageView view) view.setImage(image);
        }
        lately.getChildren().clear();
        for (Path p : actions.recent().get().stream().limit(RECENT).toList()) {
            Hyperlink link = new Hyperlink(String.valueOf(p.getFileName()));
            link.getStyleClass().add("recent-file");
            Hint.on(link, p.toString());
            link.setOnAction(_ -> actions.reopen().accept(p));
            lately.getChildren().add(link);
        }
    }

    private Button button(StepDescriptor d) {
        ImageView view = new ImageView();
        view.setFitWidth(Thumbnails.WIDTH * 1.4);
        view.setFitHeight(Thumbnails.HEIGHT * 1.4);
        Button b = new Button(d.title(), view);
        b.setContentDisplay(ContentDisplay.TOP);
        b.getStyleClass().add("solid-button");
        b.setUserData(made(d));
        Hint.on(b, d.help());
        b.setOnAction(_ -> actions.start().accept(d));
        return b;
    }

    /** What a source makes by itself; null where it needs something first. */
    private static Geometry made(StepDescriptor d) {
        try {
            Step s = d.createDefault();
            Mesh m = s.apply(Mesh.EMPTY, new LoneContext(Map.of()));
            return m.isEmpty() ? null : Geometry.of(m);
        } catch (StepException e) {
            return null;
        }
    }
}
