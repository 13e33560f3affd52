package org.modeststack.bench.mending;

import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import org.jspecify.annotations.Nullable;
import org.modeststack.bench.MeshPicture;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.mending.BrokenBodies.Break;
import org.modeststack.bench.mending.BrokenBodies.Case;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mend.Mending;

/** Draws a broken solid of each kind, its fault marked, and beside it what mending makes of it: {@code MendingPictures FILE}. */
public final class MendingPictures {
    private static final int SIZE = 300, TEXT = 44, PAIRS = 3;
    private static final Color PAPER = new Color(0xFBF8F1), INK = new Color(0x22303A);

    private MendingPictures() {}

    public static void main(String[] args) throws StepException, IOException {
        int kinds = Break.values().length, rows = (kinds + PAIRS - 1) / PAIRS;
        BufferedImage sheet = new BufferedImage(2 * PAIRS * SIZE, rows * (SIZE + TEXT), BufferedImage.TYPE_INT_RGB);
        Graphics2D g = sheet.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setColor(PAPER);
        g.fillRect(0, 0, sheet.getWidth(), sheet.getHeight());
        for (Break kind : Break.values())
            draw(g, of(kind), kind.ordinal() % PAIRS * 2 * SIZE, kind.ordinal() / PAIRS * (SIZE + TEXT));
        ImageIO.write(sheet, "png", Path.of(args[0]).toFile());
    }

    /** The first case in which there is something to be seen of the kind. */
    private static Case of(Break kind) throws StepException {
        int number = kind.ordinal();
        while (marked(BrokenBodies.of(number)) == null) number += Break.values().length;
        return BrokenBodies.of(number);
    }

    private static @Nullable FoundFault marked(Case c) {
        return Faults.all(c.mesh()).of(c.kind().found);
    }

    private static void draw(Graphics2D g, Case c, int x, int y) {
        Mending mended = Mending.of(c.mesh(), QuietContext::new);
        Camera camera = Camera.DEFAULT.fit(c.mesh().bounds(), SIZE, SIZE);
        FoundFault fault = marked(c);
        g.drawImage(picture(c.mesh(), fault, camera), x, y, null);
        g.drawImage(picture(mended.mesh(), null, camera), x + SIZE, y, null);
        String steps = mended.steps().stream()
                .map(s -> StepDescriptor.of(s.step()).title())
                .collect(Collectors.joining(", "));
        g.setColor(INK);
        g.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 13));
        g.drawString(
                fault == null ? "" : fault.inWords(String.format(Locale.ROOT, "%,d", fault.count())),
                x + 8,
                y + SIZE + 17);
        g.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, 12));
        g.drawString(steps, x + 8, y + SIZE + 35);
    }

    private static BufferedImage picture(Mesh m, @Nullable FoundFault fault, Camera camera) {
        return MeshPicture.of(m, fault == null ? null : fault.selection(), camera, SIZE, DisplayMode.SHADED_EDGES);
    }
}
