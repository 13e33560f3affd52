package org.modeststack.steps;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** One parameter of a kind of step: its name, meaning, limits and default. */
public final class ParamDescriptor {
    /** What kind of value it takes. */
    public enum Kind {
        NUMBER,
        COUNT,
        FLAG,
        CHOICE,
        TEXT,
        VECTOR,
        BODIES,
        PICK,
        MESH
    }

    private final String name;
    private final Param param;
    private final Class<?> type;
    private final Kind kind;
    private final Object defaultValue;

    ParamDescriptor(RecordComponent component) {
        name = component.getName();
        param = component.getAnnotation(Param.class);
        type = component.getType();
        if (param == null) throw new IllegalStateException(component + " needs @Param");
        kind = kindOf(type);
        defaultValue = switch (kind) {
            case BODIES -> Bodies.NONE;
            case MESH -> Mesh.EMPTY;
            default -> parseUnchecked(param.def());
        };
    }

    private static Kind kindOf(Class<?> type) {
        if (type == double.class) return Kind.NUMBER;
        if (type == int.class) return Kind.COUNT;
        if (type == boolean.class) return Kind.FLAG;
        if (type == String.class) return Kind.TEXT;
        if (type == Vec3.class) return Kind.VECTOR;
        if (type == Bodies.class) return Kind.BODIES;
        if (type == Pick.class) return Kind.PICK;
        if (type == Mesh.class) return Kind.MESH;
        if (type.isEnum()) return Kind.CHOICE;
        throw new IllegalStateException("no parameter can be a " + type);
    }

    /** The name in files. */
    public String name() {
        return name;
    }

    /** The name on the command line, without its two hyphens. */
    public String option() {
        return name.replaceAll("([A-Z])", "-$1").toLowerCase(Locale.ROOT);
    }

    public String label() {
        return param.label();
    }

    public String help() {
        return param.help();
    }

    public Unit unit() {
        return param.unit();
    }

    public double min() {
        return param.min();
    }

    public double max() {
        return param.max();
    }

    /** See {@link Param#only}. */
    public String only() {
        return param.only();
    }

    public Role role() {
        return param.role();
    }

    /** For a point: the name of the direction that is taken with it, or "". */
    public String facing() {
        return param.facing();
    }

    public Kind kind() {
        return kind;
    }

    public Object defaultValue() {
        return defaultValue;
    }

    /** For a choice: what can be chosen, in order. */
    public List<Enum<?>> choices() {
        List<Enum<?>> all = new ArrayList<>();
        for (Object o : type.getEnumConstants()) all.add((Enum<?>) o);
        return all;
    }

    /** A choice as it is written in files and shown: small letters, hyphens for underscores. */
    public static String choiceName(Enum<?> choice) {
        return choice.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The range in words, for help and messages: "3 to 1,000", "at least 0 mm", or "" where anything goes. */
    public String range() {
        String lo = Numbers.show(min()), hi = Numbers.show(max());
        String u = param.unit() == Unit.LENGTH ? " mm" : param.unit().symbol();
        boolean low = min() > Double.NEGATIVE_INFINITY, high = max() < Double.POSITIVE_INFINITY;
        if (low && high) return lo + " to " + hi + u;
        if (low) return "at least " + lo + u;
        return high ? "at most " + hi + u : "";
    }

    /** @throws StepException saying what is allowed, if the value is not */
    public void check(Object value) throws StepException {
        if (value instanceof Number n) checkNumber(n.doubleValue());
        else if (value instanceof Vec3 v) {
            checkNumber(v.x());
            checkNumber(v.y());
            checkNumber(v.z());
        }
    }

    private void checkNumber(double d) throws StepException {
        if (!Double.isFinite(d)) throw new StepException(label() + " must be a number.");
        if (d < min() || d > max()) {
            throw new StepException(label() + " must be " + range() + "; it is " + Numbers.show(d) + ".");
        }
    }

    /** The value nearest to this one that is allowed; for drags. */
    public double clamp(double d) {
        return Math.max(min(), Math.min(max(), d));
    }

    /**
     * Reads a value as it is typed on the command line or in a form.
     *
     * @throws StepException if it cannot be read or is not allowed
     */
    public Object parse(String text) throws StepException {
        Object value;
        try {
            value = parseUnchecked(text.strip());
        } catch (IllegalArgumentException e) {
            if (kind == Kind.PICK) throw new StepException(label() + " cannot be understood: " + e.getMessage() + ".");
            throw new StepException(label() + " cannot be \"" + text.strip() + "\": " + expectation() + ".");
        }
        check(value);
        return value;
    }

    /** Like {@link #parse(String)}, for a number that may be typed relative to the one that is there. */
    public Object parse(String text, double now) throws StepException {
        boolean relative = text.strip().matches("[-+*/×−]=.*");
        if (!relative || kind != Kind.NUMBER && kind != Kind.COUNT) return parse(text);
        try {
            double d = Numbers.parse(text, param.unit(), now);
            Object value = kind == Kind.COUNT ? (Object) wholeNumber(d) : (Object) d;
            check(value);
            return value;
        } catch (IllegalArgumentException e) {
            throw new StepException(label() + " cannot be \"" + text.strip() + "\": " + expectation() + ".");
        }
    }

    private String expectation() {
        return switch (kind) {
            case NUMBER -> "it takes a number";
            case COUNT -> "it takes a whole number";
            case FLAG -> "it takes on or off";
            case CHOICE ->
                "it takes one of "
                        + String.join(
                                ", ",
                                choices().stream()
                                        .map(ParamDescriptor::choiceName)
                                        .toList());
            case VECTOR -> "it takes three numbers, x y z";
            case TEXT, BODIES, PICK, MESH -> "it takes text";
        };
    }

    private Object parseUnchecked(String text) {
        return switch (kind) {
            case NUMBER -> Numbers.parse(text, param.unit());
            case COUNT -> wholeNumber(Numbers.parse(text, param.unit()));
            case FLAG -> flag(text);
            case TEXT -> text;
            case CHOICE ->
                choices().stream()
                        .filter(c -> choiceName(c).equals(text.toLowerCase(Locale.ROOT)))
                        .findFirst()
                        .orElseThrow(IllegalArgumentException::new);
            case VECTOR -> vector(text);
            case BODIES ->
                new Bodies(Arrays.stream(text.split(","))
                        .map(String::strip)
                        .filter(s -> !s.isEmpty())
                        .toList());
            case PICK -> PickText.parse(text);
            case MESH -> throw new IllegalArgumentException();
        };
    }

    private static int wholeNumber(double d) {
        if (d != Math.rint(d) || Math.abs(d) > Integer.MAX_VALUE) throw new IllegalArgumentException();
        return (int) d;
    }

    private static boolean flag(String text) {
        return switch (text.toLowerCase(Locale.ROOT)) {
            case "on", "true", "yes" -> true;
            case "off", "false", "no" -> false;
            default -> throw new IllegalArgumentException();
        };
    }

    private Vec3 vector(String text) {
        String[] parts = text.split("[\\s,;]+");
        if (parts.length != 3) throw new IllegalArgumentException();
        return new Vec3(
                Numbers.parse(parts[0], param.unit()),
                Numbers.parse(parts[1], param.unit()),
                Numbers.parse(parts[2], param.unit()));
    }

    /** The value as it is shown and can be typed back, without its unit. */
    public String show(Object value) {
        return switch (value) {
            case Double d -> Numbers.show(d);
            case Integer i -> Integer.toString(i);
            case Boolean b -> b ? "on" : "off";
            case Enum<?> e -> choiceName(e);
            case Vec3 v -> Numbers.show(v.x()) + " " + Numbers.show(v.y()) + " " + Numbers.show(v.z());
            case Bodies b -> String.join(", ", b.ids());
            case Pick p -> PickText.write(p);
            default -> value.toString();
        };
    }
}
