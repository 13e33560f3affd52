package org.modeststack.stack.file;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
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
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;

/**
 * Meshes inside a document: one string, the base64 of the zlib stream of a big-endian record. Its fields, in order, are
 * listed in {@code docs/format.md}. Every double comes back as it was.
 */
final class MeshCodec {
    private static final int VERSION = 1;
    /** A mesh as large as a step may make takes about this many bytes. */
    private static final long MAX_BYTES = 2_000_000_000L;

    private MeshCodec() {}

    static String write(Mesh m) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (DataOutputStream out = new DataOutputStream(new DeflaterOutputStream(bytes))) {
            out.writeInt(VERSION);
            out.writeInt(m.vertexCount());
            for (double d : m.xyz()) out.writeDouble(d);
            for (long k : m.vertexKeys()) out.writeLong(k);
            out.writeInt(m.faceCount());
            for (int f = 0; f < m.faceCount(); f++) {
                out.writeInt(m.sides(f));
                out.writeInt(m.faceMaterials()[f]);
                out.writeLong(m.faceKeys()[f]);
            }
            for (int v : m.corners()) out.writeInt(v);
            out.writeBoolean(m.hasColors());
            if (m.hasColors()) for (float c : m.cornerColors()) out.writeFloat(c);
            out.writeInt(m.materials().size());
            for (Material x : m.materials()) {
                text(out, x.name());
                out.writeInt(x.rgb());
            }
            out.writeInt(m.tags().size());
            for (Map.Entry<String, Tag> e : new TreeMap<>(m.tags()).entrySet()) {
                text(out, e.getKey());
                out.writeByte(e.getValue().kind().ordinal());
                out.writeInt(e.getValue().size());
                for (int i = 0; i < e.getValue().size(); i++) {
                    out.writeLong(e.getValue().element(i));
                    out.writeDouble(e.getValue().weight(i));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Base64.getEncoder().encodeToString(bytes.toByteArray());
    }

    private static void text(DataOutputStream out, String s) throws IOException {
        byte[] b = s.getBytes(StandardCharsets.UTF_8);
        out.writeInt(b.length);
        out.write(b);
    }

    /** @throws IllegalArgumentException saying what is wrong with the text */
    static Mesh read(String text) {
        try {
            return read(inflate(Base64.getDecoder().decode(text)));
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
                if (size > MAX_BYTES) throw new IllegalArgumentException("its mesh is too large");
                out.write(part, 0, n);
            }
        }
        return ByteBuffer.wrap(out.toByteArray());
    }

    private static Mesh read(ByteBuffer in) {
        int version = in.getInt();
        if (version != VERSION) throw new IllegalArgumentException("its mesh has the unknown version " + version);
        int vertices = count(in, 32);
        double[] xyz = new double[3 * vertices];
        for (int i = 0; i < xyz.length; i++) {
            xyz[i] = in.getDouble();
            if (!Double.isFinite(xyz[i])) throw new IllegalArgumentException("its mesh has a vertex that is nowhere");
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
        float[] colors = null;
        if (in.get() != 0) {
            colors = new float[4 * corners.length];
            for (int i = 0; i < colors.length; i++) colors[i] = in.getFloat();
        }
        List<Material> palette = new ArrayList<>();
        for (int i = count(in, 8); i > 0; i--) palette.add(new Material(text(in), in.getInt()));
        Map<String, Tag> tags = new HashMap<>();
        for (int i = count(in, 9); i > 0; i--) {
            String name = text(in);
            int kind = in.get();
            if (kind < 0 || kind >= ElementKind.values().length)
                throw new IllegalArgumentException("its mesh is damaged");
            long[] elements = new long[count(in, 16)];
            double[] weights = new double[elements.length];
            for (int j = 0; j < elements.length; j++) {
                elements[j] = in.getLong();
                weights[j] = in.getDouble();
            }
            tags.put(name, new Tag(ElementKind.values()[kind], elements, weights));
        }
        return new Mesh(xyz, offsets, corners, materials, palette, colors, tags, vertexKeys, faceKeys);
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
