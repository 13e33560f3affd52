package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

class RelaxTest {
    private static Relax relax(double strength, int passes, Relax.Neighbours neighbours, Relax.Keeps keeps) {
        return new Relax(
                Pick.all(ElementKind.VERTEX), strength, passes, neighbours, keeps, Relax.Borders.HELD, Crease.EDGES);
    }

    /**
     * Taubin 1995: a wave of the eigenvalue k is multiplied by (1 − λk)(1 − μk) with each pair of passes, 1/λ + 1/μ being the pass
     * band. On a grid where it runs along one axis k is (1 − cos θ)/2: two of the four neighbours are as high as the vertex.
     */
    @ParameterizedTest
    @CsvSource({"0.3, 0.5, 4", "1.1, 0.5, 4", "2.5, 0.33, 3", "0.1, 0.6, 5", "3, 0.8, 2"})
    void wavesAreDampedByTaubinsTransferFunction(double turn, double strength, int passes) throws StepException {
        int n = 40;
        Mesh flat = MeshFixtures.sheet(n);
        double[] xyz = flat.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) xyz[i + 2] = Math.sin(turn * xyz[i]);
        Mesh wave = flat.withPositions(xyz);
        Mesh out = TestContext.run(relax(strength, passes, Relax.Neighbours.ALIKE, Relax.Keeps.SIZE), wave);
        double k = (1 - Math.cos(turn)) / 2, swell = 1 / (Relaxing.PASS_BAND - 1 / strength);
        double factor = Math.pow((1 - strength * k) * (1 - swell * k), passes);
        int compared = 0;
        for (int v = 0; v < out.vertexCount(); v++) {
            boolean farFromBorder =
                    Math.min(Math.min(wave.x(v), n - wave.x(v)), Math.min(wave.y(v), n - wave.y(v))) > 2 * passes;
            if (!farFromBorder) continue;
            assertEquals(factor * wave.z(v), out.z(v), 1e-12);
            compared++;
        }
        assertTrue(compared > 100);
    }

    /** A ball with bumps comes nearer to a ball; by what is kept it does not shrink. */
    @ParameterizedTest
    @CsvSource({"NOTHING, 0.5, 0.9", "SIZE, 0.97, 1.03", "VOLUME, 0.9999999, 1.0000001"})
    void whatIsKeptIsKept(Relax.Keeps keeps, double least, double most) throws StepException {
        Mesh ball = bumpy(TestContext.run(new UvSphere(20, 32, 16, Seat.CENTRED)), 0.2, new Random(5));
        Mesh out = TestContext.run(relax(0.5, 15, Relax.Neighbours.ALIKE, keeps), ball);
        double share = volume(out) / volume(ball);
        assertTrue(share > least && share < most, "volume by " + share);
        assertTrue(roughness(out) < 0.5 * roughness(ball), roughness(out) + " of " + roughness(ball));
    }

    private static Mesh bumpy(Mesh m, double by, Random random) {
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += by * random.nextGaussian();
        return m.withPositions(xyz);
    }

    /** How far vertices are from the mean of their neighbours, at the mean. */
    private static double roughness(Mesh m) {
        Adjacency adj = m.adjacency();
        Vec3[] sum = new Vec3[m.vertexCount()];
        int[] count = new int[sum.length];
        for (int v = 0; v < sum.length; v++) sum[v] = Vec3.ZERO;
        for (int e = 0; e < adj.edgeCount(); e++) {
            sum[adj.edgeLow(e)] = sum[adj.edgeLow(e)].plus(m.point(adj.edgeHigh(e)));
            sum[adj.edgeHigh(e)] = sum[adj.edgeHigh(e)].plus(m.point(adj.edgeLow(e)));
            count[adj.edgeLow(e)]++;
            count[adj.edgeHigh(e)]++;
        }
        double all = 0;
        for (int v = 0; v < sum.length; v++)
            all += sum[v].times(1.0 / count[v]).minus(m.point(v)).length();
        return all / sum.length;
    }

    /** By shape, vertices of a flat sheet that are not where their neighbours' middle is stay there; alike, they move to it. */
    @Test
    void byShapeVerticesDoNotSwimAlongTheSurface() throws StepException {
        Random random = new Random(7);
        Mesh m = MeshFixtures.sheet(6);
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            boolean inner = xyz[i] > 0 && xyz[i] < 6 && xyz[i + 1] > 0 && xyz[i + 1] < 6;
            for (int k = 0; inner && k < 2; k++) xyz[i + k] += 0.4 * random.nextDouble();
        }
        Mesh uneven = TestContext.run(
                new DivideFaces(Pick.all(ElementKind.FACE), 3, DivideFaces.Into.TRIANGLES), m.withPositions(xyz));
        Mesh shape = TestContext.run(relax(0.5, 1, Relax.Neighbours.BY_SHAPE, Relax.Keeps.NOTHING), uneven);
        Mesh alike = TestContext.run(relax(0.5, 1, Relax.Neighbours.ALIKE, Relax.Keeps.NOTHING), uneven);
        double byShape = 0, byNumber = 0;
        for (int v = 0; v < uneven.vertexCount(); v++) {
            byShape += shape.point(v).minus(uneven.point(v)).length();
            byNumber += alike.point(v).minus(uneven.point(v)).length();
        }
        assertTrue(byShape < 0.4 * byNumber, byShape + " and " + byNumber);
    }

    /** Borders and creases stay, or even out along themselves and nowhere else. */
    @ParameterizedTest
    @ValueSource(strings = {"HELD", "ALONG"})
    void bordersStayOnThemselves(Relax.Borders borders) throws StepException {
        Mesh sheet = bumpy(MeshFixtures.sheet(8), 0.1, new Random(3));
        Relax r = (Relax) StepDescriptor.of(Relax.class)
                .with(relax(0.5, 10, Relax.Neighbours.ALIKE, Relax.Keeps.NOTHING), "borders", borders);
        Mesh out = TestContext.run(r, sheet);
        boolean moved = false;
        for (int v = 0; v < sheet.vertexCount(); v++) {
            boolean border = Math.min(Math.rint(sheet.x(v)), 8 - Math.rint(sheet.x(v))) < 0.5
                    || Math.min(Math.rint(sheet.y(v)), 8 - Math.rint(sheet.y(v))) < 0.5;
            if (border) moved |= out.point(v).minus(sheet.point(v)).length() > 1e-3;
        }
        assertEquals(borders == Relax.Borders.ALONG, moved);
    }

    @Test
    void creasesAreHeld() throws StepException {
        Mesh cube = TestContext.run(
                new Subdivide(3), TestContext.run(new Crease(PickText.parse("edges: all"), 10), MeshFixtures.cube(4)));
        Mesh out = TestContext.run(relax(0.5, 30, Relax.Neighbours.ALIKE, Relax.Keeps.NOTHING), cube);
        assertEquals(64, volume(out), 1e-9, "flat faces between held edges");
    }

    /** Only what is picked moves, and closed bodies stay closed. */
    @Property(tries = 80)
    void onlyPickedVerticesMove(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        Mesh m = PartFixtures.anySource(random);
        Pick pick = PartFixtures.some(m, ElementKind.VERTEX, 3, random);
        Selection picked = pick.on(m, new TestContext());
        Relax r = new Relax(
                pick,
                random.nextDouble(),
                1 + random.nextInt(5),
                Relax.Neighbours.values()[random.nextInt(2)],
                Relax.Keeps.values()[random.nextInt(3)],
                Relax.Borders.values()[random.nextInt(2)],
                "");
        TestContext context = new TestContext();
        Mesh out = r.apply(m, context);
        assertEquals(Closure.of(m).isClosed(), Closure.of(out).isClosed());
        for (int v = 0; v < m.vertexCount(); v++) {
            if (!picked.contains(v)) assertEquals(m.point(v), out.point(v));
            assertTrue(Double.isFinite(out.point(v).length()));
        }
        if (r.keeps() == Relax.Keeps.VOLUME && Closure.of(m).isClosed() && context.remarks.isEmpty())
            assertEquals(volume(m), volume(out), 1e-6 * Math.abs(volume(m)));
    }
}
