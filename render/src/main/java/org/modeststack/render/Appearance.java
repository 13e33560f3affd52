package org.modeststack.render;

import java.util.List;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;

/** How the materials of one mesh look, ready for the shader; the same for all meshes with the same list of materials. */
final class Appearance {
    /** Linear colour, three values a material. */
    final float[] color;

    final float[] metal;
    /** Strength of the highlight; 0 for what is matt. */
    final float[] shine;
    /** How small the highlight is: the exponent of Blinn's model. */
    final float[] exponent;

    final float[] transparency;
    final boolean anyTransparent;

    /** Whether there is one material only, matt and not to be seen through. */
    boolean isPlain() {
        return shine.length == 1 && shine[0] == 0 && !anyTransparent;
    }

    Appearance(List<String> names, Materials materials) {
        int n = names.size();
        color = new float[3 * n];
        metal = new float[n];
        shine = new float[n];
        exponent = new float[n];
        transparency = new float[n];
        boolean any = false;
        for (int i = 0; i < n; i++) {
            Material m = materials.get(names.get(i));
            for (int k = 0; k < 3; k++) color[3 * i + k] = Colors.toLinear(m.rgb() >> (16 - 8 * k) & 255);
            metal[i] = (float) m.metal();
            double smooth = 1 - m.roughness();
            shine[i] = (float) (smooth * (0.35 + 0.65 * m.metal()));
            // The width of a lobe of roughness squared, as an exponent (B. Walter et al., EGSR 2007, section 5.1).
            double alpha = Math.max(0.05, m.roughness() * m.roughness());
            exponent[i] = (float) Math.max(1, 2 / (alpha * alpha) - 2);
            transparency[i] = (float) m.transparency();
            any |= m.transparency() > 0;
        }
        anyTransparent = any;
    }
}
