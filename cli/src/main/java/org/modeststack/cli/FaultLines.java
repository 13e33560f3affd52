package org.modeststack.cli;

import java.io.PrintStream;
import java.util.List;
import java.util.Locale;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.mend.Cures;

/** What is wrong with a mesh, line by line: how many, how bad, which step cures it, and where. */
record FaultLines(PrintStream out, int places) {
    /** @return whether anything is wrong and not merely untidy, or may be */
    boolean print(Mesh mesh, Faults faults) {
        List<FoundFault> wrong =
                faults.found().stream().filter(f -> f.kind().isWrong()).toList();
        List<FoundFault> untidy =
                faults.found().stream().filter(f -> !f.kind().isWrong()).toList();
        wrong.forEach(f -> line(mesh, f));
        if (!faults.isWhole()) out.println(Faults.NOT_WHOLE);
        else if (wrong.isEmpty()) out.println("Nothing is wrong.");
        if (!untidy.isEmpty()) out.println("Untidy, though nothing is wrong with it:");
        untidy.forEach(f -> line(mesh, f));
        return !faults.isSound();
    }

    private void line(Mesh mesh, FoundFault f) {
        out.println(counted(f) + "; cured by “" + Cures.named(f) + "”");
        for (int i = 0; i < Math.min(places, f.elements().length); i++) {
            Vec3 p = f.place(mesh, i);
            out.println("    at " + Numbers.show(rounded(p.x())) + " " + Numbers.show(rounded(p.y())) + " "
                    + Numbers.show(rounded(p.z())));
        }
    }

    private static double rounded(double mm) {
        return Math.rint(mm * 1000) / 1000;
    }

    static String counted(FoundFault f) {
        return f.inWords(String.format(Locale.ROOT, "%,d", f.count()));
    }
}
