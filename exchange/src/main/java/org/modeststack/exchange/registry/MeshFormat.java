package org.modeststack.exchange.registry;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.obj.ObjReader;
import org.modeststack.exchange.obj.ObjWriter;
import org.modeststack.exchange.stl.StlReader;
import org.modeststack.exchange.stl.StlWriter;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.mesh.file.BoundedFile;

/** The formats of mesh files, by the ending of the file's name. */
public enum MeshFormat {
    OBJ("Wavefront OBJ", "obj") {
        @Override
        Loaded parse(byte[] bytes, Path file, LengthUnit unit) throws ExchangeException {
            return ObjReader.read(bytes, file, unit);
        }

        @Override
        void put(Mesh mesh, Materials materials, Path file, LengthUnit unit) throws IOException {
            ObjWriter.write(mesh, materials, file, unit);
        }
    },
    STL("STL, binary", "stl") {
        @Override
        Loaded parse(byte[] bytes, Path file, LengthUnit unit) throws ExchangeException {
            return StlReader.read(bytes, fileName(file), unit);
        }

        @Override
        void put(Mesh mesh, Materials materials, Path file, LengthUnit unit) throws IOException {
            byte[] bytes = StlWriter.binary(mesh, unit);
            AtomicFile.write(file, out -> out.write(bytes));
        }
    },
    STL_TEXT("STL, text", "stla") {
        @Override
        Loaded parse(byte[] bytes, Path file, LengthUnit unit) throws ExchangeException {
            return StlReader.read(bytes, fileName(file), unit);
        }

        @Override
        void put(Mesh mesh, Materials materials, Path file, LengthUnit unit) throws IOException {
            byte[] bytes = StlWriter.text(mesh, unit);
            AtomicFile.write(file, out -> out.write(bytes));
        }
    };

    private static final long MAX_FILE_BYTES = 2_000_000_000L;

    private final String label;
    private final String extension;

    MeshFormat(String label, String extension) {
        this.label = label;
        this.extension = extension;
    }

    abstract Loaded parse(byte[] bytes, Path file, LengthUnit unit) throws ExchangeException;

    abstract void put(Mesh mesh, Materials materials, Path file, LengthUnit unit) throws IOException;

    public String label() {
        return label;
    }

    /** Without its dot. */
    public String extension() {
        return extension;
    }

    /** The endings of all formats, for people: ".obj, .stl". */
    public static String endings() {
        return Arrays.stream(values()).map(f -> "." + f.extension).collect(Collectors.joining(", "));
    }

    /** @throws ExchangeException if no format goes by the file's ending */
    public static MeshFormat of(Path file) throws ExchangeException {
        MeshFormat found = byEnding(file);
        if (found != null) return found;
        throw new ExchangeException(
                fileName(file) + " is of a kind that cannot be read or written here; known are " + endings() + ".");
    }

    /** Whether a file's ending is that of a format known here. */
    public static boolean isMesh(Path file) {
        return byEnding(file) != null;
    }

    private static @Nullable MeshFormat byEnding(Path file) {
        String name = fileName(file).toLowerCase(Locale.ROOT);
        for (MeshFormat f : values()) if (name.endsWith("." + f.extension)) return f;
        return null;
    }

    static String fileName(Path file) {
        return String.valueOf(file.getFileName());
    }

    /**
     * Reads a mesh, in millimetres.
     *
     * @param unit what the file's numbers mean
     * @throws ExchangeException saying where the file breaks
     */
    public static Loaded read(Path file, LengthUnit unit) throws ExchangeException {
        MeshFormat format = of(file);
        try {
            // A pipe would let whoever reads it wait for ever.
            if (Files.exists(file) && !Files.isRegularFile(file))
                throw new ExchangeException(file + " is not a file that can be read.");
            byte[] bytes = BoundedFile.read(file, MAX_FILE_BYTES);
            if (bytes == null) throw new ExchangeException(fileName(file) + " is too large to read.");
            return format.parse(bytes, file, unit);
        } catch (ExchangeException e) {
            throw e;
        } catch (NoSuchFileException e) {
            throw new ExchangeException("There is no file " + file + ".", e);
        } catch (AccessDeniedException e) {
            throw new ExchangeException("This user may not read " + file + ".", e);
        } catch (IOException e) {
            throw new ExchangeException(file + " could not be read: " + AtomicFile.reason(e) + ".", e);
        } catch (OutOfMemoryError e) {
            throw new ExchangeException("There is not enough memory to read " + fileName(file) + ".", e);
        }
    }

    /**
     * Writes a mesh, whole or not at all.
     *
     * @param materials where the looks of its materials are found, for formats that keep them
     * @param unit what the file's numbers are to mean
     * @throws ExchangeException if the file cannot be written; one that was there is untouched then
     */
    public static void write(Mesh mesh, Materials materials, Path file, LengthUnit unit) throws ExchangeException {
        MeshFormat format = of(file);
        try {
            format.put(mesh, materials, file, unit);
        } catch (ExchangeException e) {
            throw e;
        } catch (IOException e) {
            throw new ExchangeException(file + " could not be written: " + AtomicFile.reason(e) + ".", e);
        } catch (OutOfMemoryError e) {
            throw new ExchangeException("There is not enough memory to write " + fileName(file) + ".", e);
        }
    }
}
