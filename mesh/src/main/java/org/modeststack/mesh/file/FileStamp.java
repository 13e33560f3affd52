package org.modeststack.mesh.file;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.zip.CRC32C;

/**
 * What a file was like when it was read or written, to tell later whether another program has changed it. A file that was
 * merely touched is not changed: where size or time differ, what it holds is looked at.
 *
 * @param size in bytes
 * @param modified as the file system tells
 * @param sum CRC-32C of what it held (RFC 3720, appendix B.4)
 */
public record FileStamp(long size, FileTime modified, long sum) {
    /** Of a file whose content is at hand. */
    public static FileStamp of(Path file, byte[] content) throws IOException {
        CRC32C crc = new CRC32C();
        crc.update(content);
        return new FileStamp(content.length, Files.getLastModifiedTime(file), crc.getValue());
    }

    /** Of a file as it is now; reads all of it. */
    public static FileStamp of(Path file) throws IOException {
        FileTime modified = Files.getLastModifiedTime(file);
        CRC32C crc = new CRC32C();
        long size = 0;
        byte[] part = new byte[1 << 16];
        try (InputStream in = Files.newInputStream(file)) {
            for (int n; (n = in.read(part)) > 0; size += n) crc.update(part, 0, n);
        }
        return new FileStamp(size, modified, crc.getValue());
    }

    /** Whether a file holds something else than it did; one that is gone holds nothing that could be lost. */
    public boolean isChanged(Path file) throws IOException {
        if (!Files.exists(file)) return false;
        boolean sameSize = Files.size(file) == size;
        if (sameSize && Files.getLastModifiedTime(file).equals(modified)) return false;
        return !sameSize || of(file).sum() != sum;
    }
}
