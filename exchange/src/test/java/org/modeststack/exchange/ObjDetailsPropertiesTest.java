package org.modeststack.exchange;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Coordinates;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/** What must hold of {@link ObjDetailsTest}'s subject for whatever is drawn at random. */
class ObjDetailsPropertiesTest {

    /** Coordinates within reach come back to the same doubles, whatever they are. */
    @Property(tries = 100)
    void everyDoubleComesBack(@ForAll long seed) throws ExchangeException, IOException {
        Random random = new Random(seed);
        MeshBuilder b = new MeshBuilder(3, 1);
        for (int i = 0; i < 3; i++) {
            double[] p = new double[3];
            for (int k = 0; k < 3; k++) {
                do p[k] = Double.longBitsToDouble(random.nextLong());
                while (!Coordinates.isInReach(p[k]) || Coordinates.settled(p[k]) != p[k]);
            }
            b.vertex(p[0], p[1], p[2], i);
        }
        b.face(1, b.material(Material.DEFAULT.name()), 0, 1, 2);
        Mesh m = b.build();
        Path file = Files.createTempFile("doubles", ".obj");
        try {
            MeshFormat.write(m, Materials.NONE, file, LengthUnit.MM);
            assertArrayEquals(
                    m.xyz(), MeshFormat.read(file, LengthUnit.MM).mesh().xyz());
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
