package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Anchors of steps as JSON. */
final class AnchorJson {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private AnchorJson() {}

    static ObjectNode write(Map<String, AnchorPoint> anchors) {
        ObjectNode all = NODES.objectNode();
        new TreeMap<>(anchors).forEach((param, a) -> all.set(param, write(a)));
        return all;
    }

    private static ObjectNode write(AnchorPoint a) {
        ObjectNode o = NODES.objectNode();
        if (!a.body().isEmpty()) o.put("body", a.body());
        o.put("what", a.what().name().toLowerCase(Locale.ROOT));
        if (!a.what().isOfBody()) o.put("pick", PickText.write(a.pick()));
        if (!a.weights().isEmpty()) {
            ArrayNode w = o.putArray("weights");
            a.weights().forEach(w::add);
        }
        if (!a.offset().equals(Vec3.ZERO)) {
            ArrayNode v = o.putArray("offset");
            v.add(a.offset().x());
            v.add(a.offset().y());
            v.add(a.offset().z());
        }
        return o;
    }

    /**
     * What was read.
     *
     * @param strange what cannot be understood, kept for the next save; the numbers stay meanwhile
     * @param remarks why
     */
    record Read(Map<String, AnchorPoint> anchors, ObjectNode strange, List<String> remarks) {}

    static Read read(JsonNode node, Step step) {
        Map<String, AnchorPoint> out = new HashMap<>();
        ObjectNode strange = NODES.objectNode();
        List<String> remarks = new ArrayList<>();
        StepDescriptor d = StepDescriptor.of(step);
        for (Map.Entry<String, JsonNode> p : node.properties()) {
            try {
                ParamDescriptor param = d.param(p.getKey());
                if (param == null || !AnchorEdits.canHave(param.role()))
                    throw new IllegalArgumentException("\"" + p.getKey() + "\" is no point or direction of this step");
                out.put(p.getKey(), read(p.getValue()));
            } catch (IllegalArgumentException e) {
                strange.set(p.getKey(), p.getValue());
                remarks.add("an anchor cannot be followed here: " + e.getMessage() + ".");
            }
        }
        return new Read(out, strange, remarks);
    }

    private static AnchorPoint read(JsonNode o) {
        String said = o.path("what").asString("");
        AnchorPoint.What what = null;
        for (AnchorPoint.What w : AnchorPoint.What.values())
            if (w.name().toLowerCase(Locale.ROOT).equals(said)) what = w;
        if (what == null) throw new IllegalArgumentException("\"" + said + "\" is nothing that can be followed");
        Pick pick = what.isOfBody()
                ? Pick.none(ElementKind.FACE)
                : PickText.parse(o.path("pick").asString(""));
        List<Double> weights = new ArrayList<>();
        for (JsonNode w : o.path("weights")) weights.add(w.asDouble());
        return new AnchorPoint(o.path("body").asString(""), what, pick, weights, vector(o.path("offset")));
    }

    private static Vec3 vector(@Nullable JsonNode n) {
        if (n == null || n.isMissingNode()) return Vec3.ZERO;
        if (n.size() != 3) throw new IllegalArgumentException("an offset has three numbers");
        Vec3 v = new Vec3(n.get(0).asDouble(), n.get(1).asDouble(), n.get(2).asDouble());
        if (!Double.isFinite(v.x()) || !Double.isFinite(v.y()) || !Double.isFinite(v.z()))
            throw new IllegalArgumentException("an offset has finite numbers");
        return v;
    }
}
