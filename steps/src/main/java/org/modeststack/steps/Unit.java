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

    /** A value of this unit as it is read: "12 mm", "30°". */
    public String of(double value) {
        return of(Numbers.show(value));
    }

    /** As much of it as matters where it is only read. */
    public String brief(double value) {
        return of(Numbers.brief(value));
    }

    /** The same for a number that is text already: "1 to 5 mm". */
    String of(String number) {
        return this == LENGTH ? number + " " + symbol : number + symbol;
    }
}
