package org.modeststack.app;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.prefs.Preferences;
import javafx.application.Platform;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ChoiceDialog;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.MeshFormat;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.file.Autosave;
import org.modeststack.stack.file.DocumentException;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.source.Imported;

/** Opening and saving, meshes in and out, and the care that no work is lost. */
final class Files {
    private static final int RECENT = 8;
    private static final String UNIT = "unit";

    private final Session session;
    private final Autosave autosave;
    private final Preferences preferences;
    private Window owner;
    private Runnable opened = () -> {};

    /** @param preferences where recent files are kept */
    Files(Session session, Autosave autosave, Preferences preferences) {
        this.session = session;
        this.autosave = autosave;
        this.preferences = preferences;
    }

    void setOwner(Window window) {
        owner = window;
    }

    /** @param action runs whenever another document has been opened */
    void onOpened(Runnable action) {
        opened = action;
    }

    void newDocument() {
        if (mayLeave()) show(Document.EMPTY, null);
    }

    void openDemo() {
        if (!mayLeave()) return;
        opened.run();
        session.open(SkerryLight.document(), SkerryLight.NAME);
    }

    private void show(Document d, Path path) {
        opened.run();
        session.open(d, path);
    }

    void open() {
        if (!mayLeave()) return;
        File f = chooser("Open a document", "Modest Stack documents", "*" + DocumentFile.EXTENSION)
                .showOpenDialog(owner);
        if (f != null) load(f.toPath());
    }

    /** Opens a file; a message says what is wrong if it cannot be. */
    void load(Path path) {
        try {
            DocumentFile.Loaded loaded = DocumentFile.read(path);
            show(loaded.document(), path);
            remember(path);
            if (!loaded.remarks().isEmpty()) session.say(String.join(" ", loaded.remarks()), true);
        } catch (DocumentException e) {
            session.say(e.getMessage(), true);
        }
    }

    void save() {
        if (session.file() == null) saveAs();
        else saveTo(session.file());
    }

    void saveAs() {
        FileChooser c = chooser("Save the document", "Modest Stack documents", "*" + DocumentFile.EXTENSION);
        c.setInitialFileName(
                session.file() == null
                        ? "untitled" + DocumentFile.EXTENSION
                        : session.file().getFileName().toString());
        File f = c.showSaveDialog(owner);
        if (f == null) return;
        Path path = f.toPath();
        if (!f.getName().contains(".")) path = path.resolveSibling(f.getName() + DocumentFile.EXTENSION);
        saveTo(path);
    }

    /** @return whether it was saved */
    boolean saveTo(Path path) {
        try {
            DocumentFile.write(session.document(), path);
            session.markSaved(path);
            autosave.clear();
            remember(path);
            session.say("Saved to " + path.getFileName() + ".", false);
            return true;
        } catch (DocumentException e) {
            session.say(e.getMessage(), true);
            return false;
        }
    }

    void importMesh() {
        FileChooser c = chooser("Import a mesh", "Meshes", "*.obj", "*.stl");
        File f = c.showOpenDialog(owner);
        if (f != null) askUnit("Import a mesh").ifPresent(u -> importFrom(f.toPath(), u));
    }

    /** Neither format says what its numbers mean, so the user does; the last answer is offered first. */
    private Optional<LengthUnit> askUnit(String title) {
        List<String> labels =
                Arrays.stream(LengthUnit.values()).map(LengthUnit::label).toList();
        String last = preferences.get(UNIT, "");
        ChoiceDialog<String> ask = new ChoiceDialog<>(labels.contains(last) ? last : labels.getFirst(), labels);
        ask.initOwner(owner);
        ask.setTitle(title);
        ask.setHeaderText(null);
        ask.setGraphic(null);
        ask.setContentText("Lengths in the file are in");
        Optional<String> answer = ask.showAndWait();
        answer.ifPresent(u -> preferences.put(UNIT, u));
        return answer.map(u -> LengthUnit.values()[labels.indexOf(u)]);
    }

    /** Reads a mesh beside the interface, so that a large one does not hold the window up. */
    void importFrom(Path path, LengthUnit unit) {
        session.say("Reading " + path.getFileName() + " …", false);
        Thread.ofVirtual().start(() -> {
            try {
                Loaded loaded = MeshFormat.read(path, unit);
                Platform.runLater(() -> imported(path, loaded));
            } catch (ExchangeException e) {
                Platform.runLater(() -> session.say(e.getMessage(), true));
            }
        });
    }

    private void imported(Path path, Loaded loaded) {
        String file = path.getFileName().toString(), name = file.replaceFirst("\\.[^.]*$", "");
        session.edit(
                "Import mesh",
                d -> Edits.addBody(
                        d, name.isBlank() ? "Mesh" : name, Material.DEFAULT, new Imported(file, 1, loaded.mesh())));
        session.select(session.document().bodies().getLast().id());
        if (!loaded.remarks().isEmpty()) session.say(String.join(" ", loaded.remarks()), false);
    }

    void exportMesh() {
        FileChooser c = new FileChooser();
        c.setTitle("Export the mesh");
        c.getExtensionFilters()
                .addAll(
                        new FileChooser.ExtensionFilter(MeshFormat.OBJ.label(), "*.obj"),
                        new FileChooser.ExtensionFilter(MeshFormat.STL.label(), "*.stl"),
                        new FileChooser.ExtensionFilter(MeshFormat.STL_TEXT.label(), "*.stla"));
        c.setInitialFileName(session.body().name() + ".obj");
        File f = c.showSaveDialog(owner);
        if (f != null) askUnit("Export the mesh").ifPresent(u -> exportTo(f.toPath(), u));
    }

    /** Writes the selected body as it is shown. */
    void exportTo(Path path, LengthUnit unit) {
        Body b = session.body();
        Mesh mesh = session.shownMesh(b);
        if (mesh == null || mesh.isEmpty()) {
            session.say(b.name() + " has no faces to export.", true);
            return;
        }
        try {
            MeshFormat.write(mesh, path, unit);
            session.say("Exported " + b.name() + " to " + path.getFileName() + ".", false);
        } catch (ExchangeException e) {
            session.say(e.getMessage(), true);
        }
    }

    void quit() {
        if (mayLeave()) Platform.exit();
    }

    /** Asks what is to become of unsaved work. @return false to stay */
    boolean mayLeave() {
        if (!session.isDirty() || session.document().bodies().isEmpty()) {
            autosave.clear();
            return true;
        }
        ButtonType keep = new ButtonType("Save", ButtonBar.ButtonData.YES);
        ButtonType drop = new ButtonType("Don't save", ButtonBar.ButtonData.NO);
        Alert ask = new Alert(Alert.AlertType.CONFIRMATION, "", keep, drop, ButtonType.CANCEL);
        ask.initOwner(owner);
        ask.setTitle("Unsaved changes");
        ask.setHeaderText("Save the changes to " + name() + "?");
        ask.setContentText("What is not saved is lost.");
        ButtonType answer = ask.showAndWait().orElse(ButtonType.CANCEL);
        if (answer == ButtonType.CANCEL) return false;
        if (answer == keep) save();
        if (answer == keep && session.isDirty()) return false;
        autosave.clear();
        return true;
    }

    String name() {
        return session.file() == null
                ? "the new document"
                : session.file().getFileName().toString();
    }

    /** Puts unsaved work by; called now and then. */
    void putBy() {
        if (!session.isDirty()) return;
        try {
            autosave.write(session.document(), session.file());
        } catch (DocumentException e) {
            session.say(e.getMessage(), true);
        }
    }

    /** Offers what a crash left behind. */
    void recover() {
        for (Autosave.Left left : autosave.left()) {
            ButtonType open = new ButtonType("Recover", ButtonBar.ButtonData.YES);
            ButtonType drop = new ButtonType("Throw away", ButtonBar.ButtonData.NO);
            Alert ask = new Alert(Alert.AlertType.CONFIRMATION, "", open, drop, ButtonType.CANCEL);
            ask.initOwner(owner);
            ask.setTitle("Unsaved work");
            ask.setHeaderText("Modest Stack ended without saving.");
            ask.setContentText("There is unsaved work on "
                    + (left.origin() == null ? "a new document" : left.origin().getFileName()) + ".");
            Optional<ButtonType> answer = ask.showAndWait();
            if (answer.isEmpty() || answer.get() == ButtonType.CANCEL) continue;
            if (answer.get() == drop) {
                Autosave.discard(left);
                continue;
            }
            recover(left);
            return;
        }
    }

    void recover(Autosave.Left left) {
        try {
            Document d = DocumentFile.read(left.copy()).document();
            opened.run();
            session.openUnsaved(d, left.origin());
            autosave.write(d, left.origin());
            Autosave.discard(left);
        } catch (DocumentException e) {
            session.say(e.getMessage(), true);
        }
    }

    /** Files that were open lately, the last first. */
    List<Path> recent() {
        List<Path> paths = new ArrayList<>();
        for (int i = 0; i < RECENT; i++) {
            String p = preferences.get("recent" + i, "");
            if (!p.isEmpty()) paths.add(Path.of(p));
        }
        return paths;
    }

    private void remember(Path path) {
        List<Path> paths = recent();
        Path whole = path.toAbsolutePath();
        paths.remove(whole);
        paths.addFirst(whole);
        for (int i = 0; i < RECENT; i++) {
            if (i < paths.size()) preferences.put("recent" + i, paths.get(i).toString());
        }
    }

    private FileChooser chooser(String title, String kind, String... endings) {
        FileChooser c = new FileChooser();
        c.setTitle(title);
        c.getExtensionFilters().add(new FileChooser.ExtensionFilter(kind, endings));
        if (session.file() != null && session.file().toAbsolutePath().getParent() != null) {
            File folder = session.file().toAbsolutePath().getParent().toFile();
            if (folder.isDirectory()) c.setInitialDirectory(folder);
        }
        return c;
    }
}
