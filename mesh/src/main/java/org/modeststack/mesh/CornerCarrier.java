package org.modeststack.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Carries the values at corners from meshes to one that is being made of them: for each new corner it is told by which old
 * ones it goes, and the rule of each layer does the rest. What is known of no corner keeps the layer's default. Directions
 * are carried only to corners that are said to be on the surface of the old ones ({@link #onSurface}).
 */
public final class CornerCarrier {
    /** One layer of the new mesh. */
    private static final class Growing {
        final String name;
        final CornerLayer like;
        final int likely;
        float[] values = {};

        Growing(String name, CornerLayer like, int likely) {
            this.name = name;
            this.like = like;
            this.likely = likely;
        }

        float[] room(int corner) {
            int needed = (corner + 1) * like.width();
            return needed <= values.length
                    ? values
                    : grown(Math.max(needed, Math.max(like.width() * likely, 2 * values.length)));
        }

        float[] grown(int length) {
            int before = values.length;
            values = Arrays.copyOf(values, length);
            if (length > before) Arrays.fill(values, before, length, like.otherwise());
            return values;
        }
    }

    private final int likely;
    private final List<Growing> layers = new ArrayList<>();
    /** The mesh that was asked last: its values, layer by layer of the new mesh; null where it has none. */
    private @Nullable Mesh last;

    private float[] @Nullable [] lastValues = {};

    public CornerCarrier() {
        this(0);
    }

    /** @param likely how many corners are likely; it grows as needed */
    CornerCarrier(int likely) {
        this.likely = likely;
    }

    /** The values at each corner are those at an old one, but for directions. */
    public static Map<String, CornerLayer> like(Mesh mesh, int[] sources) {
        Map<String, CornerLayer> out = new HashMap<>();
        mesh.cornerLayers().forEach((name, l) -> {
            if (l.isOfDirections()) return;
            int w = l.width();
            float[] values = new float[w * sources.length];
            for (int i = 0; i < sources.length; i++) System.arraycopy(l.values(), w * sources[i], values, w * i, w);
            out.put(name, l.withValues(values));
        });
        return out;
    }

    /** The values at each corner are those at an old one, on the other side of the surface. */
    static Map<String, CornerLayer> turnedOver(Mesh mesh, int[] sources) {
        CornerCarrier out = new CornerCarrier();
        for (int i = sources.length - 1; i >= 0; i--) out.onSurface(i, mesh, sources[i], true);
        return out.layers(sources.length);
    }

    /** A corner that has the values of an old one, but for directions. */
    public void like(int corner, Mesh mesh, int source) {
        use(mesh);
        for (int i = 0; i < layers.size(); i++) {
            float[] from = lastValues[i];
            Growing g = layers.get(i);
            if (from == null || g.like.isOfDirections()) continue;
            int w = g.like.width();
            System.arraycopy(from, w * source, g.room(corner), w * corner, w);
        }
    }

    /**
     * A corner that is on the surface of an old one, at the same place: it has its directions too.
     *
     * @param turned whether the surface has been turned over
     */
    public void onSurface(int corner, Mesh mesh, int source, boolean turned) {
        like(corner, mesh, source);
        for (int i = 0; i < layers.size(); i++) {
            float[] from = lastValues[i];
            Growing g = layers.get(i);
            if (from == null || !g.like.isOfDirections()) continue;
            float[] to = g.room(corner);
            for (int k = 0; k < 3; k++) to[3 * corner + k] = turned ? -from[3 * source + k] : from[3 * source + k];
        }
    }

    /** So many corners one after another that are on the surface of as many old ones, at the same places. */
    public void onSurface(int corner, Mesh mesh, int source, int count) {
        use(mesh);
        for (int i = 0; i < layers.size(); i++) {
            float[] from = lastValues[i];
            if (from == null) continue;
            Growing g = layers.get(i);
            int w = g.like.width();
            System.arraycopy(from, w * source, g.room(corner + count - 1), w * corner, w * count);
        }
    }

    /**
     * A corner between old ones of one mesh; directions are not carried.
     *
     * @param shares of the first so many sources; together 1
     */
    public void mix(int corner, Mesh mesh, int[] sources, double[] shares, int count) {
        use(mesh);
        for (int i = 0; i < layers.size(); i++) {
            float[] from = lastValues[i];
            Growing g = layers.get(i);
            if (from == null || g.like.isOfDirections()) continue;
            int w = g.like.width();
            mix(g.like.rule(), from, w, sources, shares, count, g.room(corner), w * corner);
        }
    }

    private static void mix(
            CarryRule rule, float[] from, int w, int[] sources, double[] shares, int count, float[] to, int at) {
        int best = 0;
        if (rule == CarryRule.COPY) for (int j = 1; j < count; j++) if (shares[j] > shares[best]) best = j;
        for (int k = 0; k < w; k++) {
            double value = from[w * sources[best] + k];
            if (rule == CarryRule.MEAN) {
                value = 0;
                for (int j = 0; j < count; j++) value += shares[j] * from[w * sources[j] + k];
            } else if (rule == CarryRule.GREATEST) {
                // What has no share in it does not count.
                value = Double.NEGATIVE_INFINITY;
                for (int j = 0; j < count; j++) if (shares[j] > 0) value = Math.max(value, from[w * sources[j] + k]);
            }
            to[at + k] = (float) value;
        }
    }

    /** A corner whose values in one layer are given. */
    void set(int corner, String name, CornerLayer like, float... values) {
        int before = layers.size();
        Growing g = layers.get(indexOf(name, like));
        System.arraycopy(values, 0, g.room(corner), like.width() * corner, values.length);
        // What was asked last has nothing for a layer that is new.
        if (layers.size() > before) last = null;
    }

    private int indexOf(String name, CornerLayer like) {
        for (int i = 0; i < layers.size(); i++) {
            Growing g = layers.get(i);
            // Of layers that share a name but not their width only the first is carried.
            if (g.name.equals(name)) return g.like.width() == like.width() ? i : -1;
        }
        layers.add(new Growing(name, like, likely));
        return layers.size() - 1;
    }

    private void use(Mesh mesh) {
        if (mesh == last) return;
        int[] at = new int[mesh.cornerLayers().size()];
        int n = 0;
        for (Map.Entry<String, CornerLayer> e : mesh.cornerLayers().entrySet())
            at[n++] = indexOf(e.getKey(), e.getValue());
        lastValues = new float[layers.size()][];
        n = 0;
        for (CornerLayer l : mesh.cornerLayers().values()) {
            if (at[n] >= 0) lastValues[at[n]] = l.values();
            n++;
        }
        last = mesh;
    }

    /** All layers, of a mesh with so many corners. */
    public Map<String, CornerLayer> layers(int cornerCount) {
        Map<String, CornerLayer> out = new HashMap<>();
        for (Growing g : layers) {
            int length = g.like.width() * cornerCount;
            out.put(g.name, g.like.withValues(g.values.length == length ? g.values : g.grown(length)));
        }
        return out;
    }
}
