package org.modeststack.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.stack.file.DocumentFile;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;

/**
 * What a command is to write. Asked for before anything is done: no output may take the place of what the command reads,
 * nor of a file that by its name is of another kind; a mesh may be written over the mesh that it comes of.
 */
final class Outputs {
    /** What a file is by the ending of its name. */
    private static final Map<String, Kind> ENDINGS = new HashMap<>();

    static {
        for (MeshFormat f : MeshFormat.values()) ENDINGS.put("." + f.extension(), Kind.MESH);
        ENDINGS.put(DocumentFile.EXTENSION, Kind.DOCUMENT);
        ENDINGS.put(".mtl", Kind.MATERIALS);
        ENDINGS.put(".png", Kind.PICTURE);
    }

    private enum Kind {
        DOCUMENT("a document"),
        MESH("a mesh"),
        MATERIALS("a list of materials"),
        PICTURE("a picture"),
        REPORT("a report");

        private final String words;

        Kind(String words) {
            this.words = words;
        }
    }

    private final CommandSpec command;
    private final List<Path> inputs;
    private final Map<String, Path> asked = new LinkedHashMap<>();

    /** @param inputs what the command reads */
    Outputs(CommandSpec command, List<Path> inputs) {
        this.command = command;
        this.inputs = inputs;
    }

    /** @throws ParameterException if the mesh cannot go there */
    Outputs mesh(String option, @Nullable Path file) {
        try {
            if (file != null) MeshFormat.of(file);
        } catch (ExchangeException e) {
            throw wrong(option + ": " + e.getMessage());
        }
        return check(option, file, Kind.MESH);
    }

    /** @throws ParameterException if the picture cannot go there */
    Outputs picture(String option, @Nullable Path file) {
        return check(option, file, Kind.PICTURE);
    }

    /**
     * @param where a file, "-" for standard output, or null
     * @throws ParameterException if the report cannot go there
     */
    Outputs report(String option, @Nullable String where) {
        return check(option, where == null || where.equals("-") ? null : Path.of(where), Kind.REPORT);
    }

    private Outputs check(String option, @Nullable Path file, Kind kind) {
        if (file == null) return this;
        Kind named = kindOf(file);
        if (named != null && named != kind)
            throw wrong(option + " " + file + ": " + kind.words + " cannot be called like " + named.words + ".");
        for (Path in : inputs) {
            boolean mayReplace = kind == Kind.MESH && kindOf(in) == Kind.MESH;
            if (!mayReplace && isSame(in, file))
                throw wrong(option + " " + file + ": " + kind.words + " would take the place of what is read.");
        }
        asked.forEach((other, path) -> {
            if (isSame(path, file)) throw wrong(option + " and " + other + " name the same file, " + file + ".");
        });
        asked.put(option, file);
        return this;
    }

    private ParameterException wrong(String message) {
        return new ParameterException(command.commandLine(), message);
    }

    private static @Nullable Kind kindOf(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
        int dot = name.lastIndexOf('.');
        return dot < 0 ? null : ENDINGS.get(name.substring(dot));
    }

    private static boolean isSame(Path a, Path b) {
        try {
            if (Files.exists(a) && Files.exists(b)) return Files.isRegularFile(a) && Files.isSameFile(a, b);
        } catch (IOException e) {
            // What cannot be looked at is compared by its name.
            return sameName(a, b);
        }
        return sameName(a, b);
    }

    private static boolean sameName(Path a, Path b) {
        return a.toAbsolutePath().normalize().equals(b.toAbsolutePath().normalize());
    }
}
