package org.modeststack.stack.file;

import java.util.Locale;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.Unit;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.catalog.Steps;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The JSON Schema (draft 2020-12) of document files, made from the descriptors of the steps. */
public final class DocumentSchema {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private DocumentSchema() {}

    /** The schema as text, as it is published in {@code docs/mstack.schema.json}. */
    public static String text() {
        ObjectNode root = JSON.createObjectNode();
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        root.put("title", "Modest Stack document");
        root.put("type", "object");
        required(root, "format", "version", "bodies");
        ObjectNode p = root.putObject("properties");
        p.putObject("format").put("const", DocumentFile.FORMAT);
        p.putObject("version").put("type", "integer").put("minimum", 1);
        p.putObject("units").put("const", "mm");
        p.putObject("nextId").put("type", "integer").put("description", "greater than every id in use");
        ObjectNode materials = p.putObject("materials").put("type", "array").putObject("items");
        materials.put("$ref", "#/$defs/material");
        ObjectNode bodies = p.putObject("bodies").put("type", "array").putObject("items");
        bodies.put("$ref", "#/$defs/body");
        ObjectNode defs = root.putObject("$defs");
        material(defs.putObject("material"));
        body(defs.putObject("body"));
        step(defs);
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root) + "\n";
    }

    private static void material(ObjectNode material) {
        material.put("type", "object");
        required(material, "name", "color");
        ObjectNode p = material.putObject("properties");
        p.putObject("name").put("type", "string").put("minLength", 1);
        p.putObject("color").put("type", "string").put("pattern", "^#[0-9A-Fa-f]{6}$");
        share(p.putObject("roughness"), "from 0, a sharp highlight, to 1, matt, which it is where it is left out");
        share(p.putObject("metal"), "from 0, which it is where it is left out, to 1");
        share(p.putObject("transparency"), "from 0, which it is where it is left out, to 1, not to be seen");
    }

    private static void share(ObjectNode o, String description) {
        o.put("type", "number").put("minimum", 0).put("maximum", 1).put("description", description);
    }

    private static void body(ObjectNode body) {
        body.put("type", "object");
        required(body, "id", "name", "steps");
        ObjectNode p = body.putObject("properties");
        p.putObject("id").put("type", "string");
        p.putObject("name").put("type", "string").put("minLength", 1);
        p.putObject("visible").put("type", "boolean");
        p.putObject("material").put("type", "string").put("description", "the name of one of the materials");
        p.putObject("set")
                .put("type", "string")
                .put("description", "the set that it is shown in, with others of that name");
        p.putObject("shown")
                .put("type", "integer")
                .put("minimum", 1)
                .put("description", "how many steps the view shows; all where it is left out");
        p.putObject("steps")
                .put("type", "array")
                .put("minItems", 1)
                .putObject("items")
                .put("$ref", "#/$defs/step");
    }

    private static void step(ObjectNode defs) {
        ObjectNode step = defs.putObject("step").put("type", "object");
        required(step, "id", "type");
        ObjectNode p = step.putObject("properties");
        p.putObject("id").put("type", "integer").put("minimum", 1);
        p.putObject("type").put("type", "string");
        p.putObject("name").put("type", "string");
        p.putObject("enabled").put("type", "boolean");
        p.putObject("held")
                .put("type", "boolean")
                .put("description", "whether the view waits with the step until it is asked for");
        ObjectNode anchors = p.putObject("anchors").put("type", "object");
        anchors.put("description", "what points and directions follow, by the names of these values");
        anchor(anchors.putObject("additionalProperties").put("type", "object"));
        p.putObject("together")
                .put("type", "boolean")
                .put(
                        "description",
                        "whether copies that share a mesh become one mesh for this step; false: it is carried out once for"
                                + " each mesh they share");
        p.putObject("note").put("type", "string");
        p.putObject("group").put("type", "string");
        p.putObject("values").put("type", "object");
        p.putObject("input").put("type", "string").put("description", "of a baked step: hash of the mesh it was given");
        ObjectNode former = p.putObject("former").put("type", "object");
        former.put("description", "of a baked step: what stood for the names of materials in that hash");
        former.putObject("additionalProperties").put("type", "string");
        p.putObject("from")
                .put("type", "array")
                .put("description", "of a baked step: the steps it was made from")
                .putObject("items")
                .put("$ref", "#/$defs/step");
        ArrayNode all = step.putArray("allOf");
        for (StepDescriptor d : Steps.ALL) {
            ObjectNode rule = all.addObject();
            rule.putObject("if").putObject("properties").putObject("type").put("const", d.type());
            rule.putObject("then").putObject("properties").putObject("values").put("$ref", "#/$defs/" + d.type());
            values(defs.putObject(d.type()), d);
        }
    }

    private static void anchor(ObjectNode o) {
        required(o, "what");
        ObjectNode p = o.putObject("properties");
        p.putObject("body")
                .put("type", "string")
                .put("description", "its id; what goes into the step where it is left out");
        ArrayNode what = p.putObject("what").putArray("enum");
        for (AnchorPoint.What w : AnchorPoint.What.values()) what.add(w.name().toLowerCase(Locale.ROOT));
        p.putObject("pick").put("type", "string").put("description", "the element, as any pick");
        ObjectNode weights = p.putObject("weights").put("type", "array");
        weights.put("description", "of a place on a face: how much each of its corners counts");
        weights.putObject("items").put("type", "number");
        ObjectNode offset =
                p.putObject("offset").put("type", "array").put("minItems", 3).put("maxItems", 3);
        offset.put("description", "added to the place, mm");
        offset.putObject("items").put("type", "number");
    }

    private static void values(ObjectNode o, StepDescriptor d) {
        o.put("type", "object");
        o.put("description", d.help());
        ObjectNode properties = o.putObject("properties");
        for (ParamDescriptor p : d.params()) {
            ObjectNode v = properties.putObject(p.name());
            String unit = p.unit() == Unit.NONE ? "" : " (" + p.unit().symbol() + ")";
            v.put("description", p.help() + unit);
            p.kind().schema(p).forEach((keyword, value) -> v.set(keyword, ValueJson.node(value)));
        }
    }

    private static void required(ObjectNode o, String... names) {
        ArrayNode a = o.putArray("required");
        for (String n : names) a.add(n);
    }
}
