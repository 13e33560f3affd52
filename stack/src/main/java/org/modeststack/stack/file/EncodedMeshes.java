package org.modeststack.stack.file;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.hash.ContentHash;

/**
 * Meshes as they stand in files, kept by what they hold, so that saving again costs nothing for those that have not
 * changed. Takes at most an eighth of the memory; what was not used for longest goes first.
 */
final class EncodedMeshes {
    private static final Cache<String, String> KEPT = Caffeine.newBuilder()
            .maximumWeight(Runtime.getRuntime().maxMemory() / 8)
            .weigher((String hash, String text) -> hash.length() + text.length())
            .build();

    private EncodedMeshes() {}

    static String of(Mesh mesh) {
        String hash = ContentHash.of(mesh), known = KEPT.getIfPresent(hash);
        if (known == null) KEPT.put(hash, known = MeshCodec.write(mesh));
        return known;
    }
}
