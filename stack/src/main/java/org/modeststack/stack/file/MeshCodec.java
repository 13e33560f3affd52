package org.modeststack.stack.file;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.Coordinates;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Work;

/**
 * Meshes inside a document: one string, the base64 of the zlib stream of a big-endian record. Its fields, in order, are
 * listed in {@code docs/format.md}. Every double comes back as it was.
 */
final class MeshCodec {
    /** More than there are kinds of elements. */
    private static final int KINDS = 4;

    /** The rules of tags by number; the first is that of tags that were written before there were others. */
    private static final CarryRule[] TAG_RULES = {CarryRule.GREATEST, CarryRule.FIRST, CarryRule.MEAN, CarryRule.COPY};

    private static final int VERSION = 2;
    /** Meshes had the looks of their materials with them. */
    private static final int WITH_COLORS = 1;
    /** A mesh as large as a step may make takes about this many bytes. */
    private static final long MAX_BYTES = 2_000_000_000L;

    /** Keys do not pack, so that nothing that holds a mesh is packed closer than so many times. */
    private static final int MOST_PACKED = 200;

    private static final int FEW_BYTES = 1 << 20;

    private MeshCodec() {}

    static String write(Mesh m) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 16);
        // Half as quick again as the usual level and hardly larger: coordinates are close to noise.
        Deflater deflater = new Deflater(Deflater.BEST_SPEED);
        try (RecordWriter out = new RecordWriter(new DeflaterOutputStream(bytes, deflater, RecordWriter.BYTES))) {
            out.putInt(VERSION);
            out.putInt(m.vertexCount());
            for (double d : m.xyz()) out.putDouble(d);
            for (long k : m.vertexKeys()) out.putLong(k);
            out.putInt(m.faceCount());
            for (int f = 0; f < m.faceCount(); f++) {
                out.putInt(m.sides(f));
                out.putInt(m.faceMaterials()[f]);
                out.putLong(m.faceKeys()[f]);
            }
            for (int v : m.corners()) out.putInt(v);
            out.putInt(m.cornerLayers().size());
            for (Map.Entry<String, CornerLayer> e : new TreeMap<>(m.cornerLayers()).entrySet()) {
                CornerLayer l = e.getValue();
                out.putText(e.getKey());
                out.putInt(l.width());
                out.putByte(l.rule().ordinal());
                out.putFloat(l.otherwise());
                for (float v : l.values()) out.putFloat(v);
            }
            out.putInt(m.materials().size());
            for (String name : m.materials()) out.putText(name);
            out.putInt(m.tags().size());
            for (Map.Entry<String, Tag> e : new TreeMap<>(m.tags()).entrySet()) {
                out.putText(e.getKey());
                out.putByte(kindAndRule(e.getValue()));
                out.putInt(e.getValue().size());
                for (int i = 0; i < e.getValue().size(); i++) {
                    out.putLong(e.getValue().element(i));
                    out.putDouble(e.getValue().weight(i));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            deflater.end();
        }
        return new String(Base64.getEncoder().encode(bytes.toByteArray()), StandardCharsets.ISO_8859_1);
    }

    /** Gathers values before they are packed: the packer costs as much for 8 bytes as for some hundreds. */
    private static final class RecordWriter implements Closeable {
        private static final int BYTES = 1 << 16;

        private final OutputStream out;
        private final ByteBuffer buffer = ByteBuffer.allocate(BYTES);

        RecordWriter(OutputStream out) {
            this.out = out;
        }

        private ByteBuffer room(int bytes) throws IOException {
            if (buffer.remaining() < bytes) flush();
            return buffer;
        }

        private void flush() throws IOException {
            Work.checkpoint();
            out.write(buffer.array(), 0, buffer.position());
            buffer.clear();
        }

        void putByte(int b) throws IOException {
            room(1).put((byte) b);
        }

        void putInt(int i) throws IOException {
            room(4).putInt(i);
        }

        void putLong(long l) throws IOException {
            room(8).putLong(l);
        }

        void putDouble(double d) throws IOException {
            room(8).putDouble(d);
        }

        void putFloat(float f) throws IOException {
            room(4).putFloat(f);
        }

        void putText(String s) throws IOException {
            byte[] b = s.getBytes(StandardCharsets.UTF_8);
            putInt(b.length);
            flush();
            out.write(b);
        }

        @Override
        public void close() throws IOException {
            flush();
            out.close();
        }
    }

    /**
     * @param found is given the materials of a mesh that has their looks with it, and answers the names that they go by
     * @throws IllegalArgumentException saying what is wrong with the text
     */
    static Mesh read(String text, Function<Material, String> found) {
        try {
            return read(inflate(Base64.getDecoder().decode(text)), found);
        } catch (BufferUnderflowException e) {
            throw new IllegalArgumentException("its mesh is cut off", e);
        } catch (IOException e) {
            throw new IllegalArgumentException("its mesh is damaged", e);
        }
    }

    private static ByteBuffer inflate(byte[] packed) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] part = new byte[1 << 16];
        long size = 0;
        try (InputStream in = new InflaterInputStream(new ByteArrayInputStream(packed))) {
            for (int n; (n = in.read(part)) > 0; ) {
                size += n;
                if (size > MAX_BYTES || size > FEW_BYTES + (long) MOST_PACKED * packed.length)
                    throw new IllegalArgumentException("its mesh is too large for what it holds");
                out.write(part, 0, n);
            }
        }
        return ByteBuffer.wrap(out.toByteArray());
    }

    private static Mesh read(ByteBuffer in, Function<Material, String> found) {
        int version = in.getInt();
        if (version != VERSION && version != WITH_COLORS)
            throw new IllegalArgumentException("its mesh has the unknown version " + version);
        int vertices = count(in, 32);
        double[] xyz = new double[3 * vertices];
        for (int i = 0; i < xyz.length; i++) {
            xyz[i] = in.getDouble();
            if (!Double.isFinite(xyz[i]))
                throw new IllegalArgumentException("its mesh has a vertex that is nowhere, number " + (i / 3 + 1));
            if (!Coordinates.isInReach(xyz[i]))
                throw new IllegalArgumentException(
                        "its mesh has a vertex that lies too far out, number " + (i / 3 + 1) + " at " + xyz[i] + " mm");
        }
        long[] vertexKeys = new long[vertices];
        for (int i = 0; i < vertices; i++) vertexKeys[i] = in.getLong();
        int faces = count(in, 16);
        int[] offsets = new int[faces + 1], materials = new int[faces];
        long[] faceKeys = new long[faces];
        for (int f = 0; f < faces; f++) {
            int sides = in.getInt();
            if (sides < 3 || sides > in.capacity() || (long) offsets[f] + sides > in.capacity()) {
                throw new IllegalArgumentException("its mesh has a face with " + sides + " sides");
            }
            offsets[f + 1] = offsets[f] + sides;
            materials[f] = in.getInt();
            faceKeys[f] = in.getLong();
        }
        int[] corners = new int[offsets[faces]];
        for (int i = 0; i < corners.length; i++) corners[i] = in.getInt();
        Map<String, CornerLayer> layers =
                version == WITH_COLORS ? colors(in, corners.length) : layers(in, corners.length);
        List<String> palette = new ArrayList<>();
        for (int i = count(in, 4); i > 0; i--) {
            String name = text(in);
            palette.add(version == WITH_COLORS ? found.apply(new Material(name, in.getInt())) : name);
        }
        Map<String, Tag> tags = new HashMap<>();
        for (int i = count(in, 9); i > 0; i--) {
            String name = text(in);
            int both = in.get();
            int kind = both % KINDS, rule = both / KINDS;
            if (both < 0 || kind >= ElementKind.values().length || rule >= TAG_RULES.length)
                throw new IllegalArgumentException("its mesh is damaged");
            long[] elements = new long[count(in, 16)];
            double[] weights = new double[elements.length];
            for (int j = 0; j < elements.length; j++) {
                elements[j] = in.getLong();
                weights[j] = in.getDouble();
                boolean inOrder = j == 0 || elements[j] > elements[j - 1];
                if (!inOrder || !isElement(ElementKind.values()[kind], elements[j], vertices, faces))
                    throw new IllegalArgumentException(
                            "its tag " + name + " names the " + (j + 1) + ". element, which is not there");
                if (!Double.isFinite(weights[j]))
                    throw new IllegalArgumentException("its tag " + name + " has a weight that is no number");
            }
            tags.put(name, new Tag(ElementKind.values()[kind], TAG_RULES[rule], elements, weights));
        }
        return Mesh.of(xyz, offsets, corners, materials, palette, layers, tags, vertexKeys, faceKeys);
    }

    private static boolean isElement(ElementKind kind, long element, int vertices, int faces) {
        return switch (kind) {
            case VERTEX -> element >= 0 && element < vertices;
            case FACE -> element >= 0 && element < faces;
            case EDGE -> {
                long low = element >>> 32, high = element & 0xFFFFFFFFL;
                yield low < high && high < vertices;
            }
        };
    }

    /** The kind of a tag, and its rule, in one byte. */
    private static int kindAndRule(Tag tag) {
        return tag.kind().ordinal() + KINDS * List.of(TAG_RULES).indexOf(tag.rule());
    }

    /** Colours were all that corners could have. */
    private static Map<String, CornerLayer> colors(ByteBuffer in, int corners) {
        return in.get() == 0 ? Map.of() : Map.of(CornerLayer.COLOR, CornerLayer.colors(floats(in, 4L * corners)));
    }

    private static Map<String, CornerLayer> layers(ByteBuffer in, int corners) {
        Map<String, CornerLayer> out = new HashMap<>();
        for (int i = count(in, 13); i > 0; i--) {
            String name = text(in);
            int width = in.getInt(), rule = in.get();
            float otherwise = in.getFloat();
            if (width < 1 || rule < 0 || rule >= CarryRule.values().length)
                throw new IllegalArgumentException("its mesh is damaged");
            if (CarryRule.values()[rule] == CarryRule.DIRECTION && width != 3)
                throw new IllegalArgumentException("its mesh is damaged");
            float[] values = floats(in, (long) width * corners);
            out.put(name, new CornerLayer(width, CarryRule.values()[rule], otherwise, values));
        }
        return out;
    }

    private static float[] floats(ByteBuffer in, long count) {
        if (4 * count > in.remaining()) throw new IllegalArgumentException("its mesh is cut off");
        float[] out = new float[(int) count];
        for (int i = 0; i < out.length; i++) out[i] = in.getFloat();
        return out;
    }

    /** A count that what is left can hold. */
    private static int count(ByteBuffer in, int bytesEach) {
        int n = in.getInt();
        if (n < 0 || (long) n * bytesEach > in.remaining()) throw new IllegalArgumentException("its mesh is cut off");
        return n;
    }

    private static String text(ByteBuffer in) {
        byte[] b = new byte[count(in, 1)];
        in.get(b);
        return new String(b, StandardCharsets.UTF_8);
    }
}
