package org.modeststack.bench.mending;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Growing;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Seat;

/** Solids of known volume that are broken in one way each, by number: the same number gives the same case. */
public final class BrokenBodies {
    /** How a solid is broken, and what must be found then. */
    public enum Break {
        HOLES(FaultKind.OPEN_EDGE),
        TURNED_FACES(FaultKind.TURNED_EDGE),
        INSIDE_OUT(FaultKind.INSIDE_OUT),
        DOUBLED_FACES(FaultKind.DOUBLED),
        UNWELDED(FaultKind.NEAR),
        SHAKEN_SEAMS(FaultKind.NEAR),
        INNER_WALL(FaultKind.BRANCHING_EDGE),
        SHELL_WITHIN(FaultKind.INSIDE),
        CROSSING_SHELLS(FaultKind.CROSSING),
        LOOSE_VERTICES(FaultKind.LOOSE),
        NO_LENGTH(FaultKind.NO_LENGTH),
        FLAT_TRIANGLES(FaultKind.NO_AREA),
        TOUCHING_CORNERS(FaultKind.JOINED_FANS),
        SHARED_EDGE(FaultKind.BRANCHING_EDGE),
        SOUP_OF_ALL_SORTS(FaultKind.NEAR),
        HOLES_AND_TURNS(FaultKind.TURNED_EDGE),
        CROSSING_INSIDE_OUT(FaultKind.CROSSING),
        CRACKS(FaultKind.OPEN_EDGE);

        final FaultKind found;

        Break(FaultKind found) {
            this.found = found;
        }
    }

    /**
     * @param volume of the solid that is meant, mm³
     * @param coarse whether what is missing cannot be known exactly, as what was in a hole
     */
    public record Case(int number, Break kind, Mesh mesh, double volume, boolean coarse) {}

    private BrokenBodies() {}

    public static Case of(int number) throws StepException {
        Random r = new Random(0xB20 + 7919L * number);
        Break kind = Break.values()[number % Break.values().length];
        Mesh body = posed(body(r), r);
        double volume = Measures.of(body).volume();
        return switch (kind) {
            case HOLES -> new Case(number, kind, holed(body, r), volume, true);
            case TURNED_FACES -> new Case(number, kind, turned(body, some(body, r, 0.4)), volume, false);
            case INSIDE_OUT -> new Case(number, kind, body.flipped(), volume, false);
            case DOUBLED_FACES -> new Case(number, kind, doubled(body, some(body, r, 0.2)), volume, false);
            case UNWELDED -> new Case(number, kind, unwelded(body, r, 0), volume, false);
            case SHAKEN_SEAMS -> new Case(number, kind, unwelded(body, r, 1e-6), volume, false);
            case INNER_WALL -> new Case(number, kind, walled(r), 2, false);
            case SHELL_WITHIN -> new Case(number, kind, joined(body, within(body)), volume, false);
            case CROSSING_SHELLS -> crossing(number, body, r);
            case LOOSE_VERTICES -> new Case(number, kind, loose(body, r), volume, false);
            case NO_LENGTH -> new Case(number, kind, withoutLength(body, r), volume, false);
            case FLAT_TRIANGLES -> new Case(number, kind, flatTriangles(body, r), volume, false);
            case TOUCHING_CORNERS -> new Case(number, kind, touching(r, false), 2, false);
            case SHARED_EDGE -> new Case(number, kind, touching(r, true), 2, false);
            case SOUP_OF_ALL_SORTS -> new Case(number, kind, soup(body, r), volume, false);
            case HOLES_AND_TURNS -> {
                Mesh holed = holed(body, r);
                yield new Case(number, kind, turned(holed, some(holed, r, 0.3)), volume, true);
            }
            case CROSSING_INSIDE_OUT -> {
                Case crossing = crossing(number, body, r);
                yield new Case(number, kind, partlyTurned(crossing.mesh, body.faceCount()), crossing.volume, false);
            }
            case CRACKS -> new Case(number, kind, cracked(body, r), volume, false);
        };
    }

    private static Mesh on(Mesh in, Step step) throws StepException {
        if (step instanceof PartStep part)
            return part.apply(Geometry.of(in), new QuietContext()).mesh();
        return step.apply(in, new QuietContext());
    }

    private static Mesh body(Random r) throws StepException {
        Mesh source = source(r);
        if (r.nextInt(3) > 0) return source;
        Mesh tool = posed(source(r), r);
        Mesh cut = new Arrangement(
                        List.of(
                                new Arrangement.Operand(source, "", "Body"),
                                new Arrangement.Operand(tool, "t", "Tool")),
                        Operation.DIFFERENCE,
                        Arrangement.Choices.USUAL,
                        new QuietContext())
                .result();
        return cut.faceCount() < 8 ? source : cut;
    }

    private static Mesh source(Random r) throws StepException {
        return on(
                Mesh.EMPTY,
                switch (r.nextInt(5)) {
                    case 0 -> NamedSteps.step("box", "width", 40 + 20 * r.nextDouble(), "origin", Seat.CENTRED);
                    case 1 ->
                        NamedSteps.step(
                                "uv-sphere", "diameter", 50.0, "sides", 12 + r.nextInt(40), "rings", 8 + r.nextInt(16));
                    case 2 -> NamedSteps.step("torus");
                    case 3 -> NamedSteps.step("cylinder", "sides", 8 + r.nextInt(40), "segments", 1 + r.nextInt(8));
                    default -> NamedSteps.step("tube");
                });
    }

    private static Mesh posed(Mesh m, Random r) {
        double[] xyz = m.xyz().clone();
        Vec3 axis = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).unit();
        double angle = 2 * Math.PI * r.nextDouble(), c = Math.cos(angle), s = Math.sin(angle);
        Vec3 shift = new Vec3(20 * r.nextGaussian(), 20 * r.nextGaussian(), 20 * r.nextGaussian());
        for (int i = 0; i < xyz.length; i += 3) {
            Vec3 p = new Vec3(xyz[i], xyz[i + 1], xyz[i + 2]);
            Vec3 q = p.times(c)
                    .plus(axis.cross(p).times(s))
                    .plus(axis.times(axis.dot(p) * (1 - c)))
                    .plus(shift);
            xyz[i] = q.x();
            xyz[i + 1] = q.y();
            xyz[i + 2] = q.z();
        }
        return m.withPositions(xyz);
    }

    private static BitSet some(Mesh m, Random r, double share) {
        BitSet out = new BitSet();
        out.set(r.nextInt(m.faceCount()));
        for (int f = 0; f < m.faceCount(); f++) if (r.nextDouble() < share) out.set(f);
        if (out.cardinality() == m.faceCount()) out.clear(0);
        return out;
    }

    /** One hole of a few faces that hang together, small beside the body. */
    private static Mesh holed(Mesh m, Random r) {
        Selection hole = Selection.of(ElementKind.FACE, r.nextInt(m.faceCount()));
        if (m.faceCount() > 300 && r.nextBoolean()) hole = Growing.grown(m, hole);
        Selection gone = hole;
        return MeshBuilder.only(m, f -> !gone.contains(f));
    }

    private static Mesh turned(Mesh m, BitSet turned) {
        MeshBuilder b = vertices(m);
        for (int f = 0; f < m.faceCount(); f++) b.face(m.faceKeys()[f], 0, ring(m, f, turned.get(f)));
        return b.build();
    }

    /** Faces turned, doubled and loose, vertices that belong to nothing. */
    private static Mesh soup(Mesh m, Random r) {
        Mesh twice = doubled(m, some(m, r, 0.1));
        return loose(unwelded(turned(twice, some(twice, r, 0.2)), r, r.nextBoolean() ? 1e-6 : 0), r);
    }

    /** The second of two bodies turned inside out. */
    private static Mesh partlyTurned(Mesh m, int faces) {
        BitSet second = new BitSet();
        second.set(faces, m.faceCount());
        return turned(m, second);
    }

    private static MeshBuilder vertices(Mesh m) {
        MeshBuilder b = new MeshBuilder(m.vertexCount(), m.faceCount());
        b.verticesOf(m);
        b.material("one");
        return b;
    }

    private static int[] ring(Mesh m, int f, boolean reversed) {
        int n = m.sides(f);
        int[] ring = new int[n];
        for (int i = 0; i < n; i++) ring[i] = m.corners()[m.offsets()[f] + (reversed ? n - 1 - i : i)];
        return ring;
    }

    private static Mesh doubled(Mesh m, BitSet twice) {
        MeshBuilder b = vertices(m);
        for (int f = 0; f < m.faceCount(); f++) b.face(m.faceKeys()[f], 0, ring(m, f, false));
        twice.stream().forEach(f -> b.face(~m.faceKeys()[f], 0, ring(m, f, f % 2 == 0)));
        return b.build();
    }

    /** Each face with vertices of its own, as files of loose triangles have them; shaken by a share of the size. */
    private static Mesh unwelded(Mesh m, Random r, double shake) {
        MeshBuilder b = new MeshBuilder(m.cornerCount(), m.faceCount());
        b.material("one");
        double by = shake * m.bounds().diagonal();
        for (int f = 0; f < m.faceCount(); f++) {
            int[] ring = ring(m, f, false);
            for (int i = 0; i < ring.length; i++) {
                Vec3 p = m.point(ring[i]);
                ring[i] = b.vertex(
                        p.x() + by * (r.nextDouble() - 0.5),
                        p.y() + by * (r.nextDouble() - 0.5),
                        p.z() + by * (r.nextDouble() - 0.5),
                        m.vertexKeys()[ring[i]] + 31L * (f + 1));
            }
            b.face(m.faceKeys()[f], 0, ring);
        }
        return b.build();
    }

    private static final double[] BAR = {0, 0, 0, 1, 0, 0, 2, 0, 0, 0, 1, 0, 1, 1, 0, 2, 1, 0};

    /** Two boxes in one, with the wall between them left in. */
    private static Mesh walled(Random r) {
        MeshBuilder b = new MeshBuilder(12, 11);
        b.material("one");
        for (int i = 0; i < 12; i++) b.vertex(BAR[3 * (i % 6)], BAR[3 * (i % 6) + 1], i < 6 ? 0 : 1, 100 + i);
        int[][] faces = {
            {0, 3, 4, 1},
            {1, 4, 5, 2},
            {6, 7, 10, 9},
            {7, 8, 11, 10},
            {0, 1, 7, 6},
            {1, 2, 8, 7},
            {4, 3, 9, 10},
            {5, 4, 10, 11},
            {3, 0, 6, 9},
            {2, 5, 11, 8},
            {1, 4, 10, 7}
        };
        for (int f = 0; f < faces.length; f++) b.face(200 + f, 0, faces[f]);
        return posed(b.build(), r);
    }

    private static Mesh joined(Mesh a, Mesh b) {
        MeshBuilder out = new MeshBuilder(a.vertexCount() + b.vertexCount(), a.faceCount() + b.faceCount());
        out.append(a, k -> k);
        out.append(b, k -> ~k);
        return out.build();
    }

    /** A small ball about a place inside, off the middle of the largest face by more than its size. */
    private static Mesh within(Mesh m) throws StepException {
        int largest = 0;
        for (int f = 0; f < m.faceCount(); f++) if (Normals.area(m, f) > Normals.area(m, largest)) largest = f;
        FaceFrames frames = FaceFrames.of(m);
        int t = Arrays.binarySearch(m.triangulation().triangleFace(), largest);
        Vec3 on = Vec3.ZERO;
        for (int k = 0; k < 3; k++)
            on = on.plus(m.point(m.corners()[m.triangulation().triangleCorners()[3 * t + k]])
                    .times(1.0 / 3));
        double size = 0.002 * m.bounds().diagonal();
        Mesh ball = on(Mesh.EMPTY, NamedSteps.step("uv-sphere", "diameter", size, "sides", 8, "rings", 6));
        return moved(ball, on.minus(frames.normal(largest).times(2 * size)));
    }

    private static Mesh moved(Mesh m, Vec3 by) {
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += by.x();
            xyz[i + 1] += by.y();
            xyz[i + 2] += by.z();
        }
        return m.withPositions(xyz);
    }

    private static Case crossing(int number, Mesh body, Random r) throws StepException {
        Mesh other = posed(source(r), r);
        other = moved(
                other,
                body.point(r.nextInt(body.vertexCount())).minus(other.bounds().center()));
        Mesh union = new Arrangement(
                        List.of(
                                new Arrangement.Operand(body, "", "Body"),
                                new Arrangement.Operand(other, "t", "Other")),
                        Operation.UNION,
                        Arrangement.Choices.USUAL,
                        new QuietContext())
                .result();
        return new Case(
                number,
                Break.CROSSING_SHELLS,
                joined(body, other),
                Measures.of(union).volume(),
                false);
    }

    /** Some sides of faces have a vertex or two, or four, that the face across has not; as near the edge as files round. */
    private static Mesh cracked(Mesh m, Random r) {
        MeshBuilder b = vertices(m);
        double off = r.nextBoolean() ? 1e-7 * m.bounds().diagonal() : 0;
        for (int f = 0; f < m.faceCount(); f++) {
            IntArrayList ring = new IntArrayList();
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                Vec3 from = m.point(m.corners()[c]),
                        way =
                                m.point(m.corners()[m.adjacency().cornerNext()[c]])
                                        .minus(from);
                ring.add(m.corners()[c]);
                int more = r.nextInt(4) == 0 ? 1 << r.nextInt(3) : 0;
                for (int i = 1; i <= more; i++) {
                    Vec3 p = from.plus(way.times((i - 0.4 * r.nextDouble()) / (more + 1)));
                    ring.add(b.vertex(
                            p.x() + off * (r.nextDouble() - 0.5),
                            p.y() + off * (r.nextDouble() - 0.5),
                            p.z() + off * (r.nextDouble() - 0.5),
                            31L * c + i));
                }
            }
            b.face(m.faceKeys()[f], 0, ring.toIntArray());
        }
        return b.build();
    }

    private static Mesh loose(Mesh m, Random r) {
        MeshBuilder b = new MeshBuilder(m.vertexCount() + 3, m.faceCount());
        b.append(m, k -> k);
        for (int i = 0; i < 3; i++) b.vertex(100 * r.nextDouble(), 100 * r.nextDouble(), 100 * r.nextDouble(), 900 + i);
        return b.build();
    }

    /** An edge whose ends lie at one place: a vertex is put in beside one of its neighbours. */
    private static Mesh withoutLength(Mesh m, Random r) {
        MeshBuilder b = vertices(m);
        int v = r.nextInt(m.vertexCount());
        int twin = b.vertex(m.x(v), m.y(v), m.z(v), 77);
        IntArrayList at = new IntArrayList();
        for (int i = m.adjacency().vertexStart()[v]; i < m.adjacency().vertexStart()[v + 1]; i++)
            at.add(m.adjacency().vertexCorners()[i]);
        // The side that leaves the vertex in one face, and comes to it in the one across, takes the twin in between.
        int c = at.getInt(0), across = m.adjacency().twin(c);
        for (int f = 0; f < m.faceCount(); f++) {
            List<Integer> ring = new ArrayList<>();
            for (int k = m.offsets()[f]; k < m.offsets()[f + 1]; k++) {
                ring.add(m.corners()[k]);
                if (k == c || k == across) ring.add(twin);
            }
            b.face(m.faceKeys()[f], 0, ring.stream().mapToInt(Integer::intValue).toArray());
        }
        return b.build();
    }

    /** Triangles on one line in place of some edges, as badly stitched seams have them. */
    private static Mesh flatTriangles(Mesh m, Random r) {
        MeshBuilder b = vertices(m);
        int c = r.nextInt(m.cornerCount()), across = m.adjacency().twin(c);
        int next = m.corners()[m.adjacency().cornerNext()[c]], v = m.corners()[c];
        Vec3 p = m.point(v).plus(m.point(next).minus(m.point(v)).times(0.3));
        int amid = b.vertex(p.x(), p.y(), p.z(), 78);
        for (int f = 0; f < m.faceCount(); f++) {
            List<Integer> ring = new ArrayList<>();
            for (int k = m.offsets()[f]; k < m.offsets()[f + 1]; k++) {
                ring.add(m.corners()[k]);
                if (k == c) ring.add(amid);
            }
            b.face(m.faceKeys()[f], 0, ring.stream().mapToInt(Integer::intValue).toArray());
        }
        if (across >= 0) b.face(4711, 0, v, next, amid);
        return b.build();
    }

    /** Two cubes that share a corner, or an edge. */
    private static Mesh touching(Random r, boolean edge) {
        MeshBuilder b = new MeshBuilder(16, 12);
        b.material("one");
        int[] at = new int[54];
        Arrays.fill(at, -1);
        int[][] sides = {{0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}};
        for (int cube = 0; cube < 2; cube++) {
            int ox = cube, oy = cube, oz = edge ? 0 : cube;
            int[] corner = new int[8];
            for (int k = 0; k < 8; k++) {
                int x = ox + (k & 1), y = oy + (k >> 1 & 1), z = oz + (k >> 2), i = x + 3 * y + 9 * z;
                if (at[i] < 0) at[i] = b.vertex(x, y, z, 300 + i);
                corner[k] = at[i];
            }
            for (int f = 0; f < 6; f++) {
                int[] ring = new int[4];
                for (int k = 0; k < 4; k++) ring[k] = corner[sides[f][k]];
                b.face(400 + 10 * cube + f, 0, ring);
            }
        }
        return posed(b.build(), r);
    }
}
