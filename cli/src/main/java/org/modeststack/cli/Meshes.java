package org.modeststack.cli;

import java.nio.file.Path;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;

/** Mesh files for commands: what goes wrong with one becomes a fault. */
final class Meshes {
    private Meshes() {}

    static Loaded read(Path file, LengthUnit unit) {
        try {
            Loaded loaded = MeshFormat.read(file, unit);
            loaded.remarks().forEach(System.err::println);
            return loaded;
        } catch (ExchangeException e) {
            throw new Fault(e.getMessage());
        }
    }

    static void write(Mesh mesh, Materials materials, Path file, LengthUnit unit) {
        try {
            MeshFormat.write(mesh, materials, file, unit);
        } catch (ExchangeException e) {
            throw new Fault(e.getMessage());
        }
    }
}
