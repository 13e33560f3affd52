package org.modeststack.stack.file;

import java.util.List;
import java.util.TreeMap;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.UnknownStep;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Documents as JSON, in the form of this version, with what was not known of them when they were read. */
final class DocumentWriter {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private DocumentWriter() {}

    static ObjectNode write(Document d) {
        ObjectNode root = NODES.objectNode();
        root.put("format", DocumentFile.FORMAT);
        root.put("version", DocumentFile.VERSION);
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
        ObjectNode o = NODES.objectNode();
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
        ArrayNode steps = NODES.arrayNode();
        for (Entry e : entries) steps.add(toJson(e));
        return steps;
    }

    private static ObjectNode toJson(Entry e) {
        ObjectNode o = NODES.objectNode();
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
}
