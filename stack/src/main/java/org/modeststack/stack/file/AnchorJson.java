package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
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

    private static final Set<String> FIELDS = Set.of("body", "what", "pick", "weights", "offset");

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

    static Read read(JsonNode node, Step step, double unit) {
        Map<String, AnchorPoint> out = new HashMap<>();
        ObjectNode strange = NODES.objectNode();
        List<String> remarks = new ArrayList<>();
        StepDescriptor d = StepDescriptor.of(step);
        for (Map.Entry<String, JsonNode> p : node.properties()) {
            try {
                ParamDescriptor param = d.param(p.getKey());
                if (param == null || !AnchorEdits.canHave(param.role()))
                    throw new IllegalArgumentException("\"" + p.getKey() + "\" is no point or direction of this step");
                out.put(p.getKey(), read(p.getValue(), unit));
            } catch (IllegalArgumentException e) {
                strange.set(p.getKey(), p.getValue());
                remarks.add("an anchor cannot be followed here: " + e.getMessage() + ".");
            }
        }
        return new Read(out, strange, remarks);
    }

    private static AnchorPoint read(JsonNode o, double unit) {
        if (!(o instanceof ObjectNode object)) throw new IllegalArgumentException("it is not an object");
        for (Map.Entry<String, JsonNode> f : object.properties())
            if (!FIELDS.contains(f.getKey()))
                throw new IllegalArgumentException("\"" + f.getKey() + "\" is not known of an anchor");
        String said = text(o, "what");
        AnchorPoint.What what = null;
        for (AnchorPoint.What w : AnchorPoint.What.values())
            if (w.name().toLowerCase(Locale.ROOT).equals(said)) what = w;
        if (what == null) throw new IllegalArgumentException("\"" + said + "\" is nothing that can be followed");
        Pick pick = what.isOfBody() ? Pick.none(ElementKind.FACE) : PickText.parse(text(o, "pick"));
        Vec3 offset = vector(o.path("offset"));
        return new AnchorPoint(
                text(o, "body"), what, pick.scaled(unit), numbers(o.path("weights"), "weights"), offset.times(unit));
    }

    private static String text(JsonNode o, String field) {
        JsonNode v = o.path(field);
        if (!v.isMissingNode() && !v.isString())
            throw new IllegalArgumentException("\"" + field + "\" must be a text, not " + Fields.shortened(v));
        return v.asString("");
    }

    private static List<Double> numbers(JsonNode list, String field) {
        List<Double> out = new ArrayList<>();
        if (list.isMissingNode()) return out;
        boolean finite = list.isArray();
        for (JsonNode n : list) {
            Double d = Fields.number(n);
            finite &= d != null;
            out.add(d == null ? 0 : d);
        }
        if (!finite) throw new IllegalArgumentException("\"" + field + "\" must be a list of numbers");
        return out;
    }

    private static Vec3 vector(JsonNode n) {
        List<Double> v = numbers(n, "offset");
        if (n.isMissingNode()) return Vec3.ZERO;
        if (v.size() != 3) throw new IllegalArgumentException("an offset has three numbers");
        return new Vec3(v.get(0), v.get(1), v.get(2));
    }
}
