package org.modeststack.stack.file;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import org.modeststack.steps.catalog.FormerWords;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Brings documents of the ninth version and before into the words of the tenth: since then steps, values and colours are
 * called in files as they are in the window.
 */
final class NinthVersion {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private NinthVersion() {}

    static void bringUp(ObjectNode root) {
        for (JsonNode m : root.path("materials")) if (m instanceof ObjectNode o) rename(o, Map.of("color", "colour"));
        Deque<JsonNode> open = new ArrayDeque<>();
        for (JsonNode body : root.path("bodies")) open.add(body.path("steps"));
        // Steps may have been baked from steps that were baked.
        while (!open.isEmpty())
            for (JsonNode step : open.remove()) {
                if (!(step instanceof ObjectNode o)) continue;
                bringUpStep(o);
                open.add(o.path("from"));
            }
    }

    private static void bringUpStep(ObjectNode step) {
        JsonNode type = step.path("type");
        if (!type.isString()) return;
        String now = FormerWords.type(type.asString());
        step.put("type", now);
        Map<String, String> words = FormerWords.values(now);
        if (step.path("anchors") instanceof ObjectNode anchors) rename(anchors, words);
        if (!(step.path("values") instanceof ObjectNode values)) return;
        rename(values, words);
        for (Map.Entry<String, JsonNode> v : List.copyOf(values.properties()))
            if (v.getValue().isString())
                values.set(
                        v.getKey(),
                        NODES.stringNode(FormerWords.choice(v.getValue().asString())));
    }

    /** All at once, since a word may have gone from one field to another; the order stays. */
    private static void rename(ObjectNode o, Map<String, String> words) {
        if (words.keySet().stream().noneMatch(o::has)) return;
        List<Map.Entry<String, JsonNode>> fields = new ArrayList<>(o.properties());
        o.removeAll();
        for (Map.Entry<String, JsonNode> f : fields) o.set(words.getOrDefault(f.getKey(), f.getKey()), f.getValue());
    }
}
