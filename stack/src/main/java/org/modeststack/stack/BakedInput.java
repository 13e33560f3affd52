package org.modeststack.stack;

import java.util.HashMap;
import java.util.Map;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.hash.ContentHash;

/**
 * Which mesh the steps were given that a baked step stands for.
 *
 * @param hash of that mesh
 * @param former what stood for the names of materials when the hash was taken, where it was something else than the name
 */
public record BakedInput(String hash, Map<String, String> former) {
    /** Of a step whose file does not say. */
    public static final BakedInput UNKNOWN = new BakedInput("", Map.of());

    public BakedInput {
        former = Map.copyOf(former);
    }

    public static BakedInput of(Mesh mesh) {
        return new BakedInput(ContentHash.of(mesh), Map.of());
    }

    /** Whether it is this mesh. */
    public boolean is(Mesh mesh) {
        return ContentHash.of(mesh, former).equals(hash);
    }

    BakedInput withMaterialRenamed(String name, String renamed) {
        Map<String, String> map = new HashMap<>(former);
        String first = map.remove(name);
        map.put(renamed, first == null ? name : first);
        return new BakedInput(hash, map);
    }
}
