package org.modeststack.stack.file;

import java.util.Locale;
import org.modeststack.stack.AnchorEdits;
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

    private static final String BAKED = "baked";

    private DocumentSchema() {}

    /** The schema as text, as it is published in {@code docs/mstack.schema.json}. */
    public static String text() {
        ObjectNode root = JSON.createObjectNode();
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        root.put("title", "Modest Stack document");
        root.put(
                "description",
                "Of format " + DocumentFile.VERSION
                        + ". Documents of earlier formats still open; what they look like is"
                        + " told in format.md. Fields whose names begin with x- are free.");
        root.put("type", "object");
        required(root, "format", "version", "bodies");
        ObjectNode p = root.putObject("properties");
        p.putObject("$schema").put("type", "string");
        p.putObject("format").put("const", DocumentFile.FORMAT);
        p.putObject("version").put("const", DocumentFile.VERSION);
        ArrayNode units = p.putObject("units")
                .put("description", "what lengths are in; mm where it is left out, and as it is saved")
                .putArray("enum");
        DocumentUnits.all().forEach(units::add);
        p.putObject("nextId")
                .put("type", "integer")
                .put("minimum", 1)
                .put("description", "greater than every id in use");
        ObjectNode materials = p.putObject("materials").put("type", "array").putObject("items");
        materials.put("$ref", "#/$defs/material");
        ObjectNode bodies = p.putObject("bodies").put("type", "array").putObject("items");
        bodies.put("$ref", "#/$defs/body");
        closed(root);
        ObjectNode defs = root.putObject("$defs");
        material(defs.putObject("material"));
        body(defs.putObject("body"));
        step(defs.putObject("step"));
        baked(defs.putObject("step-baked"));
        for (StepDescriptor d : Steps.ALL) typed(defs.putObject("step-" + d.type()), d);
        anchor(defs.putObject("anchor").put("type", "object"));
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root) + "\n";
    }

    /** No other fields but those that are free. */
    private static void closed(ObjectNode o) {
        o.putObject("patternProperties").putObject("^x-");
        o.put("additionalProperties", false);
    }

    /** A text that is not blank. */
    private static ObjectNode word(ObjectNode o) {
        return o.put("type", "string").put("pattern", "\\S");
    }

    private static void material(ObjectNode material) {
        material.put("type", "object");
        required(material, "name", "colour");
        ObjectNode p = material.putObject("properties");
        word(p.putObject("name"));
        p.putObject("colour")
                .put("type", "string")
                .put("pattern", "^#[0-9A-Fa-f]{6}$")
                .put("description", "red, green and blue of sRGB, each from 00 to FF");
        share(p.putObject("roughness"), "from 0, a sharp highlight, to 1, matt, which it is where it is left out");
        share(p.putObject("metal"), "from 0, which it is where it is left out, to 1");
        share(p.putObject("transparency"), "from 0, which it is where it is left out, to 1, not to be seen");
        closed(material);
    }

    private static void share(ObjectNode o, String description) {
        o.put("type", "number").put("minimum", 0).put("maximum", 1).put("description", description);
    }

    private static void body(ObjectNode body) {
        body.put("type", "object");
        required(body, "id", "name", "steps");
        ObjectNode p = body.putObject("properties");
        p.putObject("id")
                .put("type", "string")
                .put("pattern", "^[^@]*[^@\\s][^@]*$")
                .put("description", "its own among the bodies; steps name it by this");
        word(p.putObject("name"));
        p.putObject("visible").put("type", "boolean");
        p.putObject("material").put("type", "string").put("description", "the name of one of the materials");
        p.putObject("set")
                .put("type", "string")
                .put("description", "the set that it is shown in, with others of that name");
        p.putObject("shown")
                .put("type", "integer")
                .put("minimum", 1)
                .put("description", "how many steps the view shows; all where it is left out");
        ObjectNode steps = p.putObject("steps").put("type", "array").put("minItems", 1);
        // A body begins with a source, and has no second one.
        ObjectNode source = steps.putArray("prefixItems").addObject().put("$ref", "#/$defs/step");
        ArrayNode sources = source.putObject("properties").putObject("type").putArray("enum");
        ObjectNode others = steps.putObject("items").put("$ref", "#/$defs/step");
        ArrayNode notSources = others.putObject("properties")
                .putObject("type")
                .putObject("not")
                .putArray("enum");
        for (StepDescriptor d : Steps.ALL) {
            if (!d.createDefault().isSource()) continue;
            sources.add(d.type());
            notSources.add(d.type());
        }
        sources.add(BAKED);
        closed(body);
    }

    private static void step(ObjectNode step) {
        step.put("type", "object");
        required(step, "id", "type");
        ObjectNode p = step.putObject("properties");
        p.putObject("id")
                .put("type", "integer")
                .put("minimum", 1)
                .put("description", "its own among all steps of the document, also those that were baked");
        ArrayNode types = p.putObject("type").putArray("enum");
        for (StepDescriptor d : Steps.ALL) types.add(d.type());
        types.add(BAKED);
        p.putObject("name").put("type", "string");
        p.putObject("enabled").put("type", "boolean");
        p.putObject("held")
                .put("type", "boolean")
                .put("description", "whether the view waits with the step until it is asked for");
        p.putObject("anchors")
                .put("type", "object")
                .put("description", "what points and directions follow, by the names of these values");
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
        closed(step);
        ArrayNode all = step.putArray("allOf");
        for (StepDescriptor d : Steps.ALL) rule(all.addObject(), d.type());
        rule(all.addObject(), BAKED);
    }

    private static void rule(ObjectNode rule, String type) {
        rule.putObject("if").putObject("properties").putObject("type").put("const", type);
        rule.putObject("then").put("$ref", "#/$defs/step-" + type);
    }

    private static void baked(ObjectNode o) {
        required(o, "values");
        ObjectNode values = o.putObject("properties").putObject("values").put("type", "object");
        required(values, "mesh");
        values.putObject("properties").putObject("mesh").put("type", "string").put("contentEncoding", "base64");
        closed(values);
    }

    /** What a kind of step has besides what all steps have. */
    private static void typed(ObjectNode o, StepDescriptor d) {
        o.put("description", d.help());
        ObjectNode p = o.putObject("properties");
        values(p.putObject("values"), d);
        ObjectNode anchors = p.putObject("anchors").putObject("properties");
        for (ParamDescriptor param : d.params())
            if (AnchorEdits.canHave(param.role()))
                anchors.putObject(param.name()).put("$ref", "#/$defs/anchor");
        ((ObjectNode) p.get("anchors")).put("additionalProperties", false);
        for (String only : new String[] {"input", "former", "from"}) p.put(only, false);
    }

    private static void anchor(ObjectNode o) {
        required(o, "what");
        ObjectNode p = o.putObject("properties");
        p.putObject("body")
                .put("type", "string")
                .put("description", "its id; what goes into the step where it is left out");
        ArrayNode what = p.putObject("what").putArray("enum");
        ObjectNode picked = o.putObject("if").putObject("properties").putObject("what");
        ArrayNode withPick = picked.putArray("enum");
        for (AnchorPoint.What w : AnchorPoint.What.values()) {
            what.add(w.name().toLowerCase(Locale.ROOT));
            if (!w.isOfBody()) withPick.add(w.name().toLowerCase(Locale.ROOT));
        }
        required(o.putObject("then"), "pick");
        p.putObject("pick").put("type", "string").put("description", "the element, as any pick");
        ObjectNode weights = p.putObject("weights").put("type", "array");
        weights.put("description", "of a place on a face: how much each of its corners counts");
        weights.putObject("items").put("type", "number");
        ObjectNode offset =
                p.putObject("offset").put("type", "array").put("minItems", 3).put("maxItems", 3);
        offset.put("description", "added to the place, a length");
        offset.putObject("items").put("type", "number");
        o.put("additionalProperties", false);
    }

    private static void values(ObjectNode o, StepDescriptor d) {
        o.put("type", "object");
        ObjectNode properties = o.putObject("properties");
        for (ParamDescriptor p : d.params()) {
            ObjectNode v = properties.putObject(p.name());
            String unit = p.unit() == Unit.NONE
                    ? ""
                    : p.unit() == Unit.LENGTH ? " (length)" : " (" + p.unit().symbol() + ")";
            v.put("description", p.help() + unit);
            p.kind().schema(p).forEach((keyword, value) -> v.set(keyword, ValueJson.node(value)));
        }
        o.put("additionalProperties", false);
    }

    private static void required(ObjectNode o, String... names) {
        ArrayNode a = o.putArray("required");
        for (String n : names) a.add(n);
    }
}
