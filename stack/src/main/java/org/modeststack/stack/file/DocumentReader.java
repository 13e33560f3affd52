package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Baked;
import org.modeststack.stack.BakedInput;
import org.modeststack.stack.Body;
import org.modeststack.stack.BodyBefore;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.SourcePlace;
import org.modeststack.stack.UnknownStep;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.catalog.Steps;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Reads one document. What is wrong with it is said at its place, each thing once, and taken as if it were left out; only
 * what has no meaning without it makes the whole document unreadable. The schema says the same of what it can express.
 */
final class DocumentReader {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    /** Ids beyond leave no room for new ones. */
    private static final long GREATEST_ID = 1L << 60;

    private final String name;
    private final List<String> remarks = new ArrayList<>();
    private final Set<Long> ids = new HashSet<>();
    private long nextId = 1;
    private double unit = 1;
    /** Null for documents of a later version. */
    private @Nullable FirstVersion first;

    private int version;

    /** @param name of the file, for messages */
    DocumentReader(String name) {
        this.name = name;
    }

    DocumentFile.Loaded document(ObjectNode root) throws DocumentException {
        version = version(root);
        if (version > DocumentFile.VERSION) {
            remarks.add("This document was saved by a newer Modest Stack (format " + version + "; this one knows "
                    + DocumentFile.VERSION
                    + "). It can be looked at, but not be saved over: what is not known here would be lost.");
        }
        if (version == 1) {
            first = new FirstVersion();
            first.bringUp(root);
        }
        if (version <= 9) NinthVersion.bringUp(root);
        Fields fields = new Fields(root, "", this::say);
        fields.field("format");
        fields.field("version");
        fields.field("$schema");
        unit = unit(fields);
        nextId = Math.max(1, idAfter(fields));
        long asked = nextId;
        findIds(root, 0);
        if (fields.field("nextId").isNumber() && asked < nextId && asked > 1)
            say("\"nextId\" is " + asked + ", but there are ids up to " + (nextId - 1) + "; new ones begin with "
                    + nextId + ".");
        ObjectNode strange = NODES.objectNode();
        Materials materials = MaterialJson.read(fields.list("materials"), strange, this::say);
        if (!(fields.field("bodies") instanceof ArrayNode list))
            throw new DocumentException(name + " cannot be read: it has no list of bodies.");
        List<Body> bodies = new ArrayList<>();
        Set<String> bodyIds = new HashSet<>();
        for (JsonNode b : list) {
            if (!(b instanceof ObjectNode o)) throw new DocumentException(name + " has a body that is not an object.");
            bodies.add(body(o, bodyIds));
        }
        if (first != null) {
            bodies = first.settled(bodies, remarks);
            materials = first.materials();
        }
        Map<String, JsonNode> unknown = fields.rest();
        if (root.has("$schema")) unknown.put("$schema", root.get("$schema"));
        if (!strange.isEmpty()) unknown.put(Document.UNKNOWN_OF_MATERIALS, strange);
        Document d = new Document(bodies, materials, nextId, unknown);
        return new DocumentFile.Loaded(d, List.copyOf(remarks), null, version);
    }

    /** Says what is wrong; a document of a newer version may have its own reasons. */
    private void say(String sentence) {
        if (version <= DocumentFile.VERSION) remarks.add(sentence);
    }

    private int version(ObjectNode root) throws DocumentException {
        JsonNode said = root.path("version");
        Long v = Fields.whole(said);
        if (v == null || v < 1 || v > Integer.MAX_VALUE)
            throw new DocumentException(
                    said.isMissingNode()
                            ? name + " does not say which version of the format it has."
                            : name + " cannot be read: its version must be a whole number from 1, not "
                                    + Fields.shortened(said) + ".");
        return v.intValue();
    }

    private double unit(Fields fields) throws DocumentException {
        JsonNode said = fields.field("units");
        if (said.isMissingNode()) return 1;
        Double factor = DocumentUnits.millimetres(said.asString(""));
        if (factor == null)
            throw new DocumentException(name + " cannot be read: its units are " + Fields.shortened(said)
                    + "; known are " + DocumentUnits.known() + ".");
        return factor;
    }

    /** The next id as it is said; one that cannot be used is found anew from the ids that there are. */
    private static long idAfter(Fields fields) {
        Long next = fields.whole("nextId", 1);
        return next == null || next > GREATEST_ID ? 1 : next;
    }

    /** No new id may be one that is in the file, nor in steps that were baked. */
    private void findIds(JsonNode node, int depth) throws DocumentException {
        if (depth > 100) return;
        JsonNode id = node.path("id");
        if (id.isIntegralNumber() && (!id.canConvertToLong() || id.asLong() > GREATEST_ID))
            throw new DocumentException(name + " cannot be read: the id " + Fields.shortened(id) + " is too large.");
        Long whole = node.isObject() ? Fields.whole(id) : null;
        if (whole != null) nextId = Math.max(nextId, whole + 1);
        for (JsonNode child : node) if (child.isContainer()) findIds(child, depth + 1);
    }

    private Body body(ObjectNode o, Set<String> known) throws DocumentException {
        String called = o.path("name").isString() ? o.path("name").asString().strip() : "";
        String bodyName = called.isEmpty() ? "Body " + (known.size() + 1) : called;
        Fields fields = new Fields(o, bodyName, this::say);
        if (fields.text("name").isBlank()
                && (o.path("name").isMissingNode() || o.path("name").isString()))
            fields.say("the body has no \"name\".");
        String id = bodyId(fields, known);
        boolean visible = fields.flag("visible", true);
        String material = fields.text("material").strip(),
                set = fields.text("set").strip();
        Long shown = fields.whole("shown", 1);
        List<Entry> entries = fields.field("steps") instanceof ArrayNode list ? entries(list, bodyName) : List.of();
        if (entries.isEmpty())
            throw new DocumentException(name + " cannot be read: the body " + bodyName + " has no steps.");
        checkSources(entries, bodyName);
        return new Body(
                id,
                bodyName,
                visible,
                material.isEmpty() ? Material.DEFAULT.name() : material,
                set,
                entries,
                shown == null || shown > Integer.MAX_VALUE ? Body.END : shown.intValue(),
                fields.rest());
    }

    private String bodyId(Fields fields, Set<String> known) {
        String id = fields.text("id"), why;
        if (id.isBlank()) why = "the body has no \"id\"";
        else if (!BodyBefore.bodyId(id).equals(id)) why = "no body's id can have an @ in it, as \"" + id + "\" has";
        else if (!known.add(id)) why = "another body has the id \"" + id + "\" too";
        else return id;
        String now;
        do now = "b" + nextId++;
        while (!known.add(now));
        fields.say(why + "; this one gets \"" + now + "\".");
        return now;
    }

    /** A body has one source, and that is its first step. */
    private void checkSources(List<Entry> entries, String bodyName) {
        for (int i = 0; i < entries.size(); i++) {
            Step step = entries.get(i).step();
            Remark wrong = SourcePlace.remark(step, i);
            if (wrong != null) say(bodyName + ", step " + (i + 1) + ": " + wrong.text());
        }
    }

    /** The name that a material goes by that stands in a mesh. */
    private String named(Material m) {
        return first == null ? m.name() : first.named(m);
    }

    private List<Entry> entries(JsonNode steps, String bodyName) {
        List<Entry> entries = new ArrayList<>();
        for (JsonNode s : steps) {
            if (s instanceof ObjectNode o) entries.add(entry(o, bodyName + ", step " + (entries.size() + 1)));
            else say(bodyName + ": step " + (entries.size() + 1) + " is not an object and was left out.");
        }
        return entries;
    }

    private Entry entry(ObjectNode o, String where) {
        Fields fields = new Fields(o, where, this::say);
        long id = entryId(fields);
        String type = fields.text("type"), entryName = fields.text("name"), note = fields.text("note");
        String group = fields.text("group");
        boolean enabled = fields.flag("enabled", true), held = fields.flag("held", false);
        ObjectNode values = fields.object("values"), anchored = fields.object("anchors");
        Map<String, JsonNode> strange = new HashMap<>();
        Step step;
        try {
            if (type.isEmpty()) throw new IllegalArgumentException("This step does not say of which \"type\" it is.");
            step = type.equals("baked") ? baked(fields, values, where) : step(type, values, fields, strange);
        } catch (IllegalArgumentException | JacksonException e) {
            step = new UnknownStep(
                    type.isEmpty() ? "?" : type,
                    String.valueOf(e.getMessage()),
                    o.deepCopy().put("id", id));
            remarks.add(where + ": " + ((UnknownStep) step).message());
        }
        boolean together = fields.flag("together", EarlierVersions.together(version, step));
        Map<String, AnchorPoint> anchors = Map.of();
        Map<String, JsonNode> unknown = Map.of();
        if (!(step instanceof UnknownStep)) {
            AnchorJson.Read read = AnchorJson.read(anchored, step, unit);
            read.remarks().forEach(fields::say);
            anchors = read.anchors();
            if (!read.strange().isEmpty()) strange.put("anchors", read.strange());
            unknown = fields.rest();
            unknown.putAll(strange);
        }
        return new Entry(id, entryName, enabled, note, group, step, unknown)
                .withHeld(held)
                .withAnchors(anchors)
                .withTogether(together);
    }

    private long entryId(Fields fields) {
        boolean none = fields.field("id").isMissingNode();
        Long id = fields.whole("id", 1);
        if (id != null && ids.add(id)) return id;
        long now = nextId++;
        ids.add(now);
        if (id != null) fields.say("another step has the id " + id + " too; this one gets " + now + ".");
        else if (none) fields.say("the step has no \"id\"; it gets " + now + ".");
        return now;
    }

    private Step baked(Fields fields, ObjectNode values, String where) {
        JsonNode mesh = values.path("mesh");
        if (!mesh.isString()) throw new IllegalArgumentException("This baked step has no mesh.");
        new Fields(values, where, this::say).onlyKnown(List.of("mesh"));
        ObjectNode names = fields.object("former");
        Fields former = new Fields(names, where + ", \"former\"", this::say);
        Map<String, String> texts = new HashMap<>();
        for (Map.Entry<String, JsonNode> f : names.properties()) texts.put(f.getKey(), former.text(f.getKey()));
        return new Baked(
                readMesh(mesh),
                entries(fields.list("from"), where + ", baked from"),
                new BakedInput(fields.text("input"), texts));
    }

    private Mesh readMesh(JsonNode node) {
        try {
            return MeshCodec.read(node.asString(), this::named);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("This step cannot be read: " + e.getMessage() + ".", e);
        }
    }

    /** @param kept receives what is not known of its values */
    private Step step(String type, ObjectNode values, Fields fields, Map<String, JsonNode> kept) {
        StepDescriptor d = Steps.byType(type);
        if (d == null) throw new IllegalArgumentException("This version does not know the step \"" + type + "\".");
        Map<String, Object> read = new HashMap<>();
        ObjectNode strange = NODES.objectNode();
        for (Map.Entry<String, JsonNode> v : values.properties()) {
            ParamDescriptor p = d.param(v.getKey());
            if (p != null)
                read.put(p.name(), DocumentUnits.scaled(ValueJson.read(p, v.getValue(), this::named), p, unit));
            else {
                strange.set(v.getKey(), v.getValue());
                fields.say(Fields.unknown(
                        v.getKey(),
                        d.params().stream().map(ParamDescriptor::name).toList()));
            }
        }
        if (!strange.isEmpty()) kept.put("values", strange);
        EarlierVersions.complete(version, type, read);
        Step step = d.create(read);
        try {
            d.check(step);
        } catch (StepException e) {
            fields.say(e.getMessage());
        }
        return step;
    }
}
