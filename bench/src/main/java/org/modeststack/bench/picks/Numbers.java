package org.modeststack.bench.picks;

import java.util.LinkedHashMap;
import java.util.Map;

/** The numbers that a model is built from, by name. Immutable. */
final class Numbers {
    private final Map<String, Double> values;

    private Numbers(Map<String, Double> values) {
        this.values = values;
    }

    /** @param pairs names and values by turns */
    static Numbers of(Object... pairs) {
        Map<String, Double> values = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) values.put((String) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        return new Numbers(values);
    }

    Numbers with(String name, double value) {
        if (!values.containsKey(name)) throw new IllegalArgumentException(name);
        Map<String, Double> changed = new LinkedHashMap<>(values);
        changed.put(name, value);
        return new Numbers(changed);
    }

    double get(String name) {
        Double v = values.get(name);
        if (v == null) throw new IllegalArgumentException(name);
        return v;
    }

    int whole(String name) {
        return (int) Math.rint(get(name));
    }
}
