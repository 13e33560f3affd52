package org.modeststack.bench.files;

import java.nio.file.Path;
import java.util.Map;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.file.Autosave;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Imported;
import org.modeststack.steps.source.Seat;

/** Writes one version after another until it is killed, and says each that is written: {@code save|autosave|export FOLDER}. */
public final class KilledWriter {
    private KilledWriter() {}

    public static void main(String[] args) throws Exception {
        Path folder = Path.of(args[1]);
        Autosave autosave = new Autosave(folder);
        Path document = folder.resolve("work.mstack"), mesh = folder.resolve("work.obj");
        System.out.println("ready");
        for (int version = 1; ; version++) {
            switch (args[0]) {
                case "save" -> DocumentFile.write(document(version), document);
                case "autosave" -> autosave.write(document(version), document);
                case "export" -> MeshFormat.write(mesh(version), Materials.NONE, mesh, LengthUnit.MM);
                default -> throw new IllegalArgumentException(args[0]);
            }
            System.out.println(version);
        }
    }

    /** A document that tells its version in three places: a name, a number, and the size of a mesh that it holds. */
    static Document document(int version) {
        Document d = Edits.addBody(
                Document.EMPTY, "Version " + version, Material.DEFAULT, new Box(2, 2, 2, 1, 1, 1, Seat.STANDING));
        d = Edits.addStep(d, d.bodies().getFirst().id(), 1, new Move(new Vec3(version, 0, 0)));
        return Edits.addBody(d, "Mesh", Material.DEFAULT, new Imported("a.obj", 1, mesh(version)));
    }

    static Mesh mesh(int version) {
        try {
            return new Box(2, 2, 2, sides(version), 40, 40, Seat.STANDING).apply(Mesh.EMPTY, new LoneContext(Map.of()));
        } catch (StepException e) {
            throw new IllegalStateException(e);
        }
    }

    static int sides(int version) {
        return 1 + version % 60;
    }
}
