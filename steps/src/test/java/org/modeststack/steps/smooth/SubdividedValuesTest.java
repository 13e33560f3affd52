package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/**
 * Values at the corners of cages with seams, creases and holes, and what OpenSubdiv 3.5.0 makes of them at the levels 1 to 3 where
 * they are linear everywhere, smooth everywhere, or smooth with the corners of lone faces held. Compared by the sums of products of
 * the values and of points within the faces; {@code bench/peers/check-subdivision values} made them and compares corner by corner.
 */
class SubdividedValuesTest {
    /** Of a point within a face how much of it is the corner's. */
    private static final double OUT = 0.75;
    /** Values at corners are of single precision. */
    private static final double SINGLE = 1e-7;

    @Test
    void valuesComeOutAsElsewhere() throws IOException, StepException {
        int compared = 0;
        List<ExpectedCage> cages = ExpectedCage.read("subdivided-values.txt.gz");
        assertEquals(120, cages.size());
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        for (ExpectedCage c : cages) {
            for (ExpectedCage.Expected e : c.expected()) {
                Subdivide s = (Subdivide) d.with(new Subdivide(e.level()), "scheme", c.scheme());
                s = (Subdivide) d.with(s, "values", Subdivide.Values.valueOf(e.of().toUpperCase(Locale.ROOT)));
                double[] all = corners(TestContext.run(s, c.mesh()));
                assertEquals(e.points(), all.length / 5);
                double[] ours = ExpectedCage.moments(all, 5, 2), sizes = ExpectedCage.sizes(all, 5, 2);
                for (int i = 0; i < ours.length; i++)
                    assertEquals(e.moments()[i], ours[i], SINGLE * sizes[i], e.of() + " level " + e.level());
                compared++;
            }
        }
        assertEquals(1080, compared);
    }

    /** For each corner a point in its face and its two values. */
    private static double[] corners(Mesh m) {
        float[] values = m.cornerLayers().get(ExpectedCage.VALUES).values();
        double[] out = new double[5 * m.cornerCount()];
        for (int f = 0; f < m.faceCount(); f++) {
            for (int k = 0; k < 3; k++) {
                double middle = 0;
                for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                    middle += m.xyz()[3 * m.corners()[c] + k] / m.sides(f);
                for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                    out[5 * c + k] = (1 - OUT) * middle + OUT * m.xyz()[3 * m.corners()[c] + k];
            }
        }
        for (int c = 0; c < m.cornerCount(); c++) {
            out[5 * c + 3] = values[2 * c];
            out[5 * c + 4] = values[2 * c + 1];
        }
        return out;
    }
}
