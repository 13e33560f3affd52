package org.modeststack.exchange.obj;

import java.util.LinkedHashMap;
import java.util.Map;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.TextScanner;
import org.modeststack.mesh.Material;

/**
 * The material library that goes with an OBJ file; of each material its name, diffuse colour and how far it can be seen
 * through, and the roughness and metal that several programs write beside what was published.
 */
final class MtlReader {
    private final TextScanner in;
    private final Map<String, Material> found = new LinkedHashMap<>();
    private Material current;
    /** Whether the current one has said how opaque it is. */
    private boolean dissolved;

    private MtlReader(TextScanner in) {
        this.in = in;
    }

    static Map<String, Material> read(byte[] bytes, String name) throws ExchangeException {
        MtlReader reader = new MtlReader(new TextScanner(bytes, name));
        while (reader.in.nextLine()) reader.line();
        return reader.found;
    }

    private void line() throws ExchangeException {
        switch (in.word()) {
            case "newmtl" -> {
                String name = in.rest();
                if (name.isEmpty()) throw in.wrong("a material without a name");
                dissolved = false;
                now(new Material(name, Material.DEFAULT.rgb()));
            }
            case "Kd" -> {
                Material m = begun();
                int rgb = 0;
                for (int i = 0; i < 3; i++) rgb = rgb << 8 | (int) Math.round(255 * share());
                now(new Material(m.name(), rgb, m.roughness(), m.metal(), m.transparency()));
            }
            case "d" -> {
                dissolved = true;
                // With a halo it would depend on the angle; the share in the middle is kept.
                in.skip("-halo");
                seenThrough(1 - share());
            }
            case "Tr" -> {
                double transparency = share();
                // Where a file says it both ways, this is the one that programs do not agree on.
                if (!dissolved) seenThrough(transparency);
            }
            case "Pr" -> {
                Material m = begun();
                now(new Material(m.name(), m.rgb(), share(), m.metal(), m.transparency()));
            }
            case "Pm" -> {
                Material m = begun();
                now(new Material(m.name(), m.rgb(), m.roughness(), share(), m.transparency()));
            }
            default -> {
                // Lamps, textures and what is meant for other ways of drawing are not kept.
            }
        }
    }

    private void seenThrough(double transparency) throws ExchangeException {
        Material m = begun();
        now(new Material(m.name(), m.rgb(), m.roughness(), m.metal(), transparency));
    }

    private double share() throws ExchangeException {
        return Math.clamp(in.number("a number"), 0.0, 1.0);
    }

    private Material begun() throws ExchangeException {
        if (current == null) throw in.wrong("a look before any material");
        return current;
    }

    private void now(Material m) {
        current = m;
        found.put(m.name(), m);
    }
}
