package org.modeststack.mesh.file;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;

/** Reads files that may be larger than they say, or grow while they are read. */
public final class BoundedFile {
    private static final int PART = 1 << 20;

    private BoundedFile() {}

    /**
     * What is in a file. Can be stopped by what {@link Work} is bound to.
     *
     * @param most bytes, less than fit into an array
     * @return null where there is more than that
     */
    public static byte @Nullable [] read(Path file, long most) throws IOException {
        long said = Files.size(file);
        if (said > most) return null;
        byte[] bytes = new byte[(int) said];
        int size = 0;
        try (InputStream in = Files.newInputStream(file)) {
            while (true) {
                Work.checkpoint();
                if (size == bytes.length) {
                    // Most files end just here.
                    int more = in.read();
                    if (more < 0) return bytes;
                    if (size >= most) return null;
                    bytes = Arrays.copyOf(bytes, (int) Math.min(most, Math.max(PART, 2L * size)));
                    bytes[size++] = (byte) more;
                    continue;
                }
                int n = in.read(bytes, size, Math.min(PART, bytes.length - size));
                if (n < 0) return Arrays.copyOf(bytes, size);
                size += n;
            }
        }
    }
}
