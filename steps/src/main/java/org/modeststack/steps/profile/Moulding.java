package org.modeststack.steps.profile;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.steps.StepException;

/**
 * Cross-sections that are given place by place. Each place is a share of the way from one rail to the other and a height
 * over the straight line between them; height 1 in the middle is the old edge, below 0 goes in.
 */
public final class Moulding {
    /** How deep the ledges of cove and bead are, in widths. */
    public static final double LEDGE = 0.15;

    private Moulding() {}

    /**
     * The places of a ready-made shape, from rail to rail: share, height, share, height.
     *
     * @param segments how many pieces; for stairs, how many steps of two pieces each
     */
    public static double[] of(Shape shape, int segments) {
        return switch (shape) {
            case STEPS -> steps(segments);
            case COVE -> ledged(segments, true);
            case BEAD -> ledged(segments, false);
            case OGEE -> ogee(segments);
            case NUMBER, OWN -> throw new IllegalArgumentException(shape.toString());
        };
    }

    private static double[] steps(int count) {
        double[] out = new double[2 * (2 * count + 1)];
        for (int i = 0; i <= 2 * count; i++) {
            out[2 * i] = i / (2.0 * count);
            // Down square to the one face, then on square to the other.
            out[2 * i + 1] = i % 2 == 0 ? 0 : -1.0 / count;
        }
        return out;
    }

    /** A quarter round between two ledges that go down square to the old faces. */
    private static double[] ledged(int segments, boolean hollow) {
        if (segments < 3) return flat(segments);
        double[] out = new double[2 * (segments + 1)];
        int n = segments - 2;
        for (int i = 0; i <= n; i++) {
            double turn = Math.PI / 2 * i / n, r = 1 - LEDGE;
            // In the frame of the two faces: hollow about a point near the old edge, or round about one inside.
            double a = hollow ? LEDGE + r * Math.cos(turn) : 1 - r * Math.sin(turn);
            double b = hollow ? LEDGE + r * Math.sin(turn) : 1 - r * Math.cos(turn);
            out[2 * (i + 1)] = (1 - a + b) / 2;
            out[2 * (i + 1) + 1] = 1 - a - b;
        }
        out[2 * segments] = 1;
        return out;
    }

    /** Two arcs that meet in the middle without a corner. */
    private static double[] ogee(int segments) {
        double[] out = new double[2 * (segments + 1)];
        for (int i = 0; i <= segments; i++) {
            double t = (double) i / segments;
            boolean first = 2 * t <= 1;
            // Each arc is a quarter turn over half of the way; its height over its own chord.
            double a = (first ? 2 * t : 2 * t - 1) * Math.PI / 2 - Math.PI / 4;
            double along = (1 + Math.sin(a) * Math.sqrt(2)) / 2, over = (Math.cos(a) - Math.sqrt(0.5)) / Math.sqrt(2);
            out[2 * i] = (first ? 0 : 0.5) + along / 2;
            out[2 * i + 1] = (first ? -1 : 1) * over;
        }
        return out;
    }

    private static double[] flat(int segments) {
        double[] out = new double[2 * (segments + 1)];
        for (int i = 0; i <= segments; i++) out[2 * i] = (double) i / segments;
        return out;
    }

    /**
     * Reads places of one's own, such as "0.2 0.1, 0.5 0.8"; the ends at the rails need not be given.
     *
     * @throws StepException for what is no pair of numbers, or goes backwards
     */
    public static double[] parse(String text) throws StepException {
        List<Double> out = new ArrayList<>(List.of(0.0, 0.0));
        for (String pair : text.isBlank() ? new String[0] : text.trim().split("\\s*[,;]\\s*")) {
            String[] two = pair.trim().split("\\s+");
            double x, y;
            try {
                x = Double.parseDouble(two[0]);
                y = Double.parseDouble(two[two.length == 2 ? 1 : -1]);
            } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
                throw new StepException("\"" + pair
                        + "\" is no point of a profile: it takes two numbers, a share of the" + " way and a height.");
            }
            if (!(x >= 0 && x <= 1) || !(Math.abs(y) <= 2))
                throw new StepException("The point " + pair + " of the profile lies outside: its share is from 0 to 1,"
                        + " its height from -2 to 2.");
            if (x < out.get(out.size() - 2))
                throw new StepException(
                        "The points of a profile go from one rail to the other; " + pair + " goes back.");
            if (x == 0 && y == 0 || x == 1 && y == 0) continue;
            out.add(x);
            out.add(y);
        }
        out.addAll(List.of(1.0, 0.0));
        if (out.size() / 2 > 65) throw new StepException("A profile has 63 points of its own at the most.");
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** {@link #parse} the other way round. */
    public static String show(double[] places) {
        StringBuilder out = new StringBuilder();
        for (int i = 2; i < places.length - 2; i += 2)
            out.append(out.isEmpty() ? "" : ", ")
                    .append(number(places[i]))
                    .append(' ')
                    .append(number(places[i + 1]));
        return out.toString();
    }

    private static String number(double x) {
        double r = Math.rint(x * 1000) / 1000;
        return r == Math.rint(r) ? Integer.toString((int) r) : Double.toString(r);
    }

    /** The same curve seen from the other rail. */
    public static double[] mirrored(double[] places) {
        double[] out = new double[places.length];
        for (int i = 0; i < places.length; i += 2) {
            out[i] = 1 - places[places.length - 2 - i];
            out[i + 1] = places[places.length - 1 - i];
        }
        return out;
    }

    /** The height at a share of the way, straight between places. */
    static double heightAt(double[] places, double share) {
        for (int i = 2; i < places.length; i += 2) {
            if (places[i] < share) continue;
            double l = places[i] - places[i - 2];
            return l > 0
                    ? places[i - 1] + (share - places[i - 2]) / l * (places[i + 1] - places[i - 1])
                    : places[i + 1];
        }
        return 0;
    }
}
