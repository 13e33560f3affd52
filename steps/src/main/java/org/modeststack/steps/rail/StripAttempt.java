package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.surface.Imprint;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.TriangleSurface;

/** Tries whether the strips of nets come out as wide as they are, on the whole mesh or on what is near them. */
public final class StripAttempt {
    private final Mesh in;
    private final TriangleSurface surface;
    private final StripKind kind;
    private final long seed;

    /** @param seed of the keys of what is new */
    public StripAttempt(Mesh in, TriangleSurface surface, StripKind kind, long seed) {
        this.in = in;
        this.surface = surface;
        this.kind = kind;
        this.seed = seed;
    }

    /**
     * In time linear in the mesh.
     *
     * @param rest all edges that are rounded
     * @param trouble receives what does not come out
     * @return the mesh with the strips of those nets, or of a large one of those bands, whose rails come out; null where none do
     */
    @Nullable
    StripMesh onAll(BitSet rest, List<BandNet> nets, Trouble trouble) {
        return attempt(rest, nets.stream().map(NetPart::whole).toList(), null, trouble);
    }

    /** The same on the faces near the parts of nets alone, in time linear in these and the nets. */
    void nearby(BitSet rest, List<NetPart> parts, Trouble trouble) {
        BitSet near = new BitSet();
        for (NetPart part : parts) part.facesWithin(part.net().farthest(), in, near);
        attempt(rest, parts, near, trouble);
    }

    private @Nullable StripMesh attempt(BitSet rest, List<NetPart> parts, @Nullable BitSet near, Trouble trouble) {
        List<NetPart> left = new ArrayList<>(parts);
        while (!left.isEmpty()) {
            Imprint imprint = new Imprint(surface, rest);
            List<Imprint.Inside> inside = new ArrayList<>();
            List<RailLines> rails = new ArrayList<>();
            for (NetPart part : left) {
                RailLines lines = new RailLines(part, imprint, kind, seed);
                rails.add(lines);
                IntArrayList seeds = new IntArrayList();
                for (WalkSide walk : part.walks())
                    for (int i = 0; i < walk.size(); i++) seeds.add(surface.meshCorner(walk.corner(i)));
                inside.add(new Imprint.Inside(seeds, lines.all()));
            }
            Imprint.Cut cut = imprint.cut(inside);
            if (cut != null) {
                ImprintMesh faces = near == null
                        ? ImprintMesh.whole(surface, imprint.nodes(), cut)
                        : ImprintMesh.near(surface, imprint.nodes(), cut, near);
                return built(left, rails, faces, trouble);
            }
            // What has nothing to do with these need not wait for them.
            rails.forEach(r -> trouble.at(r.troubled()));
            left.replaceAll(part -> part.without(trouble.stations()));
            left.removeIf(part -> part.bands().isEmpty());
        }
        return null;
    }

    private StripMesh built(List<NetPart> parts, List<RailLines> rails, ImprintMesh rest, Trouble trouble) {
        StripBuilder strips = kind.builder(rest);
        for (int i = 0; i < parts.size(); i++) strips.add(parts.get(i), rails.get(i));
        Mesh out = strips.build();
        Set<Station> open = new HashSet<>();
        parts.forEach(part -> open.addAll(part.open()));
        new StripCheck(in, out, strips, s -> !open.contains(s), trouble);
        return new StripMesh(out, rest, strips);
    }
}
