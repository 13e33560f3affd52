package org.modeststack.exchange;

/** What one unit of a file's coordinates is, for formats that do not say. */
public enum LengthUnit {
    MM(1),
    CM(10),
    M(1000),
    INCH(25.4);

    private final double millimetres;

    LengthUnit(double millimetres) {
        this.millimetres = millimetres;
    }

    public double millimetres() {
        return millimetres;
    }
}
