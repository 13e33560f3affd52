package org.modeststack.steps.smooth;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.LoneContext;

/**
 * The smooth surface of a cage by Catmull–Clark, its creases kept, which follows the cage: when vertices of it have moved only
 * places are worked out anew, and what touches what stays, here and in the mesh that comes out.
 */
public final class SmoothSurface implements Memory.Counted {
    private static final Subdivision.Rules RULES =
            new Subdivision.Rules(Scheme.CATMULL_CLARK, false, false, false, Subdivide.Values.LINEAR, 0);

    private final Mesh cage;
    private final Mesh mesh;
    private final int levels;
    /** What touches what level by level, with its sharpness; made when the cage has moved for the first time. */
    private Level @Nullable [] topology;

    private record Level(SplitTopology topology, Sharpness sharp) implements Memory.Counted {
        @Override
        public void count(Memory memory) {
            memory.add(topology);
        }
    }

    private SmoothSurface(Mesh cage, Mesh mesh, int levels) {
        this.cage = cage;
        this.mesh = mesh;
        this.levels = levels;
    }

    /** @param levels at least 1 */
    public static SmoothSurface of(Mesh cage, int levels) {
        Mesh mesh = Subdivision.of(
                cage, RULES, levels, cage.tag(Crease.EDGES), cage.tag(Crease.VERTICES), new LoneContext(Map.of()));
        return new SmoothSurface(cage, mesh, levels);
    }

    public Mesh mesh() {
        return mesh;
    }

    /** Whether this is of a mesh that differs from another in the places of its vertices only. */
    public boolean fits(Mesh other) {
        return other.corners() == cage.corners()
                && other.offsets() == cage.offsets()
                && other.faceMaterials() == cage.faceMaterials()
                && other.vertexKeys() == cage.vertexKeys()
                && other.faceKeys() == cage.faceKeys()
                && other.vertexCount() == cage.vertexCount()
                && other.materials().equals(cage.materials())
                && other.tags().equals(cage.tags())
                && other.cornerLayers().equals(cage.cornerLayers());
    }

    /** The surface of a mesh that this {@link #fits}. */
    public synchronized SmoothSurface movedTo(Mesh moved) {
        Level[] all = topology == null ? topology = topology() : topology;
        double[] xyz = moved.xyz();
        for (Level l : all) xyz = CatmullClark.places(l.topology, l.sharp, xyz);
        // Worked out once, it is there for all that follow.
        mesh.adjacency();
        SmoothSurface out = new SmoothSurface(moved, mesh.withPositions(xyz), levels);
        out.topology = all;
        return out;
    }

    private Level[] topology() {
        Level[] out = new Level[levels];
        SplitTopology now = SplitTopology.of(cage);
        Tag edges = cage.tag(Crease.EDGES), vertices = cage.tag(Crease.VERTICES);
        Sharpness sharp = Sharpness.of(now, edges, vertices, RULES.cornered());
        for (int i = 0; i < levels; i++) {
            out[i] = new Level(now, sharp);
            if (i + 1 == levels) break;
            SplitTopology next = now.split();
            sharp = sharp.split(now, next);
            now = next;
        }
        return out;
    }

    @Override
    public synchronized void count(Memory memory) {
        memory.add(mesh);
        for (int i = 0; topology != null && i < topology.length; i++) memory.add(topology[i]);
    }
}
