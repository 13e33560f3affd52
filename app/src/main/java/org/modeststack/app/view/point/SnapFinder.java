package org.modeststack.app.view.point;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.layout.Region;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Rims;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Body;
import org.modeststack.steps.anchor.AnchorPoint;

/** Finds the places in a view that something can be put to. */
public final class SnapFinder {
    /** What is nearer to each other than this, of the size of the mesh, is at one place: several edges meet in a vertex. */
    private static final double SAME = 1e-7;

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

    /** The middle of the rim or loop that the edge nearest to a place lies on; the place itself where none closes there. */
    public Snap middleOfLoop(Snap s) {
        Mesh m = s == null || s.body() == null
                ? null
                : results.shownMesh(document.current().body(s.body()));
        if (m == null) return s;
        Selection rim = rimAt(m, s.at(), s.normal());
        if (rim == null) return s;
        AnchorPoint.Place middle = AnchorPoint.on(s.body(), m, rim).on(Geometry.of(m));
        return middle == null ? s : new Snap(middle.at(), middle.way(), Snap.Kind.LOOP_MIDDLE, s.body(), rim);
    }

    /** The rim or loop on which the edges lie that come nearest to a place, of several the first that closes; or null. */
    private static Selection rimAt(Mesh m, Vec3 at, Vec3 side) {
        Adjacency adj = m.adjacency();
        double[] away = new double[adj.edgeCount()];
        double least = Double.POSITIVE_INFINITY;
        for (int e = 0; e < away.length; e++) {
            away[e] = at.distanceTo(m.point(adj.edgeLow(e)), m.point(adj.edgeHigh(e)));
            least = Math.min(least, away[e]);
        }
        double near = least + SAME * m.bounds().diagonal();
        for (int e = 0; e < away.length; e++) {
            Selection rim = away[e] <= near ? Rims.through(m, e, side) : null;
            if (rim != null) return rim;
        }
        return null;
    }

    /**
     * The place under a pixel that something can be put to, or null.
     *
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
