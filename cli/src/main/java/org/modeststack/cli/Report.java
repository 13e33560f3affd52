package org.modeststack.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.evaluate.MeshReport;
import org.modeststack.steps.Remark;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Reports as JSON. */
final class Report {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Report() {}

    static ObjectNode object() {
        return JSON.createObjectNode();
    }

    static ArrayNode array() {
        return JSON.createArrayNode();
    }

    /** One step: its name, how long each repeat took, and what its mesh is like. */
    static ObjectNode step(String name, String type, double[] ms, Geometry geometry, List<Remark> remarks) {
        ObjectNode o = object();
        o.put("name", name);
        o.put("type", type);
        ArrayNode times = o.putArray("ms");
        for (double t : ms) times.add(Math.round(t * 1000) / 1000.0);
        MeshReport r = MeshReport.of(geometry);
        o.put("vertices", r.vertices());
        o.put("edges", r.edges());
        o.put("faces", r.faces());
        o.put("triangles", r.health().triangles());
        o.put("quads", r.health().quads());
        o.put("ngons", r.health().ngons());
        o.put("borderEdges", r.health().borderEdges());
        o.put("nonManifoldEdges", r.health().nonManifoldEdges());
        o.put("shells", r.measures().shells());
        o.put("volume", r.measures().volume());
        o.put("area", r.measures().area());
        Bounds b = geometry.bounds();
        ArrayNode bounds = o.putArray("bounds");
        if (!b.isEmpty()) {
            for (double d : new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()}) bounds.add(d);
        }
        ArrayNode messages = o.putArray("messages");
        for (Remark m : remarks) messages.add(m.text());
        return o;
    }

    /** @param where a file, "-" for standard output, or null for nowhere */
    static void write(JsonNode report, String where, PrintStream out) {
        if (where == null) return;
        String text = JSON.writerWithDefaultPrettyPrinter().writeValueAsString(report) + "\n";
        if (where.equals("-")) {
            out.print(text);
            return;
        }
        try {
            AtomicFile.write(Path.of(where), to -> to.write(text.getBytes(StandardCharsets.UTF_8)));
        } catch (IOException e) {
            throw new Fault("The report could not be written to " + where + ": " + AtomicFile.reason(e) + ".");
        }
    }
}
