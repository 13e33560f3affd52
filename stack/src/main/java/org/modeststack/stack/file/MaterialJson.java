package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.stack.Document;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** The materials of a document as JSON, with what is not known of them. */
final class MaterialJson {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private static final Pattern COLOUR = Pattern.compile("#[0-9A-Fa-f]{6}");

    private MaterialJson() {}

    static ArrayNode write(Document d) {
        ArrayNode all = NODES.arrayNode();
        JsonNode unknown = d.unknown().get(Document.UNKNOWN_OF_MATERIALS);
        for (Material m : d.materials().all()) {
            ObjectNode o = all.addObject();
            o.put("name", m.name());
            o.put("colour", String.format(Locale.ROOT, "#%06X", m.rgb()));
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
     * @param say is told sentences on what could not be read
     */
    static Materials read(JsonNode list, ObjectNode unknown, Consumer<String> say) {
        Map<String, Material> found = new HashMap<>();
        List<Material> all = new ArrayList<>();
        int number = 0;
        for (JsonNode m : list) {
            number++;
            if (!(m instanceof ObjectNode o)) {
                say.accept("Material " + number + " is not an object and was left out.");
                continue;
            }
            String called =
                    m.path("name").isString() ? m.path("name").asString().strip() : "";
            Fields fields = new Fields(o, called.isEmpty() ? "Material " + number : "Material " + called, say);
            String name = fields.text("name").strip();
            if (name.isEmpty() || found.containsKey(name)) {
                fields.say(
                        name.isEmpty()
                                ? "it has no name and was left out."
                                : "it stands there twice; the first one counts.");
                continue;
            }
            Material material = new Material(
                    name,
                    color(fields),
                    fields.share("roughness", 1),
                    fields.share("metal", 0),
                    fields.share("transparency", 0));
            found.put(name, material);
            all.add(material);
            ObjectNode strange = NODES.objectNode();
            fields.rest().forEach(strange::set);
            if (!strange.isEmpty()) unknown.set(name, strange);
        }
        return Materials.of(all);
    }

    private static int color(Fields fields) {
        JsonNode said = fields.field("colour");
        if (said.isString() && COLOUR.matcher(said.asString()).matches()) return color(said);
        fields.say(
                said.isMissingNode()
                        ? "it has no \"colour\"."
                        : "\"colour\" must be like \"#C9BFAE\", not " + Fields.shortened(said) + ".");
        return Material.DEFAULT.rgb();
    }

    static int color(JsonNode text) {
        try {
            return Integer.parseInt(text.asString("").replaceFirst("^#", ""), 16);
        } catch (NumberFormatException e) {
            // The default colour will do.
            return Material.DEFAULT.rgb();
        }
    }
}
