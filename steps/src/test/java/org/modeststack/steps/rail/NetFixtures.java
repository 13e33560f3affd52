package org.modeststack.steps.rail;

import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.TriangleSurface;

/** Nets of all edges of a body that hang together. */
final class NetFixtures {
    private NetFixtures() {}

    /** A dented plate with so many fields along each side, each a bit off its place. */
    static Mesh plate(int fields, int number) throws StepException {
        Mesh box = TestContext.run(new Box(5 * fields, 5 * fields, 10, fields, fields, 1, Seat.CENTRED), Mesh.EMPTY);
        return MeshFixtures.shaken(box, 0.8, new Random(number));
    }

    static BandNet allEdges(Mesh m, double width) {
        BitSet edges = new BitSet();
        edges.set(0, m.adjacency().edgeCount());
        List<BandNet> nets = BandNet.all(
                TriangleSurface.of(m),
                new SharpEdges(m),
                edges,
                edges,
                StripWidths.of(_ -> width),
                _ -> 1,
                BandStations.byShape(StationRule.Ends.CLOSED, new BitSet()));
        if (nets.size() != 1) throw new IllegalStateException("nets: " + nets.size());
        return nets.getFirst();
    }

    /** Each station once, in the order of the net. */
    static List<Station> stations(BandNet net) {
        return net.bands().stream()
                .flatMap(b -> b.stations().stream())
                .distinct()
                .toList();
    }
}
