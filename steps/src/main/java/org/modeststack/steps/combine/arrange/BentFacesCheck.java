package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.validity.FaceOutlines;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.mesh.work.Work;

/**
 * Looks exactly at what was written of faces that are not flat: joined across diagonals a piece may have come to run
 * through its neighbours, or to cover them. Such faces are {@linkplain BentFaces#follow followed} from then on.
 */
final class BentFacesCheck {
    /** A bent face that a ring has to do with. */
    private record Bent(int operand, int face) {}

    private final Soup soup;
    private final Points points;
    private final BentFaces bends;
    private final Fragments fragments;
    private final CutFaces cut;
    private final RingCorners corners;
    private final Assembly.Written written;
    private final Mesh mesh;

    /** @param mesh what was written */
    BentFacesCheck(
            Fragments fragments,
            CutFaces cut,
            RingCorners corners,
            Assembly.Written written,
            Mesh mesh,
            BentFaces bends) {
        this.fragments = fragments;
        this.cut = cut;
        this.corners = corners;
        this.written = written;
        this.mesh = mesh;
        this.bends = bends;
        soup = fragments.soup;
        points = fragments.points;
    }

    /** Follows what does not come out otherwise. @return whether there is more to follow than before */
    boolean followsMore() {
        List<Rings.Ring> rings = cut.rings.all;
        Int2ObjectOpenHashMap<List<Bent>> behind = new Int2ObjectOpenHashMap<>();
        BitSet asked = new BitSet();
        for (int i = 0; i < rings.size(); i++) {
            Work.checkpoint();
            List<Bent> bent = bentBehind(rings.get(i));
            int f = written.faceOfRing()[i];
            if (f < 0 || bent.isEmpty()) continue;
            asked.set(f);
            behind.put(f, bent);
        }
        if (asked.isEmpty()) return false;
        BitSet near = near(asked);
        int[] faces = near.stream().toArray();
        Mesh part = MeshBuilder.only(mesh, near::get);
        BitSet wrong = new BitSet();
        SelfIntersections.findFaults(part, f -> asked.get(faces[f]), (f, g) -> {
            wrong.set(faces[f]);
            wrong.set(faces[g]);
        });
        FaceOutlines.meetingThemselves(part, f -> asked.get(faces[f])).stream().forEach(f -> wrong.set(faces[f]));
        asked.stream().filter(f -> Health.isDegenerate(mesh, f)).forEach(wrong::set);
        wrong.and(asked);
        boolean more = false;
        for (int f = wrong.nextSetBit(0); f >= 0; f = wrong.nextSetBit(f + 1)) {
            for (Bent b : behind.get(f)) more |= bends.follow(b.operand, b.face);
        }
        return more;
    }

    /** The bent faces that a ring is joined across, or of whose diagonals it has left out a point. */
    private List<Bent> bentBehind(Rings.Ring r) {
        List<Bent> bent = new ArrayList<>(0);
        int before = -1;
        boolean isCut = cut.cutUp[r.operand()].get(r.face()), own = false;
        for (int c = r.firstCorner(); c < r.firstCorner() + r.sides(); c++) {
            int triangle = fragments.triangleOf(cut.rings.fragment(c));
            own |= isCut && before >= 0 && before != triangle && bends.isBent(before, triangle);
            before = triangle;
            int p = cut.rings.point(c);
            if (!corners.isLeftOut(c) || !points.isNew(p)) continue;
            for (int which = 0; which < 2; which++) {
                int e = points.carrier(p, which);
                if (e < 0 || !soup.isDiagonal(e)) continue;
                int o = soup.operandOfEdge(e);
                int[] across = soup.trianglesAtDiagonal(e);
                if (bends.isBent(across[0], across[1])) bent.add(new Bent(o, soup.faceOf(across[0])));
            }
        }
        if (own) bent.add(new Bent(r.operand(), r.face()));
        return bent;
    }

    /** The faces that these may meet, and these: all that were written from rings, and what the boxes of these come to. */
    private BitSet near(BitSet asked) {
        BitSet near = new BitSet();
        for (int f : written.faceOfRing()) if (f >= 0) near.set(f);
        for (int f = asked.nextSetBit(0); f >= 0; f = asked.nextSetBit(f + 1)) {
            Work.checkpoint();
            Bounds b = Bounds.of(mesh, f);
            for (int o = 0; o < soup.solids.length; o++) {
                Solid s = soup.solids[o];
                int[] first = written.firstFace()[o], count = written.faceCount()[o];
                s.tree.within(b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ(), t -> {
                    int face = s.faceOf[t];
                    near.set(first[face], first[face] + count[face]);
                });
            }
        }
        return near;
    }
}
