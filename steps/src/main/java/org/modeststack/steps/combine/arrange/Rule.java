package org.modeststack.steps.combine.arrange;

/** What counts as solid in the result, by which operands a place lies in. */
final class Rule {
    private final Operation operation;

    Rule(Operation operation) {
        this.operation = operation;
    }

    /** @param in for each operand whether the place lies in it */
    boolean isSolid(boolean[] in) {
        return in[0] ? ofFirst(in) : operation == Operation.UNION && any(in);
    }

    private boolean ofFirst(boolean[] in) {
        return switch (operation) {
            case UNION -> true;
            case DIFFERENCE -> !any(in);
            case INTERSECTION -> all(in);
        };
    }

    /** Whether the place lies in one of the operands behind the first. */
    static boolean any(boolean[] in) {
        for (int o = 1; o < in.length; o++) if (in[o]) return true;
        return false;
    }

    private static boolean all(boolean[] in) {
        for (int o = 1; o < in.length; o++) if (!in[o]) return false;
        return true;
    }

    /** Whether a place on the first operand, which is open and bounds nothing, stays. */
    boolean staysOnSheet(boolean[] in) {
        return operation == Operation.DIFFERENCE ? !any(in) : all(in);
    }
}
