package org.modeststack.stack.file;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.zip.CRC32C;
import java.util.zip.CheckedOutputStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.mesh.file.FileStamp;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Baked;
import org.modeststack.stack.BakedInput;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.UnknownStep;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.catalog.Steps;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.exc.JacksonIOException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Documents as JSON; {@code docs/format.md} and the schema beside it say how. What this version does not know is kept
 * and written again.
 */
public final class DocumentFile {
    public static final String FORMAT = "modest-stack";
    public static final int VERSION = 9;

    /** From this version on what was picked one by one is meant so. */
    private static final int WITH_WHOLES = 5;

    public static final String EXTENSION = ".mstack";
    private static final long MAX_FILE_BYTES = 1_500_000_000;

    private static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxStringLength(1_500_000_000)
                            .maxNestingDepth(200)
                            .build())
                    .build())
            .enable(SerializationFeature.INDENT_OUTPUT)
            .build();

    /**
     * A document as it was read.
     *
     * @param remarks what could not be read, in sentences; empty if all is well
     * @param stamp what the file was like; null for what did not come from a file
     * @param version of the format that it was written in
     */
    public record Loaded(
            Document document,
            List<String> remarks,
            @Nullable FileStamp stamp,
            int version) {
        /**
         * Whether a newer version of Modest Stack wrote it in a format of its own: written again by this one it would lose
         * what is not known here, so it is to be looked at only.
         */
        public boolean newer() {
            return version > VERSION;
        }

        /** Whether its picks by hand name elements one by one because more was not known then. */
        public boolean hasEarlierPicks() {
            return version < WITH_WHOLES;
        }
    }

    private DocumentFile() {}

    /** @throws DocumentException if the file cannot be read or is no document */
    public static Loaded read(Path file) throws DocumentException {
        try {
            // A pipe would let whoever opens it wait for ever.
            if (Files.exists(file) && !Files.isRegularFile(file))
                throw new DocumentException(file + " is not a file that can be opened.");
            if (Files.size(file) > MAX_FILE_BYTES)
                throw new DocumentException(file.getFileName() + " is too large to open.");
            byte[] bytes = Files.readAllBytes(file);
            Loaded loaded = parse(bytes, file.getFileName().toString());
            return new Loaded(loaded.document(), loaded.remarks(), FileStamp.of(file, bytes), loaded.version());
        } catch (NoSuchFileException e) {
            throw new DocumentException("There is no file " + file + ".", e);
        } catch (AccessDeniedException e) {
            throw new DocumentException("This user may not read " + file + ".", e);
        } catch (DocumentException e) {
            throw e;
        } catch (IOException e) {
            throw new DocumentException(file + " could not be read: " + AtomicFile.reason(e) + ".", e);
        } catch (OutOfMemoryError e) {
            throw new DocumentException("There is not enough memory to open " + file.getFileName() + ".", e);
        }
    }

    /** @param name of the file, for messages */
    public static Loaded parse(byte[] bytes, String name) throws DocumentException {
        JsonNode root;
        try {
            root = JSON.readTree(bytes);
        } catch (JacksonException e) {
            String where = e.getLocation() == null
                    ? ""
                    : " at line " + e.getLocation().getLineNr() + ", column "
                            + e.getLocation().getColumnNr();
            throw new DocumentException(
                    name + " is not a Modest Stack document: it breaks off or is damaged" + where + ".", e);
        }
        if (!(root instanceof ObjectNode object)
                || !FORMAT.equals(object.path("format").asString(""))) {
            throw new DocumentException(name + " is not a Modest Stack document.");
        }
        try {
            return new Reader(name).document(object);
        } catch (JacksonException | IllegalArgumentException e) {
            throw new DocumentException(name + " cannot be read: " + e.getMessage() + ".", e);
        } catch (StackOverflowError e) {
            throw new DocumentException(name + " cannot be read: what it holds is nested too deeply.", e);
        }
    }

    /**
     * Writes a document whole or not at all ({@link AtomicFile}). Meshes that were written before cost next to nothing.
     * Can be stopped by what {@link Work} is bound to; nothing has changed then.
     *
     * @return what the file is like now
     * @throws DocumentException if it cannot be written; a file that was there before is untouched
     */
    public static FileStamp write(Document document, Path file) throws DocumentException {
        CRC32C sum = new CRC32C();
        long[] size = new long[1];
        try {
            AtomicFile.write(file, out -> {
                CheckedOutputStream checked = new CheckedOutputStream(out, sum) {
                    @Override
                    public void write(byte[] b, int off, int len) throws IOException {
                        Work.checkpoint();
                        super.write(b, off, len);
                        size[0] += len;
                    }
                };
                JSON.writeValue(checked, toJson(document));
            });
            return new FileStamp(size[0], Files.getLastModifiedTime(file), sum.getValue());
        } catch (CancellationException e) {
            throw e;
        } catch (IOException e) {
            throw unsaved(file, AtomicFile.reason(e), e);
        } catch (JacksonIOException e) {
            throw unsaved(file, AtomicFile.reason(Objects.requireNonNull(e.getCause())), e);
        } catch (OutOfMemoryError e) {
            throw unsaved(file, "there is not enough memory", e);
        } catch (RuntimeException | StackOverflowError e) {
            throw unsaved(file, "Modest Stack made a mistake, please report it (" + e + ")", e);
        }
    }

    private static DocumentException unsaved(Path file, String reason, Throwable cause) {
        return new DocumentException("The document could not be saved to " + file + ": " + reason + ".", cause);
    }

    /** The document as text. */
    public static String toText(Document document) {
        return JSON.writeValueAsString(toJson(document));
    }

    private static ObjectNode toJson(Document d) {
        ObjectNode root = JSON.createObjectNode();
        root.put("format", FORMAT);
        root.put("version", VERSION);
        root.put("units", "mm");
        root.put("nextId", d.nextId());
        root.set("materials", MaterialJson.write(d));
        ArrayNode bodies = root.putArray("bodies");
        for (Body b : d.bodies()) bodies.add(toJson(b));
        d.unknown().forEach((k, v) -> {
            if (!k.equals(Document.UNKNOWN_OF_MATERIALS)) root.set(k, v);
        });
        return root;
    }

    private static ObjectNode toJson(Body b) {
        ObjectNode o = JSON.createObjectNode();
        o.put("id", b.id());
        o.put("name", b.name());
        o.put("visible", b.visible());
        o.put("material", b.material());
        if (!b.set().isEmpty()) o.put("set", b.set());
        if (b.marker() != Body.END) o.put("shown", b.marker());
        o.set("steps", toJson(b.entries()));
        b.unknown().forEach(o::set);
        return o;
    }

    private static ArrayNode toJson(List<Entry> entries) {
        ArrayNode steps = JSON.createArrayNode();
        for (Entry e : entries) steps.add(toJson(e));
        return steps;
    }

    private static ObjectNode toJson(Entry e) {
        ObjectNode o = JSON.createObjectNode();
        o.put("id", e.id());
        if (e.step() instanceof UnknownStep u) {
            u.json().properties().forEach(p -> o.set(p.getKey(), p.getValue()));
            o.put("id", e.id());
        }
        if (!e.name().isEmpty()) o.put("name", e.name());
        if (!e.enabled()) o.put("enabled", false);
        else o.remove("enabled");
        if (e.held()) o.put("held", true);
        else o.remove("held");
        if (e.together()) o.put("together", true);
        else o.remove("together");
        if (!e.note().isEmpty()) o.put("note", e.note());
        if (!e.group().isEmpty()) o.put("group", e.group());
        else o.remove("group");
        if (e.step() instanceof UnknownStep) return o;
        StepDescriptor d = StepDescriptor.of(e.step());
        o.put("type", d.type());
        if (!e.anchors().isEmpty()) o.set("anchors", AnchorJson.write(e.anchors()));
        ObjectNode values = o.putObject("values");
        for (ParamDescriptor p : d.params()) values.set(p.name(), ValueJson.write(p, d.value(e.step(), p)));
        if (e.step() instanceof Baked baked) {
            o.put("input", baked.input().hash());
            if (!baked.input().former().isEmpty()) {
                ObjectNode former = o.putObject("former");
                new TreeMap<>(baked.input().former()).forEach(former::put);
            }
            o.set("from", toJson(baked.from()));
        }
        e.unknown().forEach((k, v) -> {
            if (k.equals("values")) v.properties().forEach(p -> values.set(p.getKey(), p.getValue()));
            // What took the place of one that was not understood counts.
            else if (k.equals("anchors"))
                v.properties().forEach(p -> o.withObjectProperty("anchors").putIfAbsent(p.getKey(), p.getValue()));
            else o.set(k, v);
        });
        return o;
    }

    /** Reads one document; collects what is wrong with it. */
    private static final class Reader {
        private final String name;
        private final List<String> remarks = new ArrayList<>();
        private final Set<Long> ids = new HashSet<>();
        private long nextId = 1;
        /** Null for documents of a later version. */
        private @Nullable FirstVersion first;

        private int version;

        Reader(String name) {
            this.name = name;
        }

        /** Ids beyond leave no room for new ones. */
        private static final long GREATEST_ID = 1L << 60;

        Loaded document(ObjectNode root) throws DocumentException {
            version = root.path("version").asInt(0);
            if (version < 1) throw new DocumentException(name + " does not say which version of the format it has.");
            if (version > VERSION) {
                remarks.add("This document was saved by a newer Modest Stack (format " + version + "; this one knows "
                        + VERSION
                        + "). It can be looked at, but not be saved over: what is not known here would be lost.");
            }
            String units = root.path("units").asString("mm");
            if (!units.equals("mm"))
                remarks.add("Lengths are said to be in " + units + "; only millimetres are known, so they are read as"
                        + " millimetres.");
            JsonNode next = root.path("nextId");
            // One that cannot be used is found anew from the ids that there are.
            nextId = next.canConvertToLong() && next.asLong() <= GREATEST_ID ? Math.max(1, next.asLong(1)) : 1;
            if (version == 1) {
                first = new FirstVersion();
                first.bringUp(root);
            }
            ObjectNode strange = JSON.createObjectNode();
            Materials materials = MaterialJson.read(root.path("materials"), strange, remarks);
            findIds(root, 0);
            List<Body> bodies = new ArrayList<>();
            Set<String> bodyIds = new HashSet<>();
            for (JsonNode b : root.path("bodies")) {
                if (!(b instanceof ObjectNode o))
                    throw new DocumentException(name + " has a body that is not an object.");
                bodies.add(body(o, bodyIds));
            }
            if (first != null) {
                bodies = first.settled(bodies, remarks);
                materials = first.materials();
            }
            Map<String, JsonNode> unknown = rest(root, "format", "version", "units", "nextId", "materials", "bodies");
            if (!strange.isEmpty()) unknown.put(Document.UNKNOWN_OF_MATERIALS, strange);
            Document d = new Document(bodies, materials, nextId, unknown);
            return new Loaded(d, List.copyOf(remarks), null, version);
        }

        private static String shortened(JsonNode number) {
            String s = number.asString("");
            return s.length() <= 24 ? s : s.substring(0, 24) + "…";
        }

        /** No new id may be one that is in the file, nor in steps that were baked. */
        private void findIds(JsonNode node, int depth) throws DocumentException {
            if (depth > 100) return;
            JsonNode id = node.path("id");
            if (id.isIntegralNumber() && (!id.canConvertToLong() || id.asLong() > GREATEST_ID))
                throw new DocumentException(name + " cannot be read: the id " + shortened(id) + " is too large.");
            if (node.isObject() && id.isIntegralNumber())
                nextId = Math.max(nextId, node.path("id").asLong() + 1);
            for (JsonNode child : node) if (child.isContainer()) findIds(child, depth + 1);
        }

        private Body body(ObjectNode o, Set<String> known) throws DocumentException {
            String id = o.path("id").asString("");
            if (id.isEmpty() || !known.add(id)) {
                id = "b" + nextId++;
                known.add(id);
            }
            String bodyName = o.path("name").asString("").strip();
            if (bodyName.isEmpty()) bodyName = "Body " + known.size();
            List<Entry> entries = entries(o.path("steps"), bodyName);
            if (entries.isEmpty()) throw new DocumentException(name + ": the body " + bodyName + " has no steps.");
            Map<String, JsonNode> unknown = rest(o, "id", "name", "visible", "material", "set", "shown", "steps");
            String material = o.path("material").asString("").strip();
            return new Body(
                    id,
                    bodyName,
                    o.path("visible").asBoolean(true),
                    material.isEmpty() ? Material.DEFAULT.name() : material,
                    o.path("set").asString("").strip(),
                    entries,
                    o.path("shown").asInt(Body.END),
                    unknown);
        }

        /** The name that a material goes by that stands in a mesh. */
        private String named(Material m) {
            return first == null ? m.name() : first.named(m);
        }

        private List<Entry> entries(JsonNode steps, String bodyName) {
            List<Entry> entries = new ArrayList<>();
            for (JsonNode s : steps) {
                if (s instanceof ObjectNode o) entries.add(entry(o, bodyName, entries.size() + 1));
                else remarks.add(bodyName + ": step " + (entries.size() + 1) + " is not an object and was left out.");
            }
            return entries;
        }

        private Entry entry(ObjectNode o, String bodyName, int number) {
            long id = o.path("id").asLong(0);
            if (id <= 0 || !ids.add(id)) id = nextId++;
            Map<String, JsonNode> unknown =
                    rest(o, "id", "name", "enabled", "held", "together", "anchors", "note", "group", "type", "values");
            String type = o.path("type").asString("");
            Step step;
            try {
                if (type.equals("baked")) {
                    step = baked(o, bodyName);
                    unknown.remove("from");
                    unknown.remove("input");
                    unknown.remove("former");
                } else {
                    step = step(type, o.path("values"), unknown);
                }
            } catch (IllegalArgumentException | JacksonException e) {
                String why = String.valueOf(e.getMessage());
                remarks.add(bodyName + ", step " + number + ": " + why);
                step = new UnknownStep(type.isEmpty() ? "?" : type, why, o);
                unknown = Map.of();
            }
            Map<String, AnchorPoint> anchors = Map.of();
            if (!(step instanceof UnknownStep)) {
                AnchorJson.Read read = AnchorJson.read(o.path("anchors"), step);
                for (String why : read.remarks()) remarks.add(bodyName + ", step " + number + ": " + why);
                anchors = read.anchors();
                if (!read.strange().isEmpty()) unknown.put("anchors", read.strange());
            }
            String entryName = o.path("name").asString(""),
                    note = o.path("note").asString(""),
                    group = o.path("group").asString("");
            return new Entry(id, entryName, o.path("enabled").asBoolean(true), note, group, step, unknown)
                    .withHeld(o.path("held").asBoolean(false))
                    .withAnchors(anchors)
                    .withTogether(o.path("together").asBoolean(EarlierVersions.together(version, step)));
        }

        private Step baked(ObjectNode o, String bodyName) {
            JsonNode mesh = o.path("values").path("mesh");
            if (!mesh.isString()) throw new IllegalArgumentException("This baked step has no mesh.");
            return new Baked(
                    readMesh(mesh),
                    entries(o.path("from"), bodyName),
                    new BakedInput(o.path("input").asString(""), former(o.path("former"))));
        }

        private static Map<String, String> former(JsonNode node) {
            Map<String, String> out = new HashMap<>();
            node.properties().forEach(p -> out.put(p.getKey(), p.getValue().asString("")));
            return out;
        }

        private Mesh readMesh(JsonNode node) {
            try {
                return MeshCodec.read(node.asString(), this::named);
            } catch (IllegalArgumentException e) {
                throw new IllegalArgumentException("This step cannot be read: " + e.getMessage() + ".", e);
            }
        }

        private Step step(String type, JsonNode values, Map<String, JsonNode> unknown) {
            StepDescriptor d = Steps.byType(type);
            if (d == null) throw new IllegalArgumentException("This version does not know the step \"" + type + "\".");
            Map<String, Object> read = new HashMap<>();
            ObjectNode strange = JSON.createObjectNode();
            for (Map.Entry<String, JsonNode> v : values.properties()) {
                ParamDescriptor p = d.param(v.getKey());
                if (p == null) strange.set(v.getKey(), v.getValue());
                else read.put(p.name(), ValueJson.read(p, v.getValue(), this::named));
            }
            if (!strange.isEmpty()) unknown.put("values", strange);
            EarlierVersions.complete(version, type, read);
            return d.create(read);
        }

        private static Map<String, JsonNode> rest(ObjectNode o, String... known) {
            Map<String, JsonNode> rest = new HashMap<>();
            for (Map.Entry<String, JsonNode> p : o.properties()) {
                if (!List.of(known).contains(p.getKey())) rest.put(p.getKey(), p.getValue());
            }
            return rest;
        }
    }
}
