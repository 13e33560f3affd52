package org.modeststack.mesh;

import java.util.Objects;

/**
 * What faces look like that are made of it. Meshes refer to materials by name ({@link Mesh#materials()}), so that a new
 * look changes no mesh; {@link Materials} finds the look that belongs to a name.
 *
 * @param name not blank
 * @param rgb sRGB colour, {@code 0xRRGGBB}
 * @param roughness from 0, which mirrors its lamps sharply, to 1, which is matt
 * @param metal from 0, whose highlights have the colour of the lamp, to 1, whose highlights have its own
 * @param transparency from 0, which hides what is behind it, to 1, which cannot be seen
 */
public record Material(String name, int rgb, double roughness, double metal, double transparency) {
    /** What faces are made of that nobody has given a material; its look can be changed like any other. */
    public static final Material DEFAULT = new Material("plain", 0xC9C0B2);

    public Material {
        Objects.requireNonNull(name);
        if (name.isBlank()) throw new IllegalArgumentException("A material needs a name.");
        rgb &= 0xFFFFFF;
        roughness = share("roughness", roughness);
        metal = share("metal", metal);
        transparency = share("transparency", transparency);
    }

    /** Matt, no metal, and not to be seen through. */
    public Material(String name, int rgb) {
        this(name, rgb, 1, 0, 0);
    }

    private static double share(String what, double value) {
        if (!(value >= 0 && value <= 1))
            throw new IllegalArgumentException("The " + what + " of a material is between 0 and 1.");
        // Adding zero makes one of the two zeros.
        return value + 0.0;
    }

    public Material withName(String other) {
        return new Material(other, rgb, roughness, metal, transparency);
    }

    /** Whether another looks the same, whatever it is called. */
    public boolean looksLike(Material other) {
        return withName(other.name).equals(other);
    }
}
