package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.ToLongFunction;
import java.util.stream.Collectors;
import org.modeststack.mesh.validity.Validity;

/** What came of many {@link CutBodies}, put together for a table. */
public final class CaseGroups {
    /** What may be wrong with a shape, as the heads of columns. */
    public static final String SHAPE = "crossing | overlapping | folded | own outline | flat faces | short edges";

    private static final List<ToLongFunction<Validity>> COUNTS = List.of(
            Validity::crossing,
            Validity::overlapping,
            Validity::folded,
            Validity::outlines,
            Validity::flat,
            Validity::shortEdges);

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

    /** In how many cases more of each of {@link #SHAPE} is wrong after than before, as columns of a table. */
    public static <T> String worse(List<T> all, Function<T, Validity> before, Function<T, Validity> after) {
        return COUNTS.stream()
                .map(count -> all.stream()
                        .filter(o -> count.applyAsLong(after.apply(o)) > count.applyAsLong(before.apply(o)))
                        .count())
                .map(String::valueOf)
                .collect(Collectors.joining(" | "));
    }
}
