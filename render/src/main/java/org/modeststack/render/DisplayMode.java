package org.modeststack.render;

/** How bodies are drawn. */
public enum DisplayMode {
    SHADED_EDGES("Shaded + edges"),
    SHADED("Shaded"),
    EDGES("Edges"),
    SEE_THROUGH("See-through");

    private final String label;

    DisplayMode(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
