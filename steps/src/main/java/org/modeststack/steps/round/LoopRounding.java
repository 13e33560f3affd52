package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;

/**
 * Rounds rims that come back to where they began, by rails that run over as many faces as they need: how a surface is
 * divided does not matter. From stations along the rim the width is measured along the surface on either side; a thin tube
 * round what lies between the rails is taken away by an exact boolean, which leaves the rest of the surface as it is; and a
 * strip of quads goes in, one station opposite the other. In time linear in the mesh.
 */
public final class LoopRounding {
    /** How far a tube reaches over and under the surface, as shares of the width, in the order in which they are tried. */
    private static final double[] THICK = {0.3, 0.12, 0.7};

    /** What the width is multiplied by where a strip has no room. */
    private static final double CLOSER = 0.75;

    private static final int TRIES = 8;

    private final Mesh in;
    private final Section section;
    private final StepContext context;
    private final @Nullable String material;

    /** @param material of the strips; null for that of the faces beside them */
    public LoopRounding(Mesh in, Section section, @Nullable String material, StepContext context) {
        this.in = in;
        this.section = section;
        this.material = material;
        this.context = context;
    }

    /**
     * What has become of the rims.
     *
     * @param left edges that were not rounded: no part of such a rim, or without room
     * @param held how many edges have a strip that is narrower than asked
     * @param least the least share of the width that was reached
     * @param place where that is; null where nothing was held back
     */
    public record Rounded(
            Mesh mesh,
            BitSet left,
            int held,
            double least,
            @Nullable Vec3 place) {}

    /** A rim with its strip to be. */
    private record Rim(IntArrayList vertices, List<Station> stations, double width) {}

    /**
     * @param edges of the mesh, each between two faces
     * @param width for each of them, mm along the surface
     */
    public Rounded round(BitSet edges, IntToDoubleFunction width) {
        List<Rim> rims = new ArrayList<>();
        BitSet left = (BitSet) edges.clone();
        for (IntArrayList loop : RimLoops.of(in, edges)) {
            Rim rim = rim(loop, edges, width);
            if (rim == null) continue;
            rims.add(rim);
            edgesOf(loop).stream().forEach(left::clear);
        }
        if (rims.isEmpty()) return new Rounded(in, left, 0, 1, null);
        double[] scales = new double[rims.size()];
        Arrays.fill(scales, 1);
        Mesh out = attempt(in, rims, scales);
        if (out == null) {
            // One by one, each as wide as there is room for it.
            out = in;
            for (int i = 0; i < scales.length; i++) {
                Mesh more = null;
                for (int k = 0; more == null && k < TRIES; k++) {
                    more = attempt(out, List.of(rims.get(i)), new double[] {scales[i]});
                    if (more == null) scales[i] *= CLOSER;
                }
                if (more != null) out = more;
                else {
                    scales[i] = 0;
                    edgesOf(rims.get(i).vertices).stream().forEach(left::set);
                }
            }
        }
        return report(out, rims, scales, left);
    }

    /** @param scales 0 for rims that were left alone */
    private static Rounded report(Mesh out, List<Rim> rims, double[] scales, BitSet left) {
        int held = 0;
        double least = 1;
        Vec3 place = null;
        for (int i = 0; i < scales.length; i++) {
            if (scales[i] == 0) continue;
            double worst = 1;
            for (Station s : rims.get(i).stations) {
                double room = s.room() * scales[i];
                worst = Math.min(worst, room);
                if (room >= least - 1e-9) continue;
                least = room;
                place = s.place();
            }
            if (worst < 1 - 1e-6) held += rims.get(i).vertices.size();
        }
        return new Rounded(out, left, held, least, place);
    }

    private BitSet edgesOf(IntArrayList loop) {
        BitSet out = new BitSet();
        for (int i = 0; i < loop.size(); i++) out.set(edge(in, loop.getInt(i), loop.getInt((i + 1) % loop.size())));
        return out;
    }

    private static int edge(Mesh mesh, int a, int b) {
        return mesh.adjacency().edgeBetween(a, b, mesh);
    }

    private @Nullable Rim rim(IntArrayList loop, BitSet edges, IntToDoubleFunction width) {
        int n = loop.size();
        double[] at = new double[n];
        for (int i = 0; i < n; i++) {
            int before = edge(in, loop.getInt((i + n - 1) % n), loop.getInt(i));
            int after = edge(in, loop.getInt(i), loop.getInt((i + 1) % n));
            at[i] = (width.applyAsDouble(before) + width.applyAsDouble(after)) / 2;
        }
        double all = Arrays.stream(at).average().orElse(0);
        if (!(all > 0)) return null;
        try {
            return new Rim(loop, new RimStations(in, loop, edges, i -> at[i]).find(), all);
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    /** @return null where the rails do not come out, or strips cross something */
    private @Nullable Mesh attempt(Mesh mesh, List<Rim> rims, double[] scales) {
        for (double thick : THICK) {
            Mesh out = attempt(mesh, rims, scales, thick);
            if (out != null) return out;
        }
        return null;
    }

    private @Nullable Mesh attempt(Mesh mesh, List<Rim> rims, double[] scales, double thick) {
        List<Arrangement.Operand> operands = new ArrayList<>();
        operands.add(new Arrangement.Operand(mesh, "", "This body"));
        List<List<Station>> stations = new ArrayList<>();
        double[] widths = new double[rims.size()];
        for (int i = 0; i < widths.length; i++) {
            Rim rim = rims.get(i);
            stations.add(rim.stations);
            widths[i] = rim.width * scales[i];
            long seed = Keys.of(context.seed(), in.vertexKeys()[rim.vertices.getInt(0)]);
            Mesh tube = RimTube.of(in, rim.stations, scales[i], thick * widths[i], seed);
            operands.add(new Arrangement.Operand(tube, Long.toUnsignedString(seed, 36), "The tube"));
        }
        Mesh cut;
        try {
            cut = new Arrangement(operands, Operation.DIFFERENCE, false, new Quiet(context)).result();
        } catch (StepException e) {
            return null;
        }
        Mesh out = new StripBuilder(cut)
                .build(stations, widths, scales, section, context.seed(), context.madeTag(), material);
        return out != null && isSound(mesh, out) ? out : null;
    }

    /** Whether the strips have area, close the body as it was, and pass through nothing. */
    private boolean isSound(Mesh before, Mesh out) {
        Tag made = out.tag(context.madeTag());
        if (made == null) return false;
        BitSet strips = new BitSet();
        for (int i = 0; i < made.size(); i++) {
            strips.set((int) made.element(i));
            if (Health.isDegenerate(out, (int) made.element(i))) {
                return false;
            }
        }
        if (borders(out) != borders(before)) {
            return false;
        }
        boolean[] crosses = {false};
        Crossings.find(out, strips::get, (_, _) -> crosses[0] = true);
        return !crosses[0];
    }

    private static int borders(Mesh m) {
        Adjacency adj = m.adjacency();
        int n = 0;
        for (int e = 0; e < adj.edgeCount(); e++) if (adj.edgeSides(e) != 2) n++;
        return n;
    }

    /** Does not repeat what a boolean has to say of itself. */
    private record Quiet(StepContext context) implements StepContext {
        @Override
        public long seed() {
            return Keys.of(context.seed(), 0x70BE);
        }

        @Override
        public String madeTag() {
            return RimTube.RAILS;
        }

        @Override
        public Mesh body(String id) throws StepException {
            return context.body(id);
        }

        @Override
        public String bodyName(String id) {
            return context.bodyName(id);
        }

        @Override
        public void remark(Remark remark) {
            // It is about a tube that nobody has asked for.
        }

        @Override
        public void progress(double done) {
            context.progress(done);
        }
    }
}
