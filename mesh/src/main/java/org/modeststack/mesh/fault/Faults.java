package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;

/**
 * What is wrong with a mesh, kind by kind in the order of {@link FaultKind}: how many, where, how bad. What is found at
 * single elements costs about as much as making the mesh; whether faces meet or lie inside, {@link #all}, is several
 * times that. Kept with the mesh.
 *
 * @param isWhole whether all that was looked for was looked for everywhere: not where so very many faces share one place that
 *     comparing them would take minutes
 */
public record Faults(List<FoundFault> found, boolean isWhole) implements Memory.Counted {
    /** What to say where not all faces were compared. */
    public static final String NOT_WHOLE =
            "So many faces share one place that not all were compared: more may pass through others, or lie inside.";

    private static final int ELEMENT_BYTES = 4, FAULT_BYTES = 128;

    /** All but those that need all faces compared with all others. */
    private record Quick(Faults faults) implements Memory.Counted {
        @Override
        public void count(Memory memory) {
            faults.count(memory);
        }
    }

    /** What can be found at single faces, edges and vertices, within suggested limits; kept with the mesh. */
    public static Faults quick(Mesh mesh) {
        return mesh.derived(Quick.class, m -> new Quick(quick(m, FaultLimits.suggested(m)))).faults;
    }

    public static Faults quick(Mesh mesh, FaultLimits limits) {
        List<FoundFault> found = new ArrayList<>();
        EdgeFaults.find(mesh, limits, found);
        VertexFaults.find(mesh, found);
        NearVertices.find(mesh, limits, found);
        Cracks.find(mesh, of(found, FaultKind.OPEN_EDGE), of(found, FaultKind.NEAR), found);
        FaceFaults.find(mesh, limits, found);
        return ordered(found, true);
    }

    /** All there is, within suggested limits; kept with the mesh. */
    public static Faults all(Mesh mesh) {
        return mesh.derived(Faults.class, m -> withMeetings(m, quick(m)));
    }

    public static Faults all(Mesh mesh, FaultLimits limits) {
        return withMeetings(mesh, quick(mesh, limits));
    }

    private static Faults withMeetings(Mesh mesh, Faults quick) {
        List<FoundFault> found = new ArrayList<>(quick.found);
        CrossingFaults.Found crossing = CrossingFaults.find(mesh, found);
        boolean allJudged = ShellFaults.find(mesh, crossing.faces(), found);
        return ordered(found, allJudged && crossing.isWhole());
    }

    private static Faults ordered(List<FoundFault> found, boolean isWhole) {
        found.sort(Comparator.comparing(FoundFault::kind));
        return new Faults(List.copyOf(found), isWhole);
    }

    static void add(List<FoundFault> to, FaultKind kind, IntArrayList elements, String detail, double measure) {
        if (!elements.isEmpty()) to.add(new FoundFault(kind, elements.size(), elements.toIntArray(), detail, measure));
    }

    /** A length in words, mm, with the digits that matter. */
    static String length(double mm) {
        if (mm == 0) return "0 mm";
        BigDecimal rounded = new BigDecimal(mm, new MathContext(3)).stripTrailingZeros();
        return (mm < 1e-6 ? rounded.toString() : rounded.toPlainString()) + " mm";
    }

    public @Nullable FoundFault of(FaultKind kind) {
        return of(found, kind);
    }

    private static @Nullable FoundFault of(List<FoundFault> found, FaultKind kind) {
        for (FoundFault f : found) if (f.kind() == kind) return f;
        return null;
    }

    public int count(FaultKind kind) {
        FoundFault f = of(kind);
        return f == null ? 0 : f.count();
    }

    /** Whether the mesh is surely a sound surface; it may still be untidy. */
    public boolean isSound() {
        return isWhole && found.stream().noneMatch(f -> f.kind().isWrong());
    }

    @Override
    public void count(Memory memory) {
        for (FoundFault f : found) memory.addBytes(FAULT_BYTES + (long) ELEMENT_BYTES * f.elements().length);
    }
}
