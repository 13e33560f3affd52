package org.modeststack.app.ui;

import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.anchor.AnchorPoint;

/** What an anchor follows, as it is read: of its own body only what, of another with its name. */
public final class AnchorWords {
    private AnchorWords() {}

    /** "Ball, middle of an edge". */
    public static String of(AnchorPoint a, Document document) {
        return (a.body().isEmpty() ? "" : document.nameOf(a.body()) + ", ") + a.words();
    }

    /** "Ball, middle of an edge and 0, 0, 2 mm": with what is added to it. */
    public static String whole(AnchorPoint a, Document document) {
        Vec3 o = a.offset();
        if (o.equals(Vec3.ZERO)) return of(a, document);
        return of(a, document) + " and " + Numbers.brief(o.x()) + ", " + Numbers.brief(o.y()) + ", "
                + Numbers.brief(o.z()) + " mm";
    }
}
