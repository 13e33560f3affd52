package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.stack.Document;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** The materials of a document as JSON, with what is not known of them. */
final class MaterialJson {
    /** The fields of a material; {@code name} and {@code color} are those of the first version too. */
    static final Set<String> FIELDS = Set.of("name", "color", "roughness", "metal", "transparency");

    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private MaterialJson() {}

    static ArrayNode write(Document d) {
        ArrayNode all = NODES.arrayNode();
        JsonNode unknown = d.unknown().get(Document.UNKNOWN_OF_MATERIALS);
        for (Material m : d.materials().all()) {
            ObjectNode o = all.addObject();
            o.put("name", m.name());
            o.put("color", String.format(Locale.ROOT, "#%06X", m.rgb()));
            if (m.roughness() != 1) o.put("roughness", m.roughness());
            if (m.metal() != 0) o.put("metal", m.metal());
            if (m.transparency() != 0) o.put("transparency", m.transparency());
            JsonNode more = unknown == null ? null : unknown.get(m.name());
            if (more != null) more.properties().forEach(p -> o.set(p.getKey(), p.getValue()));
        }
        return all;
    }

    /**
     * The materials of a list; those without a name, or with one that was there before, are left out.
     *
     * @param unknown receives what is not known of them, by their names
     * @param remarks receives sentences on what could not be read
     */
    static Materials read(JsonNode list, ObjectNode unknown, List<String> remarks) {
        Map<String, Material> found = new HashMap<>();
        List<Material> all = new ArrayList<>();
        for (JsonNode m : list) {
            String name = m.path("name").asString("").strip();
            if (name.isEmpty() || found.containsKey(name)) {
                remarks.add(
                        name.isEmpty()
                                ? "A material without a name was left out."
                                : "The material " + name + " stands there twice; the first one counts.");
                continue;
            }
            Material material = new Material(
                    name,
                    color(m.path("color")),
                    share(m, "roughness", 1),
                    share(m, "metal", 0),
                    share(m, "transparency", 0));
            found.put(name, material);
            all.add(material);
            ObjectNode strange = NODES.objectNode();
            m.properties().stream()
                    .filter(p -> !FIELDS.contains(p.getKey()))
                    .forEach(p -> strange.set(p.getKey(), p.getValue()));
            if (!strange.isEmpty()) unknown.set(name, strange);
        }
        return Materials.of(all);
    }

    static int color(JsonNode text) {
        try {
            return Integer.parseInt(text.asString("").replaceFirst("^#", ""), 16);
        } catch (NumberFormatException e) {
            // The default colour will do.
            return Material.DEFAULT.rgb();
        }
    }

    private static double share(JsonNode m, String field, double otherwise) {
        double v = m.path(field).asDouble(otherwise);
        return v >= 0 && v <= 1 ? v : otherwise;
    }
}
