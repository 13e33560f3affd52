package org.modeststack.exchange;

/** What one unit of a file's coordinates is, for formats that do not say. */
public enum LengthUnit {
    MM("millimetres", 1),
    CM("centimetres", 10),
    M("metres", 1000),
    INCH("inches", 25.4);

    private final String label;
    private final double millimetres;

    LengthUnit(String label, double millimetres) {
        this.label = label;
        this.millimetres = millimetres;
    }

    /** What people call it, in the plural. */
    public String label() {
        return label;
    }

    public double millimetres() {
        return millimetres;
    }
}
