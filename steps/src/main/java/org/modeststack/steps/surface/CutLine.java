package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Vec3;

/**
 * A closed line over a surface along which it is cut, from station to station; what is to stay lies on its left. Part k
 * goes from station k to the next.
 */
public final class CutLine {
    private final SurfaceNodes nodes;
    private final PlaneTrace trace;
    private final IntArrayList stations = new IntArrayList();
    /** For each part its nodes behind the first station, the next station included, and the face before each. */
    private final List<IntArrayList> ways = new ArrayList<>();

    private final List<IntArrayList> faces = new ArrayList<>();
    private final BitSet troubled = new BitSet();

    CutLine(SurfaceNodes nodes, PlaneTrace trace) {
        this.nodes = nodes;
        this.trace = trace;
    }

    /**
     * Adds a station.
     *
     * @param near how near to a vertex or an edge it is put onto that, mm
     */
    public void station(SurfacePath.Place place, double near, long key) {
        stations.add(nodes.at(place.at(), place.triangle(), near, key));
    }

    /**
     * Finds the way from one station to the next.
     *
     * @param first the normal of the surface where it begins, on the side on which it goes on from there if it begins at a
     *     sharp edge, about; {@code last} that where it ends
     * @param near how near to a vertex it goes through it, mm
     */
    public void go(int part, Vec3 first, Vec3 last, double near, long key) {
        IntArrayList way = new IntArrayList(), face = new IntArrayList();
        int from = stations.getInt(part), to = stations.getInt((part + 1) % stations.size());
        Vec3 normal = trace.normal(from, first).plus(trace.normal(to, last));
        if (!trace.add(from, to, normal, near, key, way, face)) troubled.set(part);
        ways.add(tidied(from, way, face));
        faces.add(face);
    }

    /**
     * Goes from one station straight to the next, though that may lie beyond the outline of the face they are in, in its plane.
     * Parts are gone one after the other.
     */
    public void goInside(int face) {
        int part = ways.size();
        ways.add(IntArrayList.of(stations.getInt((part + 1) % stations.size())));
        faces.add(IntArrayList.of(face));
    }

    /** Without what going through vertices has left double. */
    private static IntArrayList tidied(int from, IntArrayList way, IntArrayList face) {
        for (int i = 0; i < way.size(); ) {
            int before = i == 0 ? from : way.getInt(i - 1);
            if (way.getInt(i) == before) {
                way.removeInt(i);
                face.removeInt(i);
            } else if (i > 0 && way.getInt(i) == (i == 1 ? from : way.getInt(i - 2))) {
                way.removeElements(i - 1, i + 1);
                face.removeElements(i - 1, i + 1);
                i = Math.max(0, i - 1);
            } else i++;
        }
        return way;
    }

    public int parts() {
        return stations.size();
    }

    /** The node of a station. */
    public int station(int k) {
        return stations.getInt(k % stations.size());
    }

    /** The nodes strictly between a station and the next. */
    public IntArrayList between(int part) {
        IntArrayList way = ways.get(part);
        return way.isEmpty() ? way : new IntArrayList(way.subList(0, way.size() - 1));
    }

    /** The nodes behind a station, the next station included. */
    IntArrayList way(int part) {
        return ways.get(part);
    }

    /** The face through which the line comes to each node of a part. */
    IntArrayList faces(int part) {
        return faces.get(part);
    }

    void trouble(int part) {
        troubled.set(part);
    }

    /** The parts that do not come out: they do not arrive, or meet something. */
    public BitSet troubled() {
        return troubled;
    }
}
