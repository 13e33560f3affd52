package org.modeststack.bench.tidying;

import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.BitSet;
import javax.imageio.ImageIO;
import org.modeststack.bench.MeshPicture;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.rounding.CutBodies;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.steps.StepException;
import org.modeststack.steps.tidy.Tidy;

/** Draws cuts as they are, tidied, and both smoothed by two levels, beside each other. */
public final class TidyPictures {
    private static final int SIZE = 480;

    private TidyPictures() {}

    /** Arguments: the file to write, and the numbers of cases, a row each. */
    public static void main(String[] args) throws StepException, IOException {
        BufferedImage sheet = new BufferedImage(4 * SIZE, (args.length - 1) * SIZE, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = sheet.createGraphics();
        for (int i = 1; i < args.length; i++) {
            CutBodies.Case c = CutBodies.of(Integer.parseInt(args[i]), 1);
            QuietContext context = new QuietContext(99);
            Mesh tidied = TidyJudge.step(c, Tidy.Vertices.EVEN, 4 * c.width()).apply(c.mesh(), context);
            Camera camera = facing(tidied, TidyJudge.faces(tidied, context.madeTag()));
            Mesh[] row = {c.mesh(), tidied, smoothed(c.mesh()), smoothed(tidied)};
            for (int k = 0; k < row.length; k++)
                g.drawImage(
                        MeshPicture.of(
                                row[k], null, camera, SIZE, k < 2 ? DisplayMode.SHADED_EDGES : DisplayMode.SHADED),
                        k * SIZE,
                        (i - 1) * SIZE,
                        null);
        }
        ImageIO.write(sheet, "png", Path.of(args[0]).toFile());
    }

    private static Mesh smoothed(Mesh m) throws StepException {
        return NamedSteps.step("subdivide", "levels", 2).apply(m, new QuietContext());
    }

    /** So that most of a collar is seen. */
    private static Camera facing(Mesh m, BitSet collar) {
        Bounds box = Bounds.EMPTY;
        Vec3 normal = Vec3.ZERO;
        for (int f = collar.nextSetBit(0); f >= 0; f = collar.nextSetBit(f + 1)) {
            box = box.union(Bounds.of(m, f));
            normal = normal.plus(FaceFrames.of(m).normal(f));
        }
        if (collar.isEmpty()) box = m.bounds();
        Camera best = Camera.DEFAULT;
        double most = -2;
        for (int yaw = 0; yaw < 360; yaw += 10)
            for (int pitch = -80; pitch <= 80; pitch += 10) {
                Camera c = Camera.DEFAULT.from(yaw, pitch);
                double seen = -c.forward().dot(normal.unit());
                if (seen <= most) continue;
                most = seen;
                best = c;
            }
        return best.orbit(18, 12).fit(box, SIZE, SIZE);
    }
}
