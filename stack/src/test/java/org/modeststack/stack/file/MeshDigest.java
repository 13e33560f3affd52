package org.modeststack.stack.file;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.TreeMap;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;

/**
 * A short hash of all that a mesh shows: its places to the bit, its faces and their colours, keys and tags. Not the one
 * that the application keeps results by, so that both may change without the other.
 */
final class MeshDigest {
    private MeshDigest() {}

    static String of(Mesh m, Materials materials) {
        MessageDigest sha = sha();
        for (double d : m.xyz()) number(sha, Double.doubleToRawLongBits(d));
        for (int o : m.offsets()) number(sha, o);
        for (int c : m.corners()) number(sha, c);
        for (int f = 0; f < m.faceCount(); f++) {
            Material x = materials.get(m.materialOf(f));
            text(sha, x.name());
            number(sha, x.rgb());
        }
        if (m.hasColors()) for (float c : m.cornerColors()) number(sha, Float.floatToRawIntBits(c));
        for (long k : m.vertexKeys()) number(sha, k);
        for (long k : m.faceKeys()) number(sha, k);
        new TreeMap<>(m.tags()).forEach((name, tag) -> {
            text(sha, name + tag.kind());
            tag(sha, tag);
        });
        return HexFormat.of().formatHex(sha.digest(), 0, 8);
    }

    private static void tag(MessageDigest sha, Tag tag) {
        for (int i = 0; i < tag.size(); i++) {
            number(sha, tag.element(i));
            number(sha, Double.doubleToRawLongBits(tag.weight(i)));
        }
    }

    private static void number(MessageDigest sha, long n) {
        sha.update(ByteBuffer.allocate(8).putLong(0, n));
    }

    private static void text(MessageDigest sha, String s) {
        byte[] b = s.getBytes(StandardCharsets.UTF_8);
        number(sha, b.length);
        sha.update(b);
    }

    private static MessageDigest sha() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
