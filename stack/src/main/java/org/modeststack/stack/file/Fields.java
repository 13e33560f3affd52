package org.modeststack.stack.file;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The fields of one object of a file. What is asked for as one thing and is another is said, with its place, and taken as
 * if it were left out; so is what has no meaning at all.
 */
final class Fields {
    /** Fields whose names begin so are for others than this program. */
    private static final String FREE = "x-";

    private static final int SHOWN = 40;

    private final ObjectNode object;
    private final String where;
    private final Consumer<String> say;
    private final Set<String> known = new LinkedHashSet<>();

    /**
     * @param where the object is, in front of what is said: "Flange, step 2", or "" for the document
     * @param say is told sentences
     */
    Fields(ObjectNode object, String where, Consumer<String> say) {
        this.object = object;
        this.where = where;
        this.say = say;
    }

    /** Says something of this object. */
    void say(String sentence) {
        say.accept(where.isEmpty() ? sentence : where + ": " + sentence);
    }

    /** The field of a name, that has a meaning from now on; a missing node where it is left out. */
    JsonNode field(String name) {
        known.add(name);
        return object.path(name);
    }

    private void wrong(String name, String mustBe, JsonNode is) {
        say("\"" + name + "\" must be " + mustBe + ", not " + shortened(is) + ".");
    }

    /** As much of a value as fits into a message. */
    static String shortened(JsonNode value) {
        String text = value.toString();
        return text.length() > SHOWN ? text.substring(0, SHOWN) + "…" : text;
    }

    /** A text as it stands there; "" where it is left out. */
    String text(String name) {
        JsonNode v = field(name);
        if (v.isString()) return v.asString();
        if (!v.isMissingNode()) wrong(name, "a text", v);
        return "";
    }

    boolean flag(String name, boolean otherwise) {
        JsonNode v = field(name);
        if (v.isBoolean()) return v.asBoolean();
        if (!v.isMissingNode()) wrong(name, "true or false", v);
        return otherwise;
    }

    /** A whole number, which may be written with a point and zeros; null where there is none. */
    @Nullable
    Long whole(String name, long least) {
        JsonNode v = field(name);
        if (v.isMissingNode()) return null;
        Long n = whole(v);
        if (n != null && n >= least) return n;
        wrong(name, "a whole number from " + least, v);
        return null;
    }

    static @Nullable Long whole(JsonNode v) {
        if (!v.isNumber()) return null;
        if (v.isIntegralNumber()) return v.canConvertToLong() ? (Long) v.asLong() : null;
        Double d = number(v);
        return d != null && d == Math.rint(d) && Math.abs(d) < 1L << 53 ? (Long) d.longValue() : null;
    }

    /** A number as a double; null for what is none, or too large to be one. */
    static @Nullable Double number(JsonNode v) {
        if (!v.isNumber()) return null;
        double d = v.isBigDecimal() || v.isBigInteger() ? v.decimalValue().doubleValue() : v.asDouble();
        return Double.isFinite(d) ? (Double) d : null;
    }

    /** A number from 0 to 1. */
    double share(String name, double otherwise) {
        JsonNode v = field(name);
        Double d = number(v);
        if (d != null && d >= 0 && d <= 1) return d;
        if (!v.isMissingNode()) wrong(name, "a number from 0 to 1", v);
        return otherwise;
    }

    /** The object of a name; an empty one where there is none. */
    ObjectNode object(String name) {
        JsonNode v = field(name);
        if (v instanceof ObjectNode o) return o;
        if (!v.isMissingNode()) wrong(name, "an object", v);
        return object.objectNode();
    }

    /** The list of a name; an empty one where there is none. */
    ArrayNode list(String name) {
        JsonNode v = field(name);
        if (v instanceof ArrayNode a) return a;
        if (!v.isMissingNode()) wrong(name, "a list", v);
        return object.arrayNode();
    }

    /** The fields that have not been asked for, which are kept; those that could be a mistake are said. */
    Map<String, JsonNode> rest() {
        Map<String, JsonNode> rest = new HashMap<>();
        for (Map.Entry<String, JsonNode> f : object.properties()) {
            if (known.contains(f.getKey())) continue;
            rest.put(f.getKey(), f.getValue());
            if (!f.getKey().startsWith(FREE)) say(unknown(f.getKey(), known));
        }
        return rest;
    }

    /** Says which fields have no meaning beside some. */
    void onlyKnown(List<String> names) {
        known.addAll(names);
        rest();
    }

    /** What is said of a name that means nothing. */
    static String unknown(String name, Collection<String> known) {
        return "\"" + name + "\" means nothing here and is only kept; known are " + String.join(", ", known) + ".";
    }
}
