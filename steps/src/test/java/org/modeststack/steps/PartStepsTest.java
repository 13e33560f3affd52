package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.RowArray;

/** Steps that put whole parts elsewhere or repeat them: the parts say to the bit what the faces would be. */
class PartStepsTest {
    private static PartStep step(String type, Object... values) {
        return NamedSteps.partStep(type, values);
    }

    static Stream<PartStep> steps() {
        return Stream.of(
                step("row-array", "count", 3, "offset", new Vec3(7.1, -2.3, 0.7)),
                step("row-array", "count", 1),
                step("round-array", "count", 5, "angle", 270.0, "rise", 1.25, "centre", new Vec3(3, 1, 2)),
                step("round-array", "count", 6, "axis", Axis.X),
                step("round-array", "count", 7, "upright", true, "leftOut", "2, 4-5"),
                step("row-array", "count", 4, "turn", 20.0, "scale", 0.9),
                step("row-array", "spacing", RowArray.Spacing.FILL, "every", 33.0),
                step("mirror", "weld", false, "across", Mirror.Across.XYZ, "through", new Vec3(1, 2, 3)),
                step("mirror", "weld", false, "plane", Mirror.Where.POINTS, "thirdPoint", new Vec3(3, 0, 10)),
                step("mirror", "weld", false, "at", 1.5, "across", Mirror.Across.Y),
                step("move", "by", new Vec3(0.1, 0.2, 0.3)),
                step("turn", "angle", 33.0, "axis", Axis.Y, "about", new Vec3(1, 2, 3)),
                step("scale", "factors", new Vec3(-1, 2, 0.5), "from", new Vec3(1, 2, 3)),
                step("scale", "factors", new Vec3(-1, -2, 0.5), "from", new Vec3(3, 2, 1)),
                step("scale", "factors", new Vec3(3, 3, 3)),
                step("place", "point", new Vec3(1, 2, 3), "at", new Vec3(-4, 0, 9), "normal", new Vec3(1, 1, 1)));
    }

    /** One after another, in pairs: with the faces made in between, or only at the end. */
    @ParameterizedTest
    @MethodSource("steps")
    void partsGiveWhatFacesGive(PartStep first) throws StepException {
        Mesh in = MeshFixtures.telling(MeshFixtures.box(0, 0, 0, 1.7, 2.9, 3.1));
        for (PartStep second : steps().toList()) {
            Geometry parts = second.apply(first.apply(Geometry.of(in), new TestContext(11)), new TestContext(12));
            Mesh made = second.apply(first.apply(in, new TestContext(11)), new TestContext(12));
            assertTrue(parts.mesh().sameAs(made), first + ", " + second);
            assertEquals(made.faceCount(), parts.faceCount());
            assertEquals(made.vertexCount(), parts.vertexCount());
            assertEquals(made.cornerCount(), parts.cornerCount());
        }
    }

    @ParameterizedTest
    @MethodSource("steps")
    void thePictureOfAPartIsWhereItsFacesAre(PartStep step) throws StepException {
        Mesh in = MeshFixtures.box(0, 0, 0, 1.7, 2.9, 3.1);
        Geometry out = step.apply(Geometry.of(in), new TestContext(11));
        int at = 0;
        for (Part p : out.parts()) {
            for (int v = 0; v < in.vertexCount(); v++) {
                Vec3 seen = p.affine().point(in.point(v));
                assertEquals(0, seen.minus(out.mesh().point(at++)).length(), 1e-12);
            }
            assertEquals(p.affine().determinant() < 0, p.isMirrored());
        }
    }

    /** No two elements of what several steps give have one key, whoever makes the faces. */
    @ParameterizedTest
    @MethodSource("steps")
    void allKeysAreTheirOwn(PartStep first) throws StepException {
        Mesh in = MeshFixtures.telling(MeshFixtures.box(0, 0, 0, 1.7, 2.9, 3.1));
        for (PartStep second : steps().toList()) {
            Mesh m = second.apply(first.apply(Geometry.of(in), new TestContext(11)), new TestContext(12))
                    .mesh();
            assertEquals(
                    m.vertexCount(), Arrays.stream(m.vertexKeys()).distinct().count(), first + ", " + second);
            assertEquals(m.faceCount(), Arrays.stream(m.faceKeys()).distinct().count(), first + ", " + second);
        }
    }

    @Test
    void copiesShareTheirMesh() throws StepException {
        Mesh in = MeshFixtures.cube(2);
        Geometry out = step("row-array", "count", 1000).apply(Geometry.of(in), new TestContext(5));
        out = step("round-array", "count", 100).apply(out, new TestContext(6));
        assertEquals(100_000, out.parts().size());
        assertEquals(600_000, out.faceCount());
        for (Part p : out.parts()) assertSame(in, p.mesh());
        assertNull(out.known(), "no faces have been made");
    }

    /** What says no to too many faces says it when they are made, and too many copies are never begun. */
    @Test
    void thereIsAnEndToIt() throws StepException {
        Mesh in = MeshFixtures.sheet(100);
        Geometry many = step("row-array", "count", 100_000).apply(Geometry.of(in), new TestContext(5));
        assertEquals(1_000_000_000L, many.faceCount());
        StepException faces = assertThrows(StepException.class, () -> Limits.checkMaking(many));
        assertTrue(faces.getMessage().startsWith("This would make 1,000,000,000 faces"), faces.getMessage());
        StepException copies = assertThrows(
                StepException.class, () -> step("row-array", "count", 3).apply(many, new TestContext(5)));
        assertTrue(copies.getMessage().startsWith("This would make 300,000 copies"), copies.getMessage());
    }

    /** Parts of unequal meshes, with colours and materials on some of them only. */
    @Test
    void unequalPartsComeTogether() {
        Mesh plain = MeshFixtures.cube(1), rich = MeshFixtures.telling(MeshFixtures.box(4, 0, 0, 5, 1, 1));
        Mesh all = Geometry.of(List.of(Part.of(plain), Part.of(rich), Part.of(plain)))
                .mesh();
        assertEquals(18, all.faceCount());
        for (int f = 0; f < 18; f++) {
            Mesh from = f < 6 || f >= 12 ? plain : rich;
            assertEquals(from.materialOf(f % 6), all.materialOf(f));
        }
        for (int c = 0; c < 4 * 24; c++) {
            assertEquals(1f, all.cornerColors()[c]);
            assertEquals(rich.cornerColors()[c], all.cornerColors()[4 * 24 + c]);
        }
        rich.tags().forEach((name, tag) -> {
            assertNotNull(all.tag(name), name);
            assertEquals(tag.size(), all.tag(name).size());
        });
    }
}
