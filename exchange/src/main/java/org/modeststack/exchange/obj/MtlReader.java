package org.modeststack.exchange.obj;

import java.util.HashMap;
import java.util.Map;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.TextScanner;
import org.modeststack.mesh.Material;

/** The material library that goes with an OBJ file; of each material its name and diffuse colour. */
final class MtlReader {
    private MtlReader() {}

    static Map<String, Material> read(byte[] bytes, String name) throws ExchangeException {
        Map<String, Material> found = new HashMap<>();
        TextScanner in = new TextScanner(bytes, name);
        String current = null;
        while (in.nextLine()) {
            switch (in.word()) {
                case "newmtl" -> {
                    current = in.rest();
                    if (current.isEmpty()) throw in.wrong("a material without a name");
                    found.put(current, new Material(current, Material.DEFAULT.rgb()));
                }
                case "Kd" -> {
                    if (current == null) throw in.wrong("a colour before any material");
                    int rgb = 0;
                    for (int i = 0; i < 3; i++) {
                        double c = in.number("a colour");
                        rgb = rgb << 8 | (int) Math.round(255 * Math.clamp(c, 0.0, 1.0));
                    }
                    found.put(current, new Material(current, rgb));
                }
                default -> {
                    // Everything else says how a material shines; that is not kept.
                }
            }
        }
        return found;
    }
}
