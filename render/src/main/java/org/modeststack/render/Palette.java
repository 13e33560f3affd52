package org.modeststack.render;

/** The colours of a picture that do not come from materials, sRGB. */
final class Palette {
    static final int TOP = 0xFFEFEBE2;
    static final int BOTTOM = 0xFFDBD7CE;
    static final int INK = 0xFF22303A;
    static final int SHEET = 0xFFFBF8F1;
    static final int GRID = 0xFFA9A294;
    static final int SHADOW = 0xFF4A4740;
    static final int GHOST = 0xFF3C6A86;
    /** The edges of a cage over what is smoothed from it. */
    static final int CAGE = 0xFF1F6F5C;

    static final int PICKED = 0xFF5B3FA8;

    private Palette() {}
}
