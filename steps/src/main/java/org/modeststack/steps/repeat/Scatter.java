package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Placement;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.place.Rigid;
import org.modeststack.steps.place.Transform;

/** Copies on the surface of another body. */
@StepInfo(
        type = "scatter",
        title = "Scatter",
        family = Family.REPEAT,
        help = "Copies of everything so far on the faces, the vertices or all over the surface of another body.",
        words = "array distribute surface random points instances rivets copies")
public record Scatter(
        @Param(label = "On", help = "The body on whose surface the copies stand.")
        Bodies on,

        @Param(label = "Tag", help = "The tag of the faces or vertices that count; empty for all.", def = "")
        String tag,

        @Param(
                label = "Where",
                help = "In the middle of each face, on each vertex, or spread evenly over the area.",
                def = "faces")
        Where where,

        @Param(
                label = "Count",
                help = "How many there are in all.",
                min = 1,
                max = 100000,
                def = "50",
                only = "where=evenly")
        int count,

        @Param(
                label = "Chance",
                section = "Variation",
                help = "Another number gives other places, turns and sizes.",
                min = 0,
                max = 1e9,
                def = "1")
        int chance,

        @Param(
                label = "Share",
                section = "Variation",
                help = "How many of the places get a copy, by chance.",
                unit = Unit.FACTOR,
                min = 0,
                max = 1,
                def = "1")
        double share,

        @Param(label = "Turned", help = "Z of the copies looks out of the surface; else they stay upright.", def = "on")
        boolean turned,

        @Param(
                label = "Turn up to",
                section = "Variation",
                help = "How far each copy is turned about its own Z by chance, either way.",
                unit = Unit.ANGLE,
                min = 0,
                max = 180,
                def = "0")
        double turnUpTo,

        @Param(
                label = "Size up to",
                section = "Variation",
                help = "How much larger or smaller than it is a copy may be, by chance: 0.2 is up to a fifth.",
                unit = Unit.FACTOR,
                min = 0,
                max = 0.95,
                def = "0")
        double sizeUpTo,

        @Param(
                label = "Point",
                section = "Variation",
                help = "The point of the body that lies on the surface.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0")
        Vec3 point,

        @Param(
                label = "Mixed with",
                section = "Variation",
                help = "Other bodies that take the place of copies, by chance.")
        Bodies mixedWith,

        @United boolean united,

        @LeftOut String leftOut)
        implements PartStep {

    /** Where the copies stand. */
    public enum Where {
        FACES,
        VERTICES,
        EVENLY
    }

    /** What chance is asked for. */
    private static final int SHARE = 1, SPIN = 2, SIZE = 3, BODY = 4;

    private static final Vec3 UP = new Vec3(0, 0, 1);

    /**
     * A place on the surface.
     *
     * @param key the same as long as the element is there: chance and the keys of copies follow from it
     */
    private record Place(Vec3 at, Vec3 normal, long key) {}

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        TaggedPlaces surface = TaggedPlaces.of(on, tag, "on whose surface they stand", context);
        List<Place> places = new ArrayList<>();
        for (Place p : all(surface)) if (chance(p, SHARE) < share) places.add(p);
        if (places.isEmpty())
            throw new StepException(
                    "No copies are left: " + surface.name() + " has no such places, or the share is 0.");
        List<Geometry> kinds = new ArrayList<>(List.of(in));
        for (String id : mixedWith.ids()) kinds.add(context.geometry(id));
        Copies copies = new Copies(places.size(), copy -> placement(places.get(copy)), rules());
        return copies.of(
                copy -> kinds.get((int) (chance(places.get(copy), BODY) * kinds.size())),
                copy -> places.get(copy).key,
                context);
    }

    private Copies.Rules rules() {
        return new Copies.Rules(0, false, false, united, leftOut);
    }

    private List<Place> all(TaggedPlaces surface) throws StepException {
        Mesh m = surface.mesh();
        List<Place> out = new ArrayList<>();
        if (where == Where.VERTICES) {
            BitSet vertices = elements(surface, ElementKind.VERTEX);
            Limits.checkParts(vertices.cardinality());
            Vec3[] normals = vertexNormals(m, vertices);
            for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1))
                out.add(new Place(m.point(v), normals[v], m.vertexKeys()[v]));
            return out;
        }
        BitSet faces = elements(surface, ElementKind.FACE);
        FaceFrames frames = FaceFrames.of(m);
        if (where == Where.FACES) {
            Limits.checkParts(faces.cardinality());
            for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1))
                out.add(new Place(frames.middle(f), frames.normal(f), m.faceKeys()[f]));
            return out;
        }
        SurfaceSamples samples = new SurfaceSamples(m, faces);
        if (!(samples.area() > 0)) throw new StepException(surface.name() + " has no area to stand on.");
        SurfaceSamples.Place[] spread = samples.places(count, chance);
        for (int i = 0; i < spread.length; i++)
            out.add(new Place(spread[i].at(), frames.normal(spread[i].face()), Keys.of(chance, i)));
        return out;
    }

    private static BitSet elements(TaggedPlaces surface, ElementKind kind) throws StepException {
        Selection named = surface.named(kind);
        BitSet out = (named == null ? Selection.all(surface.mesh(), kind) : named).elements();
        if (out.isEmpty())
            throw new StepException(surface.name() + " has no " + (kind == ElementKind.FACE ? "faces" : "vertices")
                    + " to stand on" + (named == null ? "." : ": its tag names none."));
        return out;
    }

    /** The sum of the area vectors of the faces at each. */
    private static Vec3[] vertexNormals(Mesh m, BitSet vertices) {
        Vec3[] out = new Vec3[m.vertexCount()];
        double[] n = new double[3];
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1)) {
            Vec3 sum = Vec3.ZERO;
            for (int i = m.adjacency().vertexStart()[v]; i < m.adjacency().vertexStart()[v + 1]; i++) {
                Normals.areaVector(m, m.adjacency().cornerFace()[m.adjacency().vertexCorners()[i]], n);
                sum = sum.plus(new Vec3(n[0], n[1], n[2]));
            }
            out[v] = sum.length() > 0 ? sum.unit() : UP;
        }
        return out;
    }

    /** From 0 to below 1, the same for one place and one number. */
    private double chance(Place p, int what) {
        return (Keys.of(p.key, what, chance) >>> 11) * 0x1p-53;
    }

    private @Nullable Placement placement(Place p) {
        double angle = turnUpTo * (2 * chance(p, SPIN) - 1);
        double size = 1 + sizeUpTo * (2 * chance(p, SIZE) - 1);
        Affine spun =
                Rigid.round(UP, Trig.cosDegrees(angle), Trig.sinDegrees(angle)).affine();
        Affine out = Affine.shift(point.times(-1)).then(Transform.about(Vec3.ZERO, spun, size));
        if (turned && p.normal.length() > 0)
            out = out.then(Rigid.shortest(UP, p.normal).affine());
        return new Transform(out.then(Affine.shift(p.at)));
    }

    /** What it looks at stays; what is mixed in is drawn in its places only. */
    @Override
    public boolean hasTools() {
        return false;
    }

    @Override
    public String sentence() {
        String s = switch (where) {
            case FACES -> "*Scatter* over the faces of {on}";
            case VERTICES -> "*Scatter* over the vertices of {on}";
            case EVENLY -> "*Scatter* {count} evenly on {on}";
        };
        if (!tag.isBlank()) s += ", its {tag}";
        if (share < 1) s += ", on {share} of them";
        if (!mixedWith.ids().isEmpty()) s += ", mixed with {mixedWith}";
        if (turnUpTo > 0) s += ", turned up to {turnUpTo}";
        if (sizeUpTo > 0) s += ", sizes up to {sizeUpTo} off";
        return s + rules().inWords();
    }
}
