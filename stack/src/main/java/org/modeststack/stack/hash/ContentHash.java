package org.modeststack.stack.hash;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Collections;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;
import java.util.WeakHashMap;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;

/** SHA-256 over values, so that what has not changed is known by its hash. */
public final class ContentHash {
    private static final Map<Mesh, String> MESHES = Collections.synchronizedMap(new WeakHashMap<>());
    private static final int FEW_BYTES = 1 << 10;
    private static final int MANY_BYTES = 1 << 16;

    private final MessageDigest digest;
    private final ByteBuffer buffer;

    /** For few values. */
    public ContentHash() {
        this(FEW_BYTES);
    }

    private ContentHash(int bytes) {
        buffer = ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
        try {
            digest = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The hash of all a mesh stores; worked out once for each mesh. Linear; can be stopped by {@link Work}. */
    public static String of(Mesh mesh) {
        String known = MESHES.get(mesh);
        if (known == null) {
            ContentHash h = new ContentHash(mesh.faceCount() < 100 ? FEW_BYTES : MANY_BYTES);
            h.mesh(mesh);
            known = h.finish();
            MESHES.put(mesh, known);
        }
        return known;
    }

    /**
     * The hash of a mesh some of whose materials had other names.
     *
     * @param former by their names now; empty for none
     */
    public static String of(Mesh mesh, Map<String, String> former) {
        return former.isEmpty()
                ? of(mesh)
                : of(mesh.withMaterials(mesh.materials().stream()
                        .map(n -> former.getOrDefault(n, n))
                        .toList()));
    }

    /** The hash of a step and its parameters, for one that makes keys from a seed. */
    public static String of(long seed, Step step) {
        return new ContentHash().number(seed).step(step).finish();
    }

    public ContentHash text(String s) {
        byte[] bytes = s.getBytes(StandardCharsets.UTF_8);
        number(bytes.length);
        if (bytes.length <= buffer.remaining()) {
            buffer.put(bytes);
            return this;
        }
        flush();
        digest.update(bytes);
        return this;
    }

    public ContentHash number(long n) {
        if (buffer.remaining() < 8) flush();
        buffer.putLong(n);
        return this;
    }

    /** The kind of a step and its parameters. */
    public ContentHash step(Step step) {
        StepDescriptor d = StepDescriptor.of(step);
        text(d.type());
        for (ParamDescriptor p : d.params()) {
            Object v = d.value(step, p);
            text(p.name()).text(v instanceof Mesh m ? of(m) : String.valueOf(v));
        }
        return this;
    }

    private void mesh(Mesh m) {
        for (double d : m.xyz()) number(Double.doubleToRawLongBits(d));
        ints(m.offsets());
        ints(m.corners());
        ints(m.faceMaterials());
        text(m.materials().toString());
        // Colours first and without their name, as they were when they were all that there was.
        if (m.hasColors()) for (float f : m.colors()) number(Float.floatToRawIntBits(f));
        new TreeMap<>(m.cornerLayers()).forEach((name, layer) -> {
            if (name.equals(CornerLayer.COLOR)) return;
            text(name).number(layer.width()).text(layer.rule().name());
            for (float f : layer.values()) number(Float.floatToRawIntBits(f));
        });
        for (long k : m.vertexKeys()) number(k);
        for (long k : m.faceKeys()) number(k);
        new TreeMap<>(m.tags()).forEach((name, tag) -> tag(name, tag));
    }

    private void tag(String name, Tag tag) {
        text(name).text(tag.kind().name());
        // The usual rule is not said: it was the only one once, and what was hashed then stays the same.
        if (tag.rule() != CarryRule.GREATEST) text(tag.rule().name());
        for (int i = 0; i < tag.size(); i++) number(tag.element(i)).number(Double.doubleToRawLongBits(tag.weight(i)));
    }

    private void ints(int[] values) {
        number(values.length);
        for (int v : values) number(v);
    }

    private void flush() {
        Work.checkpoint();
        buffer.flip();
        digest.update(buffer);
        buffer.clear();
    }

    public String finish() {
        flush();
        return HexFormat.of().formatHex(digest.digest(), 0, 16);
    }
}
