package org.modeststack.stack.file;

import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;

/**
 * What the numbers of a document mean that are lengths. In the program all are millimetres, and so they are saved; a
 * document that says otherwise is brought into millimetres as it is read. Packed meshes and picks by hand, which only
 * programs write, are always in millimetres.
 */
final class DocumentUnits {
    /** The inch is 25.4 mm exactly (international yard and pound agreement, 1959). */
    private static final Map<String, Double> MILLIMETRES =
            new TreeMap<>(Map.of("mm", 1.0, "cm", 10.0, "m", 1000.0, "inch", 25.4));

    private DocumentUnits() {}

    /** How many millimetres one of a unit is; null for a unit that is not known. */
    static @Nullable Double millimetres(String unit) {
        return MILLIMETRES.get(unit);
    }

    static Set<String> all() {
        return MILLIMETRES.keySet();
    }

    /** For messages. */
    static String known() {
        return String.join(", ", all());
    }

    /** A value of a parameter in millimetres; what is no length stays. */
    static @Nullable Object scaled(@Nullable Object value, ParamDescriptor p, double unit) {
        if (unit == 1) return value;
        return switch (value) {
            case Pick pick -> pick.scaled(unit);
            case Double d when p.unit() == Unit.LENGTH -> d * unit;
            case Vec3 v when p.unit() == Unit.LENGTH -> v.times(unit);
            case null, default -> value;
        };
    }
}
