package org.modeststack.app.view.point;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.layout.Region;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;

/** Finds the places in a view that something can be put to. */
public final class SnapFinder {
    private final DocumentState document;
    private final ResultState results;
    private final ViewState viewState;
    private final Region view;

    /** @param view whose size the camera's picture has */
    public SnapFinder(DocumentState document, ResultState results, ViewState viewState, Region view) {
        this.document = document;
        this.results = results;
        this.viewState = viewState;
        this.view = view;
    }

    /** The place under a pixel that something can be put to, or null. */
    public Snap at(double x, double y) {
        return at(x, y, null, null);
    }

    /**
     * @param but a body that is looked through, or null
     * @param instead what is looked at in its place, or null for nothing
     */
    public Snap at(double x, double y, String but, Mesh instead) {
        List<Snap.Target> targets = new ArrayList<>();
        for (Body b : document.current().bodies()) {
            if (!viewState.isSolid(b) && !viewState.isGhost(b)) continue;
            Mesh m = b.id().equals(but) ? instead : results.shownMesh(b);
            if (m != null && !m.isEmpty()) targets.add(new Snap.Target(b.id(), m));
        }
        return Snap.under(targets, viewState.camera(), (int) view.getWidth(), (int) view.getHeight(), x, y);
    }
}
