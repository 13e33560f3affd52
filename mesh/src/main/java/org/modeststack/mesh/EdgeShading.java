package org.modeststack.mesh;

import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How edges are shaded, kept as tags of their own so that every step carries it along: smooth ones share normals whatever
 * their angle, hard ones never do, all others go by their angle.
 */
public final class EdgeShading {
    public static final String SMOOTH = "shade:smooth";
    public static final String HARD = "shade:hard";

    private EdgeShading() {}

    /** Whether a tag is one of these, and so is none that people gave. */
    public static boolean isOwn(String tag) {
        return tag.equals(SMOOTH) || tag.equals(HARD);
    }

    /** The edges of a mesh that are shaded one way. */
    public static BitSet edges(Mesh mesh, String tag) {
        BitSet out = new BitSet();
        Tag t = mesh.tag(tag);
        if (t == null || t.kind() != ElementKind.EDGE || t.size() == 0) return out;
        Adjacency adj = mesh.adjacency();
        for (int e = 0; e < adj.edgeCount(); e++) if (t.contains(Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)))) out.set(e);
        return out;
    }

    /**
     * The mesh with some edges shaded one way and no other.
     *
     * @param tag null for by angle
     */
    public static Mesh shaded(Mesh mesh, BitSet edges, @Nullable String tag) {
        Map<String, Tag> tags = new HashMap<>(mesh.tags());
        for (String name : new String[] {SMOOTH, HARD}) {
            BitSet now = edges(mesh, name);
            if (name.equals(tag)) now.or(edges);
            else now.andNot(edges);
            if (now.isEmpty()) tags.remove(name);
            else tags.put(name, tag(mesh, now));
        }
        return mesh.withTags(tags);
    }

    private static Tag tag(Mesh mesh, BitSet edges) {
        Adjacency adj = mesh.adjacency();
        long[] all = edges.stream()
                .mapToLong(e -> Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)))
                .sorted()
                .toArray();
        return Tag.whole(ElementKind.EDGE, all);
    }
}
