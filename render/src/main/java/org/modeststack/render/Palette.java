package org.modeststack.render;

/**
 * The colours of a picture that do not come from materials, sRGB, {@code 0xFFRRGGBB}.
 *
 * @param top the backdrop at the upper border of the picture
 * @param bottom the backdrop at its lower border
 * @param ink outlines and edges on shaded faces
 * @param sheet faces that only their edges are drawn of, and what pale bodies are mixed with
 * @param line edges on faces of the colour of the sheet, and outlines of pale bodies
 * @param ghost what one looks through
 * @param cage the edges of a cage over what is smoothed from it
 * @param picked what is picked
 */
public record Palette(
        int top, int bottom, int ink, int sheet, int line, int grid, int shadow, int ghost, int cage, int picked) {
    /** Warm paper. */
    public static final Palette LIGHT = new Palette(
            0xFFEFEBE2,
            0xFFDBD7CE,
            0xFF22303A,
            0xFFFBF8F1,
            0xFF22303A,
            0xFFA9A294,
            0xFF4A4740,
            0xFF3C6A86,
            0xFF1F6F5C,
            0xFF5B3FA8);

    /** A quiet room in the evening; bodies keep the colours of their materials. */
    public static final Palette DARK = new Palette(
            0xFF39424A,
            0xFF262D33,
            0xFF10161A,
            0xFF2A3238,
            0xFFD9D3C6,
            0xFF67727A,
            0xFF0B0E10,
            0xFF9CCBE6,
            0xFF57C9AE,
            0xFF9B7BFF);

    /** White, black, and colours as deep as they can be told apart. */
    public static final Palette CONTRAST = new Palette(
            0xFFFFFFFF,
            0xFFFFFFFF,
            0xFF000000,
            0xFFFFFFFF,
            0xFF000000,
            0xFF6F6F6F,
            0xFF3A3A3A,
            0xFF00476B,
            0xFF00543F,
            0xFF3D1A9E);
}
