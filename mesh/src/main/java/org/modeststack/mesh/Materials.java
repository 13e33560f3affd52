package org.modeststack.mesh;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Materials by their names, of which each stands once, in an order that people have given them. An immutable value. The
 * default material always belongs to it, whether it is listed or not.
 */
public final class Materials {
    public static final Materials NONE = new Materials(Map.of());

    private final Map<String, Material> byName;

    /**
     * One more material, and the name that it goes by: another one where its own was taken by something that looks
     * different.
     */
    public record Added(Materials materials, String name) {}

    private Materials(Map<String, Material> byName) {
        this.byName = byName;
    }

    /** Those of a list; of two that share a name, the later one. */
    public static Materials of(Collection<Material> all) {
        Map<String, Material> map = new LinkedHashMap<>();
        for (Material m : all) map.put(m.name(), m);
        return new Materials(map);
    }

    /** In their order. */
    public List<Material> all() {
        return List.copyOf(byName.values());
    }

    public boolean has(String name) {
        return byName.containsKey(name) || name.equals(Material.DEFAULT.name());
    }

    /** The material of this name; one that is not there looks like the default. */
    public Material get(String name) {
        Material m = byName.get(name);
        return m != null ? m : Material.DEFAULT.withName(name);
    }

    /** With a material, in the place of the one that has its name, or behind all others. */
    public Materials with(Material material) {
        Map<String, Material> map = new LinkedHashMap<>(byName);
        map.put(material.name(), material);
        return new Materials(map);
    }

    /** With another material in the place of one; it may have another name, which must be free then. */
    public Materials replaced(String name, Material by) {
        if (!name.equals(by.name()) && has(by.name()))
            throw new IllegalArgumentException("There is a material " + by.name() + " already.");
        List<Material> all = new ArrayList<>();
        for (Material m : byName.values()) all.add(m.name().equals(name) ? by : m);
        if (!byName.containsKey(name)) all.add(by);
        return of(all);
    }

    /** With a material that comes from elsewhere: one that is there already, look and all, is not added again. */
    public Added adding(Material material) {
        String name = material.name();
        for (int i = 2; has(name) && !get(name).looksLike(material); i++) name = material.name() + " " + i;
        return new Added(has(name) ? this : with(material.withName(name)), name);
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Materials m && all().equals(m.all());
    }

    @Override
    public int hashCode() {
        return all().hashCode();
    }

    @Override
    public String toString() {
        return byName.values().toString();
    }
}
