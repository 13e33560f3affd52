package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.stack.Baked;
import org.modeststack.stack.BakedInput;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Brings documents of the first version into the second. There bodies and meshes had the looks of their materials with
 * them; what had one name and two looks gets two names.
 */
final class FirstVersion {
    private Materials materials = Materials.NONE;
    /** What materials were called, where they have another name now. */
    private final Map<String, Material> before = new TreeMap<>();

    /** Gives a material a name of its own among those of the document. */
    String named(Material m) {
        Materials.Added added = materials.adding(m);
        materials = added.materials();
        before.put(added.name(), m);
        return added.name();
    }

    Materials materials() {
        return materials;
    }

    /** Takes the materials out of the bodies and into a list. */
    void bringUp(ObjectNode root) {
        ArrayNode list = root.putArray("materials");
        for (JsonNode body : root.path("bodies")) {
            if (!(body instanceof ObjectNode b)) continue;
            JsonNode m = b.path("material");
            String name = m.path("name").asString("").strip();
            Material material =
                    new Material(name.isEmpty() ? Material.DEFAULT.name() : name, MaterialJson.color(m.path("color")));
            boolean isNew = !before.containsValue(material);
            String now = named(material);
            // The default too, as soon as a body has it: there may be more to it than is known here.
            materials = materials.with(material.withName(now));
            b.put("material", now);
            if (!(m instanceof ObjectNode o) || !isNew) continue;
            ObjectNode listed = list.addObject();
            o.properties().forEach(p -> listed.set(p.getKey(), p.getValue()));
            listed.put("name", now);
            if (!o.has("color")) listed.put("color", String.format(Locale.ROOT, "#%06X", material.rgb()));
        }
    }

    /** Bodies whose steps mean what they meant, now that all names are known. */
    List<Body> settled(List<Body> bodies, List<String> remarks) {
        for (Body b : bodies) b.entries().forEach(e -> namesIn(e.step()));
        Map<String, String> hashed = new HashMap<>();
        hashed.put(Material.DEFAULT.name(), hashed(Material.DEFAULT));
        before.forEach((name, m) -> hashed.put(name, hashed(m)));
        List<Body> out = new ArrayList<>();
        for (Body b : bodies) {
            List<Entry> entries = b.entries().stream()
                    .map(e -> e.withStep(settled(e.step(), b, hashed)))
                    .toList();
            out.add(b.withEntries(entries));
        }
        before.forEach((name, m) -> {
            if (!name.equals(m.name()))
                remarks.add("Two materials called " + m.name() + " looked different; one of them is called " + name
                        + " now.");
        });
        return out;
    }

    /** Materials that steps name by themselves. */
    private void namesIn(Step step) {
        StepDescriptor d = StepDescriptor.of(step);
        for (ParamDescriptor p : d.params()) {
            if (p.role() != Role.MATERIAL || !(d.value(step, p) instanceof String s) || s.isBlank()) continue;
            before.putIfAbsent(s, Material.DEFAULT.withName(s));
        }
        if (step instanceof Baked b) b.from().forEach(e -> namesIn(e.step()));
    }

    /** What stood for a material when the hash of a mesh was taken. */
    private static String hashed(Material m) {
        return "Material[name=" + m.name() + ", rgb=" + m.rgb() + "]";
    }

    private Step settled(Step step, Body body, Map<String, String> hashed) {
        if (step instanceof Baked b) {
            List<Entry> from = b.from().stream()
                    .map(e -> e.withStep(settled(e.step(), body, hashed)))
                    .toList();
            return new Baked(b.mesh(), from, new BakedInput(b.input().hash(), hashed));
        }
        StepDescriptor d = StepDescriptor.of(step);
        Step s = step;
        for (Map.Entry<String, Material> e : before.entrySet()) {
            String now = e.getKey(), then = e.getValue().name();
            if (now.equals(then)) continue;
            s = Pick.alsoMaterial(s, then, now);
            if (!now.equals(body.material())) continue;
            for (ParamDescriptor p : d.params())
                if (p.role() == Role.MATERIAL && d.value(s, p).equals(then)) s = d.with(s, p.name(), now);
        }
        return s;
    }
}
