package org.modeststack.steps.smooth;

import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Smooth subdivision of a mesh or of a part of it. */
@StepInfo(
        type = "subdivide",
        title = "Subdivide",
        family = Family.SMOOTH,
        help = "Each level makes four times as many faces and a rounder shape; creases stay sharp.",
        words = "smooth subdivision catmull clark loop linear smooth refine")
public record Subdivide(
        @Param(label = "Levels", help = "How often every face is divided.", min = 0, max = 10, def = "2")
        int levels,

        @Param(
                label = "Faces",
                help = "What is smoothed. The border to other faces stays where it is.",
                def = "faces: all")
        Pick faces,

        @Param(
                label = "Scheme",
                help =
                        "Catmull–Clark: quads of any faces. Loop: triangles; faces with more sides are divided first. Linear:"
                                + " quads, and nothing moves.",
                def = "catmull-clark")
        Scheme scheme,

        @Param(
                label = "Around",
                section = "More",
                help =
                        "Faces beside a part gain vertices: they get more sides, or are divided into quads and triangles.",
                def = "many-sided")
        Around around,

        @Param(
                label = "Borders",
                section = "More",
                help = "Smooth: a border becomes a curve. Cornered: where it has a single face, its corner stays.",
                def = "smooth")
        Borders borders,

        @Param(
                label = "Creases",
                section = "Creases",
                help = "The tag of the edges that stay sharp, with their sharpness; empty for none.",
                def = Crease.EDGES)
        String creases,

        @Param(
                label = "Corners",
                section = "Creases",
                help = "The tag of the vertices that stay pointed, with their sharpness; empty for none.",
                def = Crease.VERTICES)
        String corners,

        @Param(
                label = "Strength",
                section = "Creases",
                help = "What the sharpness of creases and corners is multiplied by.",
                unit = Unit.FACTOR,
                min = 0,
                max = 100,
                def = "1")
        double strength,

        @Param(
                label = "Limit",
                section = "More",
                help =
                        "Puts the vertices where they would come to lie after levels without end, with the normals there.",
                def = "off")
        boolean limit,

        @Param(
                label = "Values",
                section = "More",
                help =
                        "Colours and places in a texture. Linear: as they were across every face. Smooth: as smooth as the"
                                + " surface, seams becoming curves. Cornered: the same, but corners of a lone face stay.",
                def = "linear")
        Values values,

        @Param(
                label = "In view",
                section = "More",
                help = "Levels that the view shows while you work; files get all of them.",
                min = 0,
                max = 10,
                def = "10")
        int inView)
        implements EachAlike {

    /** What becomes of faces beside a part that is subdivided. */
    public enum Around {
        MANY_SIDED,
        DIVIDED
    }

    /** What becomes of borders. */
    public enum Borders {
        SMOOTH,
        CORNERED
    }

    /** What becomes of values at corners that are means of others. */
    public enum Values {
        LINEAR,
        SMOOTH,
        CORNERED
    }

    /** More levels than these there are not. */
    private static final int MOST_LEVELS = 10;

    private static final int MOST_SIDES = 4;
    /** Marks picked faces while they are divided; no user's tag has such a name. */
    private static final String PICKED = "\0picked";

    /** All of a mesh by Catmull–Clark. */
    public Subdivide(int levels) {
        this(
                levels,
                Pick.all(ElementKind.FACE),
                Scheme.CATMULL_CLARK,
                Around.MANY_SIDED,
                Borders.SMOOTH,
                Crease.EDGES,
                Crease.VERTICES,
                1,
                false,
                Values.LINEAR,
                MOST_LEVELS);
    }

    /** The view may have fewer levels. */
    @Override
    public Step forPurpose(Purpose purpose) {
        if (purpose.use() != Purpose.Use.VIEW || inView >= levels) return this;
        return new Subdivide(
                /* levels= */ inView,
                faces,
                scheme,
                around,
                borders,
                creases,
                corners,
                strength,
                limit,
                values,
                /* inView= */ MOST_LEVELS);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        boolean all = faces.equals(Pick.all(ElementKind.FACE));
        Selection picked = all ? null : faces.on(in, context).to(in, ElementKind.FACE);
        if (picked != null && picked.isEmpty()) return Unpicked.of(in, "faces", context);
        if (levels == 0) return in;
        BitSet asked = picked == null ? null : picked.elements(), faces = asked;
        Mesh from = in;
        if (scheme == Scheme.LOOP) {
            // Pieces of picked faces are known by a tag: keys of dirty meshes may be there twice.
            from = ofTriangles(faces == null ? in : withTag(in, PICKED, Tag.faces(faces)), faces, context);
            Tag pieces = from.tag(PICKED);
            if (pieces != null) {
                faces = Selection.of(from, pieces).elements();
                from = withTag(from, PICKED, null);
            }
        }
        checkFaces(from, faces);
        SmoothingAdvice.of(in, asked, scheme).forEach(context::remark);
        Tag sharpEdges = sharp(from, creases, Crease.EDGES, ElementKind.EDGE);
        Tag sharpVertices = sharp(from, corners, Crease.VERTICES, ElementKind.VERTEX);
        if (faces == null || faces.cardinality() == from.faceCount())
            return whole(from, sharpEdges, sharpVertices, context);
        PartSubdivision.Result part =
                PartSubdivision.of(from, faces, sharpEdges, sharpVertices, (m, e, v) -> whole(m, e, v, context));
        if (around == Around.MANY_SIDED) return part.mesh();
        return DivideFaces.divided(part.mesh(), part.widened(), DivideFaces.Into.QUADS, MOST_SIDES, context);
    }

    private Mesh whole(Mesh in, @Nullable Tag sharpEdges, @Nullable Tag sharpVertices, StepContext context) {
        Subdivision.Rules rules =
                new Subdivision.Rules(scheme, scheme == Scheme.LOOP, borders == Borders.CORNERED, limit, values, 0);
        return Subdivision.of(in, rules, levels, sharpEdges, sharpVertices, context);
    }

    private void checkFaces(Mesh in, @Nullable BitSet faces) throws StepException {
        long corners = in.cornerCount();
        if (faces != null) corners = faces.stream().mapToLong(in::sides).sum();
        Limits.checkFaces(
                scheme == Scheme.LOOP ? corners / 3.0 * Math.pow(4, levels) : corners * Math.pow(4, levels - 1));
    }

    /** The mesh with a tag of this name; null for none. */
    private static Mesh withTag(Mesh in, String name, @Nullable Tag tag) {
        Map<String, Tag> tags = new HashMap<>(in.tags());
        if (tag == null) tags.remove(name);
        else tags.put(name, tag);
        return in.withTags(tags);
    }

    /** The same with its picked faces divided into triangles. */
    private Mesh ofTriangles(Mesh in, @Nullable BitSet faces, StepContext context) {
        BitSet divided = new BitSet();
        for (int f = 0; f < in.faceCount(); f++) if (in.sides(f) > 3 && (faces == null || faces.get(f))) divided.set(f);
        if (divided.isEmpty()) return in;
        int n = divided.cardinality();
        context.remark(
                Remark.Level.NOTE,
                (n == 1 ? "1 face with more than three sides was" : n + " faces with more than three sides were")
                        + " divided into triangles first.");
        return DivideFaces.divided(in, divided, DivideFaces.Into.TRIANGLES, 3, context);
    }

    /** The tag with the sharpness that is meant; null where nothing is sharp. */
    private @Nullable Tag sharp(Mesh in, String name, String usual, ElementKind kind) throws StepException {
        if (name.isBlank() || strength == 0) return null;
        Tag tag = in.tag(name);
        if (tag == null) {
            // Nobody has asked for it.
            if (name.equals(usual)) return null;
            throw new StepException("There is no tag \"" + name + "\" at this place of the stack.");
        }
        if (tag.kind() != kind) {
            if (name.equals(usual)) return null;
            throw new StepException("\"" + name + "\" names " + PickText.plural(tag.kind()) + "; "
                    + PickText.plural(kind) + " are needed here.");
        }
        long[] elements = new long[tag.size()];
        double[] weights = new double[tag.size()];
        for (int i = 0; i < elements.length; i++) {
            elements[i] = tag.element(i);
            weights[i] = strength * tag.weight(i);
        }
        return tag.with(elements, weights);
    }

    @Override
    public String sentence() {
        boolean all = faces.equals(Pick.all(ElementKind.FACE));
        String what = "*Subdivide* " + (all ? "the whole mesh" : "{faces}");
        String how = scheme == Scheme.LOOP ? " by triangles" : scheme == Scheme.LINEAR ? " without moving it" : "";
        String less = inView < levels ? ", {inView} in the view." : ".";
        return what + how + (levels == 1 ? ", {levels} level" : ", {levels} levels") + less;
    }
}
