package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.objects.ObjectIntPair;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.surface.CutLine;
import org.modeststack.steps.surface.Imprint;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * Rounds rims that come back to where they began, by rails that run over as many faces as they need: how a surface is
 * divided does not matter. From stations along the rim the width is measured along the surface on either side; the rails
 * are cut into the mesh, what lies between them is taken out, and a strip of quads goes in, one station opposite the
 * other. Where something meets, the strip is narrower at that place, and widens again beside it. In time linear in the
 * mesh.
 */
public final class LoopRounding {
    /** Vertices of a rail that are nearer to each other, as a share of the width, are one. */
    private static final double ONE_PLACE = 2e-3;

    private static final int ROUNDS = 24;
    private static final long RAIL = 5;

    private final Mesh in;
    private final TriangleSurface surface;
    private final BitSet edges;
    private final ProfileCurve section;
    private final StepContext context;
    private final @Nullable String material;
    /** Whether faces have been divided, so that it may come out as wide as it is. */
    private boolean again;

    /**
     * @param edges of the mesh, each between two faces
     * @param material of the strips; null for that of the faces beside them
     */
    public LoopRounding(Mesh in, BitSet edges, ProfileCurve section, @Nullable String material, StepContext context) {
        this.in = in;
        this.edges = edges;
        this.section = section;
        this.material = material;
        this.context = context;
        surface = TriangleSurface.of(in);
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

    /** @param width for each edge, mm along the surface */
    public Rounded round(IntToDoubleFunction width) {
        List<Rim> rims = new ArrayList<>();
        for (IntArrayList loop : RimLoops.of(in, edges)) {
            Rim rim = rim(loop, width);
            if (rim != null) rims.add(rim);
        }
        Mesh out = null;
        for (int round = 0; out == null && !rims.isEmpty() && round < ROUNDS; round++) {
            Work.checkpoint();
            Map<Rim, BitSet> troubled = new HashMap<>();
            again = false;
            Mesh tried = attempt(rims, troubled);
            if (troubled.isEmpty() && !again) out = tried;
            troubled.forEach(Rim::hold);
            rims.removeIf(rim -> !rim.isWorthwhile());
        }
        return out == null ? new Rounded(in, edges, 0, 1, null) : report(out, rims);
    }

    private Rounded report(Mesh out, List<Rim> rims) {
        BitSet left = (BitSet) edges.clone();
        int held = 0;
        double least = 1;
        Vec3 place = null;
        for (Rim rim : rims) {
            IntArrayList v = rim.vertices();
            for (int i = 0; i < v.size(); i++) left.clear(edge(v.getInt(i), v.getInt((i + 1) % v.size())));
            double worst = 1;
            for (int k = 0; k < rim.stations().size(); k++) {
                worst = Math.min(worst, rim.share(k));
                if (rim.share(k) >= least - 1e-9) continue;
                least = rim.share(k);
                place = rim.stations().get(k).place();
            }
            if (worst < 1 - 1e-6) held += v.size();
        }
        return new Rounded(out, left, held, least, place);
    }

    private int edge(int a, int b) {
        return in.adjacency().edgeBetween(a, b, in);
    }

    private @Nullable Rim rim(IntArrayList loop, IntToDoubleFunction width) {
        int n = loop.size();
        double[] at = new double[n];
        for (int i = 0; i < n; i++) {
            int before = edge(loop.getInt((i + n - 1) % n), loop.getInt(i));
            int after = edge(loop.getInt(i), loop.getInt((i + 1) % n));
            at[i] = (width.applyAsDouble(before) + width.applyAsDouble(after)) / 2;
            if (!(at[i] > 0)) return null;
        }
        try {
            return new Rim(loop, new RimStations(in, loop, edges, i -> at[i]).find());
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    /**
     * @param troubled receives the stations at which something does not come out
     * @return null where the rails do not
     */
    private @Nullable Mesh attempt(List<Rim> rims, Map<Rim, BitSet> troubled) {
        Imprint imprint = new Imprint(surface, edges);
        List<CutLine> left = new ArrayList<>(), right = new ArrayList<>();
        IntArrayList seeds = new IntArrayList();
        for (Rim rim : rims) {
            left.add(rail(imprint, rim, false));
            right.add(rail(imprint, rim, true));
            IntArrayList v = rim.vertices();
            for (int i = 0; i < v.size(); i++) {
                int e = edge(v.getInt(i), v.getInt((i + 1) % v.size()));
                seeds.add(in.adjacency().edgeCorner(e, 0));
                seeds.add(in.adjacency().edgeCorner(e, 1));
            }
        }
        Imprint.Cut cut = imprint.cut(seeds);
        if (cut == null) {
            for (int i = 0; i < rims.size(); i++) {
                Rim rim = rims.get(i);
                int m = rim.stations().size();
                left.get(i).troubled().stream().forEach(k -> trouble(troubled, rim, k));
                right.get(i).troubled().stream().forEach(k -> trouble(troubled, rim, Math.floorMod(m - 2 - k, m)));
            }
            return null;
        }
        StripBuilder strips = new StripBuilder(
                new ImprintMesh(surface, imprint.nodes(), cut), section, context.seed(), context.madeTag(), material);
        for (int i = 0; i < rims.size(); i++) strips.strip(rims.get(i), left.get(i), right.get(i));
        Mesh out = strips.build();
        for (int f = 0; f < out.faceCount(); f++) {
            ObjectIntPair<Rim> origin = strips.origin(f);
            if (origin != null && Health.isDegenerate(out, f)) trouble(troubled, origin.left(), origin.rightInt());
        }
        Crossings.find(out, f -> strips.origin(f) != null, (f, g) -> {
            for (int either : new int[] {f, g}) {
                ObjectIntPair<Rim> origin = strips.origin(either);
                if (origin == null) continue;
                if (out.sides(either) > 4 && !origin.left().isDivided(origin.rightInt())) {
                    origin.left().divide(origin.rightInt());
                    again = true;
                } else trouble(troubled, origin.left(), origin.rightInt());
            }
        });
        return out;
    }

    /** There is something between a station and the next. */
    private static void trouble(Map<Rim, BitSet> troubled, Rim rim, int k) {
        BitSet at = troubled.computeIfAbsent(rim, _ -> new BitSet());
        at.set(k);
        at.set((k + 1) % rim.stations().size());
    }

    /** The rail on one side of a rim, with that side on its left. */
    private CutLine rail(Imprint imprint, Rim rim, boolean isRight) {
        int m = rim.stations().size();
        CutLine line = imprint.line();
        SurfacePath.Place[] places = new SurfacePath.Place[m];
        long[] keys = new long[m];
        double[] near = new double[m];
        for (int i = 0; i < m; i++) {
            int k = isRight ? m - 1 - i : i;
            Station s = rim.stations().get(k);
            places[i] = (isRight ? s.right() : s.left()).rail(rim.scale(k));
            near[i] = ONE_PLACE * rim.width(k);
            keys[i] = Keys.of(context.seed(), RAIL, in.vertexKeys()[s.vertex()], isRight ? 1 : 0);
            line.station(places[i], near[i], keys[i]);
        }
        for (int i = 0; i < m; i++) {
            int next = (i + 1) % m;
            line.go(i, places[i].normal().plus(places[next].normal()), Math.min(near[i], near[next]), keys[i]);
        }
        return line;
    }
}
