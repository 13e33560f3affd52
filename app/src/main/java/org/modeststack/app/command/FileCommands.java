package org.modeststack.app.command;

import java.util.function.BooleanSupplier;
import org.modeststack.app.file.DocumentFiles;
import org.modeststack.app.file.MeshFiles;
import org.modeststack.app.state.SelectionState;
import org.modeststack.exchange.registry.MeshFormat;

/** Documents and meshes in and out. */
final class FileCommands extends MenuCommands {
    FileCommands(SelectionState selected, DocumentFiles files, MeshFiles meshes) {
        super("File");
        BooleanSupplier always = () -> true;
        BooleanSupplier body = () -> selected.body() != null;
        add("New document", "Ctrl+N", "Starts an empty document.", "", always, files::newDocument);
        add("Open…", "Ctrl+O", "Opens a document.", "load", always, files::open);
        add("Save", "Ctrl+S", "Saves the document.", "write", always, files::save);
        add("Save as…", "Ctrl+Shift+S", "Saves the document under another name.", "", always, files::saveAs);
        add(
                "Import mesh…",
                "Ctrl+I",
                "Starts a body from a mesh file (" + MeshFormat.endings() + ").",
                "obj stl load read",
                always,
                meshes::importMesh);
        add(
                "Read mesh again…",
                null,
                "Reads the mesh of the selected body from its file again after that has changed. What is picked on it stays.",
                "import reload update refresh obj stl",
                meshes::canReread,
                meshes::rereadMesh);
        add(
                "Export mesh…",
                "Ctrl+Shift+E",
                "Writes the selected body as it is shown to a mesh file (" + MeshFormat.endings() + ").",
                "obj stl write",
                body,
                meshes::exportMesh);
        add("Quit", "Ctrl+Q", "Leaves Modest Stack.", "exit close", always, files::quit);
    }
}
