package org.modeststack.mesh;

import java.util.Objects;

/**
 * What a face is made of, as far as it shows.
 *
 * @param name not blank
 * @param rgb sRGB colour, {@code 0xRRGGBB}
 */
public record Material(String name, int rgb) {
    public static final Material DEFAULT = new Material("plain", 0xC9C0B2);

    public Material {
        Objects.requireNonNull(name);
        if (name.isBlank()) throw new IllegalArgumentException("a material needs a name");
        rgb &= 0xFFFFFF;
    }
}
