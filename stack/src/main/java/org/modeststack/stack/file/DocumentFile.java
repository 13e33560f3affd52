package org.modeststack.stack.file;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.zip.CRC32C;
import java.util.zip.CheckedOutputStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.mesh.file.BoundedFile;
import org.modeststack.mesh.file.FileStamp;
import org.modeststack.mesh.file.LeftOvers;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Document;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.JacksonIOException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Documents as JSON; {@code docs/format.md} and the schema beside it say how. What this version does not know is kept
 * and written again.
 */
public final class DocumentFile {
    public static final String FORMAT = "modest-stack";
    public static final int VERSION = 11;

    /** From this version on what was picked one by one is meant so. */
    private static final int WITH_WHOLES = 5;

    public static final String EXTENSION = ".mstack";
    private static final long MAX_FILE_BYTES = 1_500_000_000;

    private static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxStringLength(1_500_000_000)
                            .maxNestingDepth(200)
                            .build())
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .build())
            .enable(SerializationFeature.INDENT_OUTPUT)
            .build();

    /** Keeps numbers to the digit where they are too large for a double; it does not tell a negative zero from zero. */
    private static final JsonMapper TO_THE_DIGIT = JSON.rebuild()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .build();

    /**
     * A document as it was read.
     *
     * @param remarks what could not be read, in sentences; empty if all is well
     * @param stamp what the file was like; null for what did not come from a file
     * @param version of the format that it was written in
     */
    public record Loaded(
            Document document,
            List<String> remarks,
            @Nullable FileStamp stamp,
            int version) {
        /**
         * Whether a newer version of Modest Stack wrote it in a format of its own: written again by this one it would lose
         * what is not known here, so it is to be looked at only.
         */
        public boolean newer() {
            return version > VERSION;
        }

        /** Whether its picks by hand name elements one by one because more was not known then. */
        public boolean hasEarlierPicks() {
            return version < WITH_WHOLES;
        }
    }

    private DocumentFile() {}

    /** @throws DocumentException if the file cannot be read or is no document */
    public static Loaded read(Path file) throws DocumentException {
        try {
            // A pipe would let whoever opens it wait for ever.
            if (Files.exists(file) && !Files.isRegularFile(file))
                throw new DocumentException(file + " is not a file that can be opened.");
            Path folder = file.toAbsolutePath().getParent();
            if (folder != null) LeftOvers.remove(folder);
            byte[] bytes = BoundedFile.read(file, MAX_FILE_BYTES);
            if (bytes == null) throw new DocumentException(file.getFileName() + " is too large to open.");
            Loaded loaded = parse(bytes, file.getFileName().toString());
            return new Loaded(loaded.document(), loaded.remarks(), FileStamp.of(file, bytes), loaded.version());
        } catch (NoSuchFileException e) {
            throw new DocumentException("There is no file " + file + ".", e);
        } catch (AccessDeniedException e) {
            throw new DocumentException("This user may not read " + file + ".", e);
        } catch (DocumentException e) {
            throw e;
        } catch (IOException e) {
            throw new DocumentException(file + " could not be read: " + AtomicFile.reason(e) + ".", e);
        } catch (OutOfMemoryError e) {
            throw new DocumentException("There is not enough memory to open " + file.getFileName() + ".", e);
        }
    }

    /** @param name of the file, for messages */
    public static Loaded parse(byte[] bytes, String name) throws DocumentException {
        JsonNode root;
        try {
            root = JSON.readTree(bytes);
            if (holdsTooLarge(root)) root = TO_THE_DIGIT.readTree(bytes);
        } catch (JacksonException e) {
            throw new DocumentException(
                    name + " is not a Modest Stack document: it breaks off or is damaged" + place(e) + ": " + reason(e)
                            + ".",
                    e);
        }
        if (!(root instanceof ObjectNode object)
                || !FORMAT.equals(object.path("format").asString(""))) {
            throw new DocumentException(name + " is not a Modest Stack document.");
        }
        try {
            return new DocumentReader(name).document(object);
        } catch (JacksonException | IllegalArgumentException e) {
            throw new DocumentException(name + " cannot be read: " + e.getMessage() + ".", e);
        } catch (StackOverflowError e) {
            throw new DocumentException(name + " cannot be read: what it holds is nested too deeply.", e);
        }
    }

    private static boolean holdsTooLarge(JsonNode node) {
        if (node.isDouble()) return Double.isInfinite(node.asDouble());
        for (JsonNode child : node) if (holdsTooLarge(child)) return true;
        return false;
    }

    private static String place(JacksonException e) {
        return e.getLocation() == null || e.getLocation().getLineNr() < 1
                ? ""
                : " at line " + e.getLocation().getLineNr() + ", column "
                        + e.getLocation().getColumnNr();
    }

    /** What the parser says, without its own notes on where it was. */
    private static String reason(JacksonException e) {
        return String.valueOf(e.getOriginalMessage())
                .replaceAll("(?s)\\s*\\(?(start marker )?at \\[Source:.*", "")
                .replaceAll("\\s+", " ")
                .replaceAll("[.\\s]+$", "");
    }

    /**
     * Writes a document whole or not at all ({@link AtomicFile}). Meshes that were written before cost next to nothing.
     * Can be stopped by what {@link Work} is bound to; nothing has changed then.
     *
     * @return what the file is like now
     * @throws DocumentException if it cannot be written; a file that was there before is untouched
     */
    public static FileStamp write(Document document, Path file) throws DocumentException {
        CRC32C sum = new CRC32C();
        long[] size = new long[1];
        try {
            AtomicFile.write(file, out -> {
                CheckedOutputStream checked = new CheckedOutputStream(out, sum) {
                    @Override
                    public void write(byte[] b, int off, int len) throws IOException {
                        Work.checkpoint();
                        super.write(b, off, len);
                        size[0] += len;
                    }
                };
                JSON.writeValue(checked, DocumentWriter.write(document));
            });
            return new FileStamp(size[0], Files.getLastModifiedTime(file), sum.getValue());
        } catch (CancellationException e) {
            throw e;
        } catch (IOException e) {
            throw unsaved(file, AtomicFile.reason(e), e);
        } catch (JacksonIOException e) {
            throw unsaved(file, AtomicFile.reason(Objects.requireNonNull(e.getCause())), e);
        } catch (OutOfMemoryError e) {
            throw unsaved(file, "there is not enough memory", e);
        } catch (RuntimeException | StackOverflowError e) {
            throw unsaved(file, "Modest Stack made a mistake, please report it (" + e + ")", e);
        }
    }

    private static DocumentException unsaved(Path file, String reason, Throwable cause) {
        return new DocumentException("The document could not be saved to " + file + ": " + reason + ".", cause);
    }

    /** The document as text. */
    public static String toText(Document document) {
        return JSON.writeValueAsString(DocumentWriter.write(document));
    }
}
