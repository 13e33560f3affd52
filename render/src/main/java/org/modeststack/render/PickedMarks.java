package org.modeststack.render;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;

/**
 * Shows what is picked over a picture that is already shaded: faces tinted, edges as bold lines, vertices as dots. In
 * see-through pictures also behind surfaces, more faintly.
 */
final class PickedMarks {
    private static final float TINT = 0.46f;
    private static final float HIDDEN_TINT = 0.20f;
    private static final float HIDDEN_LINE = 0.45f;
    private static final float HALF_LINE = 1.25f;
    private static final float FAINTEST = 0.25f;
    private static final float DOT = 3.4f;
    /** Faces that lie in a surface are as deep as it, but for rounding. */
    private static final float SAME = 1e-4f;

    private final Projection projection;
    private final Projected item;
    private final Selection selection;
    private final Tag weights;
    /** The greatest weight there is, or 1 if that is more: a crease is sharp for several levels. */
    private final double most;

    private final boolean seeThrough;
    private final int color;
    private final int size;

    /**
     * @param color of the marks, sRGB
     * @param size pixels of the frame for one of the finished picture
     */
    PickedMarks(Projection projection, Projected item, Scene.Picked picked, boolean seeThrough, int color, int size) {
        this.projection = projection;
        this.item = item;
        selection = picked.selection();
        weights = picked.weights();
        double greatest = 1;
        for (int i = 0; weights != null && i < weights.size(); i++) greatest = Math.max(greatest, weights.weight(i));
        most = greatest;
        this.seeThrough = seeThrough;
        this.color = color;
        this.size = size;
    }

    /** How strongly an element shows; even the least weight can be seen. */
    private float strength(long element) {
        return weights == null ? 1 : FAINTEST + (1 - FAINTEST) * (float) (weights.weightOf(element) / most);
    }

    /** @param marks a frame of the same size to work in */
    void draw(Rasterizer rasterizer, Frame frame, Frame marks) {
        marks.clear();
        Adjacency adj = item.mesh.mesh.adjacency();
        BitSet s = selection.elements();
        switch (selection.kind()) {
            case FACE -> {
                rasterizer.draw(item, marks, !seeThrough, s);
                outline(adj, s, frame, marks);
            }
            case EDGE -> {
                int[] pairs = new int[2 * s.cardinality()];
                float[] strengths = new float[s.cardinality()];
                int n = 0;
                for (int e = s.nextSetBit(0); e >= 0; e = s.nextSetBit(e + 1)) {
                    strengths[n / 2] = strength(Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)));
                    pairs[n++] = adj.edgeLow(e);
                    pairs[n++] = adj.edgeHigh(e);
                }
                new Lines(projection, HALF_LINE * size)
                        .draw(item, frame, marks.ink, pairs, strengths, seeThrough ? HIDDEN_LINE : 0);
            }
            case VERTEX -> {
                for (int v = s.nextSetBit(0); v >= 0; v = s.nextSetBit(v + 1)) dot(v, strength(v), frame, marks.ink);
            }
        }
        lay(frame, marks);
    }

    /** A line round what is picked, so that tinted faces of a similar colour still show. */
    private void outline(Adjacency adj, BitSet faces, Frame frame, Frame marks) {
        int[] offsets = item.mesh.mesh.offsets(), corners = item.mesh.mesh.corners();
        IntArrayList pairs = new IntArrayList();
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            for (int c = offsets[f]; c < offsets[f + 1]; c++) {
                int e = adj.cornerEdge()[c], inside = 0;
                for (int i = 0; i < adj.edgeSides(e); i++)
                    if (faces.get(adj.cornerFace()[adj.edgeCorner(e, i)])) inside++;
                if (inside != 1) continue;
                pairs.add(corners[c]);
                pairs.add(corners[adj.cornerNext()[c]]);
            }
        }
        float[] strengths = new float[pairs.size() / 2];
        Arrays.fill(strengths, 0.9f);
        new Lines(projection, 0.7f * size)
                .draw(item, frame, marks.ink, pairs.toIntArray(), strengths, seeThrough ? HIDDEN_LINE : 0);
    }

    private void dot(int v, float strength, Frame frame, float[] ink) {
        float x = item.screen[3 * v], y = item.screen[3 * v + 1], z = item.screen[3 * v + 2];
        if (z < 0) return;
        float r = DOT * size;
        int x0 = Math.max(0, (int) (x - r - 1)), x1 = Math.min(frame.width - 1, (int) (x + r + 1));
        int y0 = Math.max(0, (int) (y - r - 1)), y1 = Math.min(frame.height - 1, (int) (y + r + 1));
        int cx = (int) x, cy = (int) y;
        // A dot is in front as a whole when its middle is: half dots at every silhouette would flicker.
        boolean inside = cx >= 0 && cy >= 0 && cx < frame.width && cy < frame.height;
        boolean behind = inside && z + 2 * projection.bias(z) < nearest(frame, cx, cy);
        if (behind && !seeThrough) return;
        float full = strength * (behind ? HIDDEN_LINE : 1);
        for (int py = y0; py <= y1; py++) {
            for (int px = x0; px <= x1; px++) {
                float dx = px + 0.5f - x, dy = py + 0.5f - y;
                float cover = r + 0.5f - (float) Math.sqrt(dx * dx + dy * dy);
                if (cover <= 0) continue;
                int at = py * frame.width + px;
                ink[at] = Math.max(ink[at], full * Math.min(1, cover));
            }
        }
    }

    /** The least depth round a pixel: at a silhouette a vertex's own pixel may show what lies beside it. */
    private static float nearest(Frame frame, int x, int y) {
        float least = Float.MAX_VALUE;
        for (int j = Math.max(0, y - 1); j <= Math.min(frame.height - 1, y + 1); j++)
            for (int i = Math.max(0, x - 1); i <= Math.min(frame.width - 1, x + 1); i++)
                least = Math.min(least, frame.depth[j * frame.width + i]);
        return least;
    }

    private void lay(Frame frame, Frame marks) {
        float[] ofFace = null;
        if (weights != null && selection.kind() == ElementKind.FACE) {
            ofFace = new float[item.mesh.mesh.faceCount()];
            BitSet s = selection.elements();
            for (int f = s.nextSetBit(0); f >= 0; f = s.nextSetBit(f + 1)) ofFace[f] = strength(f);
        }
        float[] strengths = ofFace;
        Bands.run(frame.height, (y0, y1) -> {
            for (int at = y0 * frame.width; at < y1 * frame.width; at++) {
                if (marks.id[at] >= 0) {
                    boolean front = marks.depth[at] >= frame.depth[at] * (1 - SAME);
                    float share = front ? TINT : seeThrough ? HIDDEN_TINT : 0;
                    if (strengths != null)
                        share *= strengths[item.mesh.faceOf[(marks.id[at] & ~Rasterizer.TINY) - item.firstId]];
                    if (share > 0) frame.color[at] = Colors.mix(frame.color[at], color, share);
                }
                if (marks.ink[at] > 0) frame.color[at] = Colors.mix(frame.color[at], color, marks.ink[at]);
            }
        });
    }
}
