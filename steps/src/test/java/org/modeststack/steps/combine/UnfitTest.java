package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.Booleans.assertClosed;
import static org.modeststack.steps.combine.Booleans.common;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;

/** Operands that are not clean solids: what can be understood is done and said, the rest is refused by name and place. */
class UnfitTest {
    private static Mesh joined(Mesh first, Mesh... others) throws StepException {
        TestContext context = new TestContext(3);
        String[] ids = new String[others.length];
        for (int i = 0; i < others.length; i++) context.bodies.put(ids[i] = "part" + i, others[i]);
        return new Join(Bodies.of(ids)).apply(first, context);
    }

    @Test
    void overlappingShellsCountAsOneSolid() throws StepException {
        Mesh two = joined(MeshFixtures.cube(2), MeshFixtures.box(1, 1, 1, 3, 3, 3));
        Mesh far = MeshFixtures.box(10, 0, 0, 11, 1, 1);
        Mesh r = union(two, far);
        assertClosed(r);
        assertEquals(8 + 8 - 1 + 1, volume(r), 1e-12);
        assertTrue(Booleans.last.remarks.getFirst().text().contains("touches or runs through itself"));
        assertEquals(0.75, volume(common(two, MeshFixtures.box(0.5, 0.5, 0.5, 1.5, 1.25, 1.5))), 1e-12);
    }

    @Test
    void aCutterOfOverlappingCopiesCutsOnce() throws StepException {
        Mesh plate = MeshFixtures.box(0, 0, 0, 10, 10, 1);
        Mesh cutters = joined(
                MeshFixtures.box(1, 1, -1, 3, 3, 2),
                MeshFixtures.box(2, 2, -1, 4, 4, 2),
                MeshFixtures.box(2, 2, -1, 4, 4, 2));
        Mesh r = difference(plate, cutters);
        assertClosed(r);
        assertEquals(100 - 7, volume(r), 1e-12);
    }

    @Test
    void aSolidTurnedInsideOutIsTakenAsSolid() throws StepException {
        Mesh r = difference(
                MeshFixtures.cube(2), MeshFixtures.box(1, 1, 1, 3, 3, 3).flipped());
        assertEquals(7, volume(r), 1e-12);
        assertTrue(Booleans.last.remarks.getFirst().text().startsWith("b is turned inside out"));
    }

    /** A cube with a fin: one edge has three faces. */
    private static Mesh finned() {
        MeshBuilder b = new MeshBuilder(10, 8);
        Mesh cube = MeshFixtures.cube(1);
        for (int v = 0; v < 8; v++) b.vertex(cube.x(v), cube.y(v), cube.z(v), v);
        int m = b.material(Material.DEFAULT.name());
        for (int f = 0; f < 6; f++) b.face(10 + f, m, cube.corners(), cube.offsets()[f], cube.offsets()[f + 1]);
        int p = b.vertex(2, 0, 0, 100), q = b.vertex(2, 0, 1, 101);
        b.face(102, m, 1, p, q, 5);
        return b.build();
    }

    @Test
    void anEdgeWithThreeFacesIsNamed() {
        StepException e = assertThrows(StepException.class, () -> difference(MeshFixtures.cube(3), finned()));
        assertTrue(e.getMessage().startsWith("b has 1 edge where"), e.getMessage());
        assertEquals(1, e.place().x());
        assertEquals(0.5, e.place().z());
    }

    @Test
    void aFaceTurnedRoundIsNamed() {
        Mesh cube = MeshFixtures.cube(1);
        int[] corners = cube.corners().clone();
        int swap = corners[1];
        corners[1] = corners[3];
        corners[3] = swap;
        Mesh wrong = new Mesh(
                cube.xyz(),
                cube.offsets(),
                corners,
                cube.faceMaterials(),
                cube.materials(),
                null,
                cube.tags(),
                cube.vertexKeys(),
                cube.faceKeys());
        StepException e = assertThrows(StepException.class, () -> union(wrong, MeshFixtures.box(5, 5, 5, 6, 6, 6)));
        assertTrue(e.getMessage().startsWith("This body has 4 edges where its faces do not agree"), e.getMessage());
        assertNotNull(e.place());
    }

    /** A cube one of whose edges has a vertex in its middle, held by a face without area. */
    private static Mesh withFlatFace() {
        MeshBuilder b = new MeshBuilder(9, 7);
        int[][] at = {{0, 0, 0}, {2, 0, 0}, {0, 2, 0}, {2, 2, 0}, {0, 0, 2}, {2, 0, 2}, {0, 2, 2}, {2, 2, 2}, {1, 0, 2}
        };
        for (int i = 0; i < at.length; i++) b.vertex(at[i][0], at[i][1], at[i][2], i);
        int m = b.material(Material.DEFAULT.name());
        int[][] faces = {
            {0, 2, 3, 1}, {4, 8, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}, {4, 5, 8}
        };
        for (int f = 0; f < faces.length; f++) b.face(20 + f, m, faces[f]);
        return b.build();
    }

    @Test
    void aFaceWithoutAreaDoesNoHarm() throws StepException {
        Mesh a = withFlatFace(), b = MeshFixtures.box(1, -1, 1, 3, 1, 3);
        Mesh r = difference(a, b);
        assertClosed(r);
        assertEquals(8 - 1, volume(r), 1e-12);
        assertEquals(1, volume(common(a, b)), 1e-12);
        assertEquals(8 + 8 - 1, volume(union(b, a)), 1e-12);
    }

    @Test
    void nothingChosenAsksForABody() {
        StepException e = assertThrows(
                StepException.class,
                () -> new BooleanStep(Operation.UNION, Bodies.NONE).apply(MeshFixtures.cube(1), new TestContext()));
        assertEquals("Choose a body to combine with.", e.getMessage());
    }

    @Test
    void emptyBodiesAreTheEmptySet() throws StepException {
        Mesh cube = MeshFixtures.cube(1);
        assertEquals(1, volume(union(cube, Mesh.EMPTY)));
        assertEquals(1, volume(difference(cube, Mesh.EMPTY)));
        assertTrue(common(cube, Mesh.EMPTY).isEmpty());
        assertEquals(1, volume(union(Mesh.EMPTY, cube)));
        assertTrue(difference(Mesh.EMPTY, cube).isEmpty());
    }

    @Test
    void aCutterThatMissesIsSaid() throws StepException {
        difference(MeshFixtures.cube(1), MeshFixtures.box(4, 4, 4, 5, 5, 5));
        assertEquals(
                "b does not touch this body, so nothing was cut.",
                Booleans.last.remarks.getFirst().text());
    }
}
