package org.modeststack.steps;

/** What a step is for; menus and search group by it. */
public enum Family {
    SOURCE("Start"),
    COMBINE("Combine"),
    BEVEL("Bevel and shading"),
    REPEAT("Repeat"),
    MIRROR("Mirror"),
    SMOOTH("Smooth"),
    FACES("Extrude and inset"),
    SHAPE("Place and shape"),
    CLEAN("Clean up");

    private final String label;

    Family(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
