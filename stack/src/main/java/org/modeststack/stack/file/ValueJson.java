package org.modeststack.stack.file;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Values of parameters as JSON, by what their kind says of them; meshes are packed. */
final class ValueJson {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private ValueJson() {}

    static JsonNode write(ParamDescriptor p, Object value) {
        return node(p.kind().toData(value));
    }

    /** Plain data as JSON: text, numbers, truth, lists, maps, meshes. */
    static JsonNode node(Object data) {
        return switch (data) {
            case Double d -> NODES.numberNode(d);
            case Integer i -> NODES.numberNode(i);
            case Boolean b -> NODES.booleanNode(b);
            case String s -> NODES.stringNode(s);
            case List<?> l -> {
                ArrayNode a = NODES.arrayNode();
                l.forEach(x -> a.add(node(x)));
                yield a;
            }
            case Map<?, ?> m -> {
                ObjectNode o = NODES.objectNode();
                m.forEach((k, x) -> o.set((String) k, node(x)));
                yield o;
            }
            case Mesh m -> NODES.stringNode(EncodedMeshes.of(m));
            default -> throw new IllegalStateException("no JSON for " + data.getClass());
        };
    }

    /**
     * @param found is given materials that stand in a mesh and answers the names that they go by
     * @throws IllegalArgumentException if it is no value of the parameter; the message is for the user
     */
    static Object read(ParamDescriptor p, JsonNode v, Function<Material, String> found) {
        try {
            return p.fromFile(p.type() == Mesh.class ? mesh(v, found) : data(p, v), Fields.shortened(v));
        } catch (UnreadableMesh | StepException e) {
            throw new IllegalArgumentException(
                    "This step cannot be read: " + e.getMessage() + (e instanceof UnreadableMesh ? "." : ""), e);
        }
    }

    /** Whole numbers that fit come as {@link Integer}, others as {@link Double}. */
    private static @Nullable Object data(ParamDescriptor p, JsonNode v) throws StepException {
        if (v.isString()) return v.asString();
        if (v.isBoolean()) return v.asBoolean();
        if (v.isIntegralNumber() && v.canConvertToInt()) return v.asInt();
        if (v.isNumber()) {
            Double d = Fields.number(v);
            if (d == null)
                throw new StepException(p.label() + " cannot be so large a number as " + Fields.shortened(v) + ".");
            return d;
        }
        if (!v.isArray()) return null;
        List<Object> all = new ArrayList<>();
        for (JsonNode x : v) {
            Object one = data(p, x);
            if (one == null) return null;
            all.add(one);
        }
        return all;
    }

    private static final class UnreadableMesh extends IllegalArgumentException {
        private static final long serialVersionUID = 1;

        UnreadableMesh(IllegalArgumentException e) {
            super(e.getMessage(), e);
        }
    }

    private static @Nullable Mesh mesh(JsonNode v, Function<Material, String> found) {
        if (!v.isString()) return null;
        try {
            return MeshCodec.read(v.asString(), found);
        } catch (IllegalArgumentException e) {
            throw new UnreadableMesh(e);
        }
    }
}
