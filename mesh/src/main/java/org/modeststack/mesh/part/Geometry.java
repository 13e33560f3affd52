package org.modeststack.mesh.part;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;

/**
 * What a step gives: a list of parts, each a mesh in its place. Most have one; copies share their mesh, so that a thousand
 * of them cost little more than one. The faces of all parts one after another are the {@linkplain #mesh() mesh} of the
 * geometry, which is made when something asks for it, and kept: to the bit what it would be had there been no parts.
 */
public final class Geometry implements Memory.Counted {
    public static final Geometry EMPTY = of(Mesh.EMPTY);

    private final List<Part> parts;
    private final long vertices;
    private final long faces;
    private final long corners;
    private volatile @Nullable Bounds bounds;
    private volatile @Nullable Mesh made;
    private Consumer<Mesh> whenMade = _ -> {};

    private Geometry(List<Part> parts, @Nullable Mesh made) {
        this.parts = parts;
        this.made = made;
        long v = 0, f = 0, c = 0;
        for (Part p : parts) {
            v += p.mesh().vertexCount();
            f += p.mesh().faceCount();
            c += p.mesh().cornerCount();
        }
        vertices = v;
        faces = f;
        corners = c;
    }

    public static Geometry of(Mesh mesh) {
        return new Geometry(List.of(Part.of(mesh)), mesh);
    }

    public static Geometry of(List<Part> parts) {
        return new Geometry(
                List.copyOf(parts),
                parts.size() == 1 && !parts.getFirst().isPlaced()
                        ? parts.getFirst().mesh()
                        : null);
    }

    /** With something done to each of its meshes, once where several parts share it; faces and vertices stay as many. */
    public Geometry mapped(UnaryOperator<Mesh> change) {
        IdentityHashMap<Mesh, Mesh> done = new IdentityHashMap<>();
        List<Part> changed = parts.stream()
                .map(p -> p.withMesh(done.computeIfAbsent(p.mesh(), change)))
                .toList();
        Mesh known = made;
        return known == null || parts.size() == 1 ? of(changed) : new Geometry(changed, change.apply(known));
    }

    /** All parts put somewhere else. */
    public Geometry placed(Placement placement) {
        return of(parts.stream().map(p -> p.placed(placement)).toList());
    }

    public List<Part> parts() {
        return parts;
    }

    public long vertexCount() {
        return vertices;
    }

    public long faceCount() {
        return faces;
    }

    public long cornerCount() {
        return corners;
    }

    public boolean isEmpty() {
        return faces == 0;
    }

    /** Whether any of its meshes has a tag of this name. */
    public boolean hasTag(String name) {
        Mesh before = null;
        for (Part p : parts) {
            if (p.mesh() != before && p.mesh().tag(name) != null) return true;
            before = p.mesh();
        }
        return false;
    }

    /** A box round it; where the faces are not made it may be a little larger than needed. */
    public Bounds bounds() {
        Mesh m = made;
        if (m != null) return m.bounds();
        Bounds b = bounds;
        if (b == null) {
            b = Bounds.EMPTY;
            for (Part p : parts) b = b.union(p.affine().bounds(p.mesh().bounds()));
            bounds = b;
        }
        return b;
    }

    /** The box that the mesh of all faces has, to the bit, without making it. Linear in the vertices of all parts together. */
    public Bounds exactBounds() {
        Mesh m = made;
        if (m != null) return m.bounds();
        Bounds b = Bounds.EMPTY;
        for (Part p : parts) b = b.union(p.exactBounds());
        return b;
    }

    /** The mesh of all faces if it is there already, else null; never takes long. */
    public @Nullable Mesh known() {
        return made;
    }

    /**
     * The mesh of all faces, made now if it is not there. Linear in all parts together; can be stopped by
     * {@link org.modeststack.mesh.work.Work}.
     *
     * @throws ArithmeticException if there are more than arrays can hold
     */
    public Mesh mesh() {
        Mesh m = made;
        if (m != null) return m;
        synchronized (this) {
            if (made == null) {
                Mesh all = PartsMesh.of(this);
                whenMade.accept(all);
                made = all;
            }
            return made;
        }
    }

    /** Has something done with the mesh of all faces before anybody gets it: now, if it is there. */
    public void whenMade(Consumer<Mesh> action) {
        synchronized (this) {
            if (made == null) whenMade = action;
            else action.accept(made);
        }
    }

    @Override
    public void count(Memory memory) {
        Set<Mesh> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        for (Part p : parts) if (seen.add(p.mesh())) memory.add(p.mesh());
        // Its placement, with what holds it.
        memory.addBytes(200L * parts.size());
        memory.add(made);
    }

    @Override
    public String toString() {
        return "Geometry[" + parts.size() + " parts, " + faces + " faces]";
    }
}
