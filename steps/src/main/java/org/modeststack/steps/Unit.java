package org.modeststack.steps;

/** What a number means. */
public enum Unit {
    NONE(""),
    /** Millimetres. */
    LENGTH("mm"),
    /** Degrees. */
    ANGLE("°"),
    /** A factor, 1 leaves as it is. */
    FACTOR("×");

    private final String symbol;

    Unit(String symbol) {
        this.symbol = symbol;
    }

    public String symbol() {
        return symbol;
    }
}
