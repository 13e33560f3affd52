package org.modeststack.stack.evaluate;

import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;

/** What there is to know of a mesh in numbers: for the ledger and for reports. */
public record MeshReport(long vertices, long edges, long faces, Health health, Measures measures) {
    private static final Health NOTHING = new Health(0, 0, 0, 0, 0, 0, 0, 0, 0);

    public static MeshReport of(Mesh mesh) {
        return new MeshReport(
                mesh.vertexCount(), mesh.edgeCount(), mesh.faceCount(), Health.of(mesh), Measures.of(mesh));
    }

    /**
     * The same of all parts, without making their faces: what parts share is counted once. Linear in the meshes that are
     * shared, and in the parts.
     */
    public static MeshReport of(Geometry geometry) {
        Mesh made = geometry.known();
        if (made != null) return of(made);
        IdentityHashMap<Mesh, MeshReport> known = new IdentityHashMap<>();
        IdentityHashMap<Mesh, Long> times = new IdentityHashMap<>();
        for (Part p : geometry.parts()) times.merge(p.mesh(), 1L, Long::sum);
        Health health = NOTHING;
        long edges = 0;
        for (Map.Entry<Mesh, Long> e : times.entrySet()) {
            MeshReport one = of(e.getKey());
            known.put(e.getKey(), one);
            health = health.plus(one.health.times(e.getValue()));
            edges += e.getValue() * one.edges;
        }
        return new MeshReport(
                geometry.vertexCount(), edges, geometry.faceCount(), health, sum(geometry.parts(), known));
    }

    private static Measures sum(List<Part> parts, IdentityHashMap<Mesh, MeshReport> known) {
        double volume = 0, area = 0;
        Vec3 moment = Vec3.ZERO, middles = Vec3.ZERO;
        int shells = 0, euler = 0;
        for (Part p : parts) {
            Measures m = Objects.requireNonNull(known.get(p.mesh())).measures;
            double v = m.volume() * Math.abs(p.affine().determinant());
            Vec3 centroid = p.affine().point(m.centroid());
            volume += v;
            // Only where no length changes does the area stay.
            area += p.affine().isRigid()
                    ? m.area()
                    : Measures.of(p.placedMesh()).area();
            moment = moment.plus(centroid.times(v));
            middles = middles.plus(centroid.times(1.0 / parts.size()));
            shells += m.shells();
            euler += m.eulerCharacteristic();
        }
        return new Measures(volume, area, volume == 0 ? middles : moment.times(1 / volume), shells, euler);
    }
}
