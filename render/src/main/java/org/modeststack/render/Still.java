package org.modeststack.render;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import org.modeststack.mesh.file.AtomicFile;

/** A finished picture. */
public record Still(int width, int height, int[] pixels) {
    /** A picture with four samples a pixel. */
    public static Still of(Scene scene, Camera camera, int width, int height) {
        int[] out = new int[width * height];
        new Renderer().render(scene, camera, width, height, 2, out);
        return new Still(width, height, out);
    }

    /** @throws IOException if the file cannot be written; one that was there is untouched then */
    public void writePng(Path file) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, width, height, pixels, 0, width);
        // In memory first: the encoder hides why a disk does not take its bytes, and keeps a file of its own otherwise.
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
            if (!ImageIO.write(image, "png", out)) throw new IOException("PNG cannot be written");
        }
        AtomicFile.write(file, bytes::writeTo);
    }
}
