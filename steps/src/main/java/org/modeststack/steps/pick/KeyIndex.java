package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;

/** Elements of a mesh by their keys, made when first asked and kept with the mesh. */
final class KeyIndex {
    /** Stands for a key that several elements share. */
    static final int SEVERAL = -2;

    static final int NONE = -1;

    private final Mesh mesh;
    private final Long2IntOpenHashMap[] maps = new Long2IntOpenHashMap[ElementKind.values().length];

    private KeyIndex(Mesh mesh) {
        this.mesh = mesh;
    }

    static KeyIndex of(Mesh mesh) {
        return mesh.derived(KeyIndex.class, KeyIndex::new);
    }

    /** The element of a key, {@link #NONE} or {@link #SEVERAL}. */
    synchronized int find(ElementKind kind, long key) {
        Long2IntOpenHashMap map = maps[kind.ordinal()];
        if (map == null) maps[kind.ordinal()] = map = make(kind);
        return map.get(key);
    }

    private Long2IntOpenHashMap make(ElementKind kind) {
        Adjacency adj = kind == ElementKind.EDGE ? mesh.adjacency() : null;
        int n = switch (kind) {
            case VERTEX -> mesh.vertexCount();
            case EDGE -> adj.edgeCount();
            case FACE -> mesh.faceCount();
        };
        Long2IntOpenHashMap map = new Long2IntOpenHashMap(n);
        map.defaultReturnValue(NONE);
        for (int i = 0; i < n; i++) {
            long key = Anchor.keyOf(mesh, kind, i);
            if (map.putIfAbsent(key, i) != NONE) map.put(key, SEVERAL);
        }
        return map;
    }
}
