package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.ToLongFunction;
import org.modeststack.mesh.validity.Validity;

/** What came of many {@link CutBodies}, put together for a table. */
public final class CaseGroups {
    private CaseGroups() {}

    /** Outcomes by the kinds of their bodies, and by whether these are flat or curved. */
    public static <T> Map<String, List<T>> byKind(List<T> all, Function<T, CutBodies.Case> of) {
        Map<String, List<T>> by = new TreeMap<>();
        for (T o : all) {
            CutBodies.Kind kind = of.apply(o).kind();
            by.computeIfAbsent(kind.isFlat() ? "flat" : "curved", _ -> new ArrayList<>())
                    .add(o);
            by.computeIfAbsent(kind.name().toLowerCase(Locale.ROOT).replace('_', ' '), _ -> new ArrayList<>())
                    .add(o);
        }
        return by;
    }

    /** In how many cases more of something is wrong after than before. */
    public static <T> long worse(
            List<T> all, Function<T, Validity> before, Function<T, Validity> after, ToLongFunction<Validity> count) {
        return all.stream()
                .filter(o -> count.applyAsLong(after.apply(o)) > count.applyAsLong(before.apply(o)))
                .count();
    }
}
