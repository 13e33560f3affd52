package org.modeststack.exchange;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.lifecycle.AfterContainer;
import net.jqwik.api.lifecycle.BeforeContainer;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

/** What must hold of {@link MeshFormatTest}'s subject for whatever is drawn at random. */
class MeshFormatPropertiesTest {
    private static Path scratch;

    @BeforeContainer
    static void makeFolder() throws IOException {
        scratch = Files.createTempDirectory("meshes");
    }

    @AfterContainer
    static void removeFolder() throws IOException {
        try (var files = Files.list(scratch)) {
            for (Path f : files.toList()) Files.delete(f);
        }
        Files.delete(scratch);
    }

    @Property(tries = 50)
    void objNumbersComeBackToTheSameDoubles(@ForAll int seed) throws ExchangeException {
        Mesh m = MeshFixtures.posed(MeshFixtures.cube(1), new Random(seed), 1e5);
        Path file = scratch.resolve("m.obj");
        MeshFormat.write(m, Materials.NONE, file, LengthUnit.MM);
        Mesh again = MeshFormat.read(file, LengthUnit.MM).mesh();
        assertArrayEquals(m.xyz(), again.xyz());
        assertArrayEquals(m.corners(), again.corners());
        assertArrayEquals(m.offsets(), again.offsets());
    }

    /** A hundred copies of each kind of damage: every one is read or ends in one clear line. */
    @Property(tries = 600)
    void damagedFilesEndInOneLine(
            @ForAll @IntRange(max = 5) int damage, @ForAll @IntRange(max = 2) int kind, @ForAll int seed)
            throws ExchangeException, IOException {
        Random random = new Random(seed);
        Mesh cube = MeshFixtures.posed(MeshFixtures.cube(10), random, 3);
        MeshFormat format = MeshFormat.values()[kind];
        Path file = scratch.resolve("d." + format.extension());
        MeshFormat.write(cube, Materials.NONE, file, LengthUnit.MM);
        byte[] bytes = Files.readAllBytes(file);
        byte[] damaged = switch (damage) {
            case 0 -> Arrays.copyOf(bytes, random.nextInt(bytes.length));
            case 1 -> {
                for (int i = 0; i < 10; i++) bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
                yield bytes;
            }
            case 2 -> new String(bytes, StandardCharsets.ISO_8859_1).getBytes(StandardCharsets.UTF_16);
            case 3 -> {
                if (kind == 1)
                    ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putInt(80, random.nextInt());
                yield bytes;
            }
            case 4 ->
                new String(bytes, StandardCharsets.ISO_8859_1)
                        .replaceFirst("(f|vertex) ", "$1 9e300 ")
                        .getBytes(StandardCharsets.ISO_8859_1);
            default -> {
                random.nextBytes(bytes);
                yield bytes;
            }
        };
        Files.write(file, damaged);
        try {
            Mesh m = MeshFormat.read(file, LengthUnit.MM).mesh();
            assertFalse(m.isEmpty());
        } catch (ExchangeException e) {
            assertTrue(e.getMessage().contains("d." + format.extension()), e.getMessage());
            assertFalse(e.getMessage().contains("\n"));
            assertTrue(e.getMessage().length() < 200);
        }
    }
}
