package org.modeststack.steps;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Locale;

/**
 * Numbers as people type and read them: {@code 12}, {@code 2.5 cm}, {@code 1/4 in}, {@code (80 - 2*6)/3},
 * {@code 45 deg}. Lengths come out in millimetres, angles in degrees.
 */
public final class Numbers {
    private final String text;
    private final Unit unit;
    private int at;
    /** Whether the last factor had a unit, and what that was worth. */
    private boolean hadUnit;

    private double lastUnit = 1;

    private Numbers(String text, Unit unit) {
        this.text = text;
        this.unit = unit;
    }

    /** A short decimal that reads well: at most six digits after the point, none that say nothing. */
    public static String show(double d) {
        if (!Double.isFinite(d)) return Double.toString(d);
        BigDecimal b = new BigDecimal(d);
        b = Math.abs(d) >= 1e-3 || d == 0
                ? b.setScale(6, RoundingMode.HALF_EVEN)
                : b.round(new MathContext(4, RoundingMode.HALF_EVEN));
        if (b.signum() == 0) return "0";
        b = b.stripTrailingZeros();
        return b.scale() > 12 ? b.toString() : b.toPlainString();
    }

    /**
     * As much of a number as matters where it is only read: to a hundredth, what is smaller to two digits; whole numbers stay
     * whole.
     */
    public static String brief(double d) {
        if (!Double.isFinite(d) || d == 0) return show(d);
        double size = Math.abs(d);
        if (size < 1e-6) return "0";
        double grain = size >= 0.1 ? 0.01 : Math.pow(10, Math.floor(Math.log10(size)) - 1);
        return show(Math.rint(d / grain) * grain);
    }

    /** A count with a space between thousands. */
    public static String count(long n) {
        return String.format(Locale.ROOT, "%,d", n).replace(',', ' ');
    }

    /**
     * @param unit what a bare number means, and which units may follow one
     * @throws IllegalArgumentException if it is not a number or a sum of numbers
     */
    public static double parse(String text, Unit unit) {
        Numbers p = new Numbers(
                text.strip().toLowerCase(Locale.ROOT).replace('−', '-').replace('×', '*'), unit);
        if (p.text.isEmpty() || p.text.length() > 200) throw p.wrong();
        double d = p.sum(0);
        p.space();
        if (p.at < p.text.length() || !Double.isFinite(d)) throw p.wrong();
        return d;
    }

    /**
     * Like {@link #parse}, but for a text that begins with {@code +=}, {@code -=}, {@code *=} or {@code /=} the number is
     * reckoned from the one that is there.
     */
    public static double parse(String text, Unit unit, double now) {
        String t = text.strip().replace('−', '-').replace('×', '*');
        if (t.length() < 2 || t.charAt(1) != '=' || "+-*/".indexOf(t.charAt(0)) < 0) return parse(text, unit);
        char how = t.charAt(0);
        double by = parse(t.substring(2), how == '+' || how == '-' ? unit : Unit.NONE);
        double d = switch (how) {
            case '+' -> now + by;
            case '-' -> now - by;
            case '*' -> now * by;
            default -> now / by;
        };
        if (!Double.isFinite(d)) throw new IllegalArgumentException("\"" + text + "\" is not a number");
        return d;
    }

    private IllegalArgumentException wrong() {
        return new IllegalArgumentException("\"" + text + "\" is not a number");
    }

    private void space() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) at++;
    }

    private boolean take(char c) {
        space();
        if (at < text.length() && text.charAt(at) == c) {
            at++;
            return true;
        }
        return false;
    }

    private double sum(int depth) {
        double d = product(depth);
        while (true) {
            if (take('+')) d += product(depth);
            else if (take('-')) d -= product(depth);
            else return d;
        }
    }

    private double product(int depth) {
        double d = factor(depth);
        boolean plain = !hadUnit;
        while (true) {
            if (take('*')) d *= factor(depth);
            else if (take('/')) {
                d /= factor(depth);
                // In "1/4 in" the unit is that of the fraction, not of its lower half alone.
                if (plain && hadUnit) d *= lastUnit * lastUnit;
            } else return d;
        }
    }

    private double factor(int depth) {
        if (depth > 50) throw wrong();
        if (take('-')) return -factor(depth + 1);
        if (take('+')) return factor(depth + 1);
        double d;
        if (take('(')) {
            d = sum(depth + 1);
            if (!take(')')) throw wrong();
        } else {
            d = digits();
        }
        return d * unitFactor();
    }

    private double digits() {
        space();
        int from = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) at++;
        // An exponent only if digits follow, so that a unit that begins with e would still be read.
        if (at > from && at < text.length() && text.charAt(at) == 'e') {
            int e = at + 1;
            if (e < text.length() && (text.charAt(e) == '-' || text.charAt(e) == '+')) e++;
            if (e < text.length() && Character.isDigit(text.charAt(e))) {
                while (e < text.length() && Character.isDigit(text.charAt(e))) e++;
                at = e;
            }
        }
        try {
            return Double.parseDouble(text.substring(from, at));
        } catch (NumberFormatException e) {
            throw wrong();
        }
    }

    private double unitFactor() {
        space();
        int from = at;
        while (at < text.length() && (Character.isLetter(text.charAt(at)) || "°\"%×".indexOf(text.charAt(at)) >= 0))
            at++;
        String name = text.substring(from, at);
        hadUnit = !name.isEmpty();
        if (!hadUnit) return 1;
        Double factor = switch (unit) {
            case LENGTH ->
                switch (name) {
                    case "mm" -> 1.0;
                    case "cm" -> 10.0;
                    case "m" -> 1000.0;
                    case "um", "µm" -> 0.001;
                    case "in", "\"" -> 25.4;
                    case "ft" -> 304.8;
                    default -> null;
                };
            case ANGLE ->
                switch (name) {
                    case "°", "deg" -> 1.0;
                    case "rad" -> 180 / Math.PI;
                    default -> null;
                };
            case FACTOR ->
                switch (name) {
                    case "%" -> 0.01;
                    case "×", "x" -> 1.0;
                    default -> null;
                };
            case NONE -> null;
        };
        if (factor == null) throw wrong();
        lastUnit = factor;
        return factor;
    }
}
