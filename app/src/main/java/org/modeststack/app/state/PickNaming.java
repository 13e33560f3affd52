package org.modeststack.app.state;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.pick.PickNames;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;

/** What the things are called that the picks of a step speak of, as the document and its results are now. */
final class PickNaming implements PickNames {
    private final DocumentState document;
    private final ResultState results;
    private final Body body;
    private final Entry entry;

    /** @param body the one whose step it is, or null */
    PickNaming(DocumentState document, ResultState results, Body body, Entry entry) {
        this.document = document;
        this.results = results;
        this.body = body;
        this.entry = entry;
    }

    @Override
    public String madeBy(String tag) {
        if (body == null) return "an earlier step";
        for (int i = 0; i < body.entries().size(); i++) {
            String name = StepContext.madeTag(body.entries().get(i).seed());
            if (tag.equals(name)) return "step " + (i + 1);
            if (!tag.startsWith(name + ":")) continue;
            String part = tag.substring(name.length() + 1), of = body(part);
            return "step " + (i + 1) + (part.isEmpty() ? "" : " (" + (of == null ? part : of) + ")");
        }
        return "a step that is gone";
    }

    @Override
    public Mesh mesh() {
        return body == null || entry == null ? null : known(results.partsBefore(body, entry.id()));
    }

    @Override
    public String body(String id) {
        Body b = document.current().body(id);
        return b == null ? null : b.name();
    }

    @Override
    public Mesh meshOf(String id) {
        Body b = document.current().body(id);
        return b == null ? null : known(results.shown(b));
    }

    /** Faces of shared copies are not made for a name. */
    private static Mesh known(Geometry g) {
        return g == null ? null : g.known();
    }

    @Override
    public int copies(String id) {
        Body b = document.current().body(id);
        if (b == null) return 1;
        int copies = 1, arrays = 0;
        for (Entry e : b.entries()) {
            int n = e.enabled() ? copies(e.step()) : 1;
            if (n > 1) arrays++;
            copies = Math.max(copies, n);
        }
        // Which copy of which array nobody would know.
        return arrays == 1 ? copies : 1;
    }

    private static int copies(Step s) {
        return switch (s) {
            case RowArray r -> r.count();
            case RoundArray r -> r.count();
            default -> 1;
        };
    }
}
