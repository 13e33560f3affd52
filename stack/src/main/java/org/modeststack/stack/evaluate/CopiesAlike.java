package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.EachAlike;

/**
 * Carries out a step once for each mesh that copies share, so that they go on sharing what comes of it. Images in a mirror are
 * other meshes to a step that tells left from right, and copies of other sizes to one that measures, so those are left to work on
 * faces of their own.
 */
final class CopiesAlike {
    private final EachAlike step;
    private final Geometry in;
    private final StepContext context;

    private CopiesAlike(EachAlike step, Geometry in, StepContext context) {
        this.step = step;
        this.in = in;
        this.context = context;
    }

    /**
     * For a step on a geometry; null where each copy must be worked on for itself.
     *
     * @param p how the result comes about; tags from below are looked for on the faces of all copies
     */
    static @Nullable CopiesAlike of(Provenance p, Geometry in, StepContext context) {
        Entry entry = p.entry();
        if (!p.later().isEmpty()) return null;
        if (entry.together() || !(entry.step() instanceof EachAlike s) || !s.isEachAlike()) return null;
        Set<Mesh> meshes = Collections.newSetFromMap(new IdentityHashMap<>());
        for (Part part : in.parts()) {
            if (part.isMirrored() || !part.affine().isRigid()) return null;
            meshes.add(part.mesh());
        }
        return meshes.size() < in.parts().size() ? new CopiesAlike(s, in, context) : null;
    }

    /** What comes of it; what went in where the step changes no mesh. */
    Geometry apply() throws StepException {
        return apply(Map.of());
    }

    /**
     * What comes of it where the faces of all copies have more tags: carried out once more for each copy that has some of them.
     *
     * @param marked the mesh of what goes in, with more tags
     */
    Geometry apply(Mesh marked) throws StepException {
        Map<String, Tag> more = new HashMap<>(marked.tags());
        in.mesh().tags().forEach((name, tag) -> more.remove(name, tag));
        return apply(more);
    }

    private Geometry apply(Map<String, Tag> more) throws StepException {
        IdentityHashMap<Mesh, Mesh> shared = new IdentityHashMap<>();
        List<Part> out = new ArrayList<>();
        boolean changed = false;
        int v = 0, f = 0;
        for (Part p : in.parts()) {
            Mesh m = p.mesh();
            Map<String, Tag> own = new HashMap<>();
            for (Map.Entry<String, Tag> t : more.entrySet()) {
                Tag part = slice(t.getValue(), v, v + m.vertexCount(), f, f + m.faceCount());
                if (part.size() > 0) own.put(t.getKey(), part);
            }
            Mesh made;
            if (own.isEmpty()) {
                made = shared.get(m);
                if (made == null) shared.put(m, made = applied(m, p));
            } else {
                own.putAll(m.tags());
                made = applied(m.withTags(own), p);
            }
            changed |= made != m;
            out.add(p.withMesh(made));
            v += m.vertexCount();
            f += m.faceCount();
        }
        return changed ? Geometry.of(out) : in;
    }

    /** What it says of a mesh is said of the first copy. */
    private Mesh applied(Mesh mesh, Part first) throws StepException {
        try {
            return step.apply(mesh, new Placed(context, first));
        } catch (StepException e) {
            if (e.place() == null) throw e;
            throw new StepException(e.getMessage(), first.affine().point(e.place()));
        }
    }

    /** What of a tag belongs to some vertices and faces, counted from the first of them. */
    private static Tag slice(Tag tag, int vertex, int endVertex, int face, int endFace) {
        int n = tag.size(), count = 0;
        long[] elements = new long[n];
        double[] weights = new double[n];
        for (int i = 0; i < n; i++) {
            long e = tag.element(i);
            long own = -1;
            switch (tag.kind()) {
                case VERTEX -> own = e >= vertex && e < endVertex ? e - vertex : -1;
                case FACE -> own = e >= face && e < endFace ? e - face : -1;
                case EDGE -> {
                    int low = Tag.edgeLow(e), high = Tag.edgeHigh(e);
                    if (low >= vertex && high < endVertex) own = Tag.edge(low - vertex, high - vertex);
                }
            }
            if (own < 0) continue;
            elements[count] = own;
            weights[count++] = tag.weight(i);
        }
        return new Tag(tag.kind(), tag.rule(), Arrays.copyOf(elements, count), Arrays.copyOf(weights, count));
    }

    /** The context of a step whose remarks are about a copy in its place. */
    private record Placed(StepContext context, Part part) implements StepContext {
        @Override
        public long seed() {
            return context.seed();
        }

        @Override
        public Mesh body(String id) throws StepException {
            return context.body(id);
        }

        @Override
        public Geometry geometry(String id) throws StepException {
            return context.geometry(id);
        }

        @Override
        public String bodyName(String id) {
            return context.bodyName(id);
        }

        @Override
        public void remark(Remark r) {
            context.remark(
                    r.place() == null
                            ? r
                            : new Remark(r.level(), r.text(), part.affine().point(r.place())));
        }

        @Override
        public void progress(double done) {
            context.progress(done);
        }
    }
}
