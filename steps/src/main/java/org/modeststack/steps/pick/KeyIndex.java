package org.modeststack.steps.pick;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;

/** Elements of a mesh by their keys, made when first asked and kept with the mesh. */
final class KeyIndex implements Memory.Counted {
    /** Stands for a key that several elements share. */
    static final int SEVERAL = -2;

    static final int NONE = -1;

    private final Mesh mesh;
    private final Table[] tables = new Table[ElementKind.values().length];

    private KeyIndex(Mesh mesh) {
        this.mesh = mesh;
    }

    static KeyIndex of(Mesh mesh) {
        return mesh.derived(KeyIndex.class, KeyIndex::new);
    }

    /** The element of a key, {@link #NONE} or {@link #SEVERAL}. */
    synchronized int find(ElementKind kind, long key) {
        Table t = tables[kind.ordinal()];
        if (t == null) tables[kind.ordinal()] = t = new Table(keys(kind));
        return t.find(key);
    }

    @Override
    public synchronized void count(Memory memory) {
        for (Table t : tables) {
            if (t == null) continue;
            memory.addArray(t.keys);
            memory.addArray(t.slots);
        }
    }

    private long[] keys(ElementKind kind) {
        return switch (kind) {
            case VERTEX -> mesh.vertexKeys();
            case FACE -> mesh.faceKeys();
            case EDGE -> {
                long[] out = new long[mesh.edgeCount()];
                for (int e = 0; e < out.length; e++) out[e] = Anchor.keyOf(mesh, kind, e);
                yield out;
            }
        };
    }

    /**
     * Open addressing over numbers of elements alone, whose keys are compared where they are: half the memory of a map
     * from key to number, and so half the misses of the cache. Keys are hashes already.
     */
    private static final class Table {
        private final long[] keys;
        /** An element's number and one, and 0 for nothing; below 0 where others have its key. */
        private final int[] slots;

        Table(long[] keys) {
            this.keys = keys;
            slots = new int[Integer.highestOneBit(Math.max(2, keys.length)) * 4];
            for (int i = 0; i < keys.length; i++) {
                int at = slot(keys[i]);
                slots[at] = slots[at] == 0 ? i + 1 : -Math.abs(slots[at]);
            }
        }

        /** Where a key is, or would be. */
        private int slot(long key) {
            int mask = slots.length - 1;
            for (int at = (int) (key >>> 20) & mask; ; at = at + 1 & mask)
                if (slots[at] == 0 || keys[Math.abs(slots[at]) - 1] == key) return at;
        }

        int find(long key) {
            int s = slots[slot(key)];
            return s < 0 ? SEVERAL : s - 1;
        }
    }
}
