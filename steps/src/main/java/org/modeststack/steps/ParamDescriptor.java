package org.modeststack.steps;

import java.lang.annotation.Annotation;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** One parameter of a kind of step: its name, meaning, limits and default. */
public final class ParamDescriptor {
    private final String name;
    private final Param param;
    private final Class<?> type;
    private final ParamKind kind;
    private final Object defaultValue;

    ParamDescriptor(RecordComponent component) {
        name = component.getName();
        param = Objects.requireNonNull(paramOf(component), () -> component + " needs @Param");
        type = component.getType();
        kind = ParamKind.of(type);
        defaultValue = kind.defaultValue(this, param.def());
    }

    /** What a component's own annotation says, or one that stands for a parameter which several steps share; or null. */
    static @Nullable Param paramOf(RecordComponent component) {
        Param own = component.getAnnotation(Param.class);
        if (own != null) return own;
        for (Annotation a : component.getAnnotations()) {
            Param shared = a.annotationType().getAnnotation(Param.class);
            if (shared != null) return shared;
        }
        return null;
    }

    /** The name in files. */
    public String name() {
        return name;
    }

    /** The name on the command line, without its two hyphens. */
    public String option() {
        return option(name);
    }

    /** The name on the command line of what has this name in files. */
    public static String option(String name) {
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

    /** See {@link Param#section}. */
    public String section() {
        return param.section();
    }

    public Role role() {
        return param.role();
    }

    /** For a point: the name of the direction that is taken with it, or "". */
    public String facing() {
        return param.facing();
    }

    public ParamKind kind() {
        return kind;
    }

    /** The type of its values, as the record has it: {@code double.class}, {@code Vec3.class} … */
    public Class<?> type() {
        return type;
    }

    /** Whether it is a number or a whole number. */
    public boolean isNumber() {
        return type == double.class || isCount();
    }

    /** Whether it is a whole number. */
    public boolean isCount() {
        return type == int.class;
    }

    /** Whether it is one of several. */
    public boolean isChoice() {
        return type.isEnum();
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
        Unit u = param.unit();
        boolean low = min() > Double.NEGATIVE_INFINITY, high = max() < Double.POSITIVE_INFINITY;
        if (low && high) return u.of(lo + " to " + hi);
        if (low) return "at least " + u.of(lo);
        return high ? "at most " + u.of(hi) : "";
    }

    /** @throws StepException saying what is allowed, if the value is not */
    public void check(Object value) throws StepException {
        kind.check(value, this);
    }

    /**
     * For kinds that are made of numbers.
     *
     * @throws StepException saying what is allowed, if the number is not
     */
    public void checkNumber(double d) throws StepException {
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
            value = kind.parse(text.strip(), this);
        } catch (IllegalArgumentException e) {
            throw new StepException(
                    kind.explains() ? label() + " cannot be understood: " + e.getMessage() + "." : cannotBe(text));
        }
        check(value);
        return value;
    }

    /**
     * The value of what stands in a file.
     *
     * @param data as {@link ParamKind#fromData} has it
     * @param text as it stands there, for the message
     * @throws StepException with the reason, if it is no value of this parameter
     */
    public Object fromFile(@Nullable Object data, String text) throws StepException {
        String reason = kind.expectation(this);
        try {
            Object value = kind.fromData(data, this);
            if (value != null) return value;
        } catch (IllegalArgumentException e) {
            if (kind.explains()) reason = String.valueOf(e.getMessage());
        }
        throw new StepException(label() + " cannot be " + text + ": " + reason + ".");
    }

    private String cannotBe(String text) {
        return label() + " cannot be \"" + text.strip() + "\": " + kind.expectation(this) + ".";
    }

    /** Like {@link #parse(String)}, for a number that may be typed relative to the one that is there. */
    public Object parse(String text, double now) throws StepException {
        boolean relative = text.strip().matches("[-+*/×−]=.*");
        if (!relative || !isNumber()) return parse(text);
        try {
            Object value = kind.ofNumber(Numbers.parse(text, param.unit(), now));
            check(value);
            return value;
        } catch (IllegalArgumentException e) {
            throw new StepException(cannotBe(text));
        }
    }

    /** The value as it is shown and can be typed back, without its unit. */
    public String show(Object value) {
        return kind.show(value);
    }
}
