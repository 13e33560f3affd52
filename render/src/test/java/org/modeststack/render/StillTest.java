package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.file.AtomicFile;

class StillTest {
    @TempDir
    Path dir;

    private static Still still(DisplayMode mode) {
        RenderMesh cube = new RenderMesh(MeshFixtures.cube(10));
        Scene s = new Scene(List.of(new Scene.Item(cube, false)), mode, true, Materials.NONE);
        return Still.of(s, Camera.DEFAULT.fit(s.bounds(), 90, 60), 90, 60);
    }

    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void theFileHoldsThePicture(DisplayMode mode) throws Exception {
        Still s = still(mode);
        Path file = dir.resolve("cube.png");
        s.writePng(file);
        BufferedImage read = ImageIO.read(file.toFile());
        assertEquals(90, read.getWidth());
        assertEquals(60, read.getHeight());
        for (int y = 0; y < 60; y++)
            for (int x = 0; x < 90; x++) assertEquals(s.pixels()[y * 90 + x], read.getRGB(x, y));
    }

    @Test
    void eachModeLooksDifferent() {
        DisplayMode[] modes = DisplayMode.values();
        for (int i = 0; i < modes.length; i++)
            for (int j = 0; j < i; j++)
                assertNotEquals(
                        List.of(box(still(modes[i]))), List.of(box(still(modes[j]))), modes[i] + " and " + modes[j]);
    }

    private static Integer[] box(Still s) {
        Integer[] out = new Integer[s.pixels().length];
        for (int i = 0; i < out.length; i++) out[i] = s.pixels()[i];
        return out;
    }

    /** Where the system has a device that is always full. */
    @Test
    void aFullDiskIsTheReason() {
        Path full = Path.of("/dev/full");
        assumeTrue(Files.exists(full));
        IOException e =
                assertThrows(IOException.class, () -> still(DisplayMode.SHADED).writePng(full));
        assertEquals("the disk is full", AtomicFile.reason(e));
    }

    @Test
    void aPlaceThatDoesNotExistIsAnError() {
        Still s = still(DisplayMode.SHADED);
        assertThrows(IOException.class, () -> s.writePng(dir.resolve("nowhere").resolve("cube.png")));
    }
}
