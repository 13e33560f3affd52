package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import org.modeststack.mesh.Keys;

/** Keys of what a boolean writes: those of the first operand's elements stay, others follow from what they come from. */
final class AssemblyKeys {
    private final Soup soup;
    private final Points points;
    private final Rings rings;
    private final long seed;
    private final long[] partSeed;
    /** The first corner written at each point. */
    private final Int2IntOpenHashMap firstAt = new Int2IntOpenHashMap();

    /**
     * @param seed the root of the keys made here
     * @param parts for each operand a name that stays the same
     */
    AssemblyKeys(Soup soup, Points points, Rings rings, long seed, String[] parts) {
        this.soup = soup;
        this.points = points;
        this.rings = rings;
        this.seed = seed;
        partSeed = new long[parts.length];
        for (int o = 0; o < parts.length; o++) partSeed[o] = Keys.of(seed, parts[o].hashCode());
        firstAt.defaultReturnValue(-1);
    }

    /** The first operand's elements keep their keys; those of others are new here. */
    long ofOperand(int o, long key) {
        return o == 0 ? key : Keys.of(key, partSeed[o]);
    }

    /** The key of the face that a ring is of. */
    long faceKey(Rings.Ring r) {
        return ofOperand(r.operand(), soup.solids[r.operand()].mesh.faceKeys()[r.face()]);
    }

    /** The key of the vertex that a corner gets, first come first served: to be asked once for each. */
    long vertexKey(int corner, int point) {
        long key = pointKey(point);
        // Where a result touches itself one place has several vertices; their first faces tell them apart.
        return firstAt.putIfAbsent(point, corner) < 0 ? key : Keys.of(key, seed, faceKey(rings.ring(corner)));
    }

    /** The key of a place: of a vertex there, or of what meets in it. */
    long pointKey(int p) {
        if (!points.isNew(p)) {
            int o = soup.operandOfVertex(p);
            return ofOperand(o, soup.solids[o].mesh.vertexKeys()[p - soup.vertexBase(o)]);
        }
        // A sum, so that it does not matter which of the surfaces was looked at first.
        long k = 0;
        for (int i = 0; i < 2; i++) {
            int e = points.carrier(p, i);
            if (e < 0) continue;
            int o = soup.operandOfEdge(e), base = soup.vertexBase(o);
            k += Keys.mix(ofOperand(o, soup.solids[o].mesh.edgeKey(soup.edgeLow(e) - base, soup.edgeHigh(e) - base)));
        }
        for (int i = 0; i < 3; i++) {
            int t = points.plane(p, i);
            if (t < 0) continue;
            int o = soup.operandOfTriangle(t);
            k += Keys.mix(ofOperand(o, soup.solids[o].mesh.faceKeys()[soup.faceOf(t)]) + 1);
        }
        return Keys.of(seed, k);
    }
}
