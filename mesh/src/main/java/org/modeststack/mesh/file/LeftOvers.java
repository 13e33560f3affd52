package org.modeststack.mesh.file;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Files that were being written when a program was killed. Their names say which process of which machine was at it, so that
 * what belongs to none that still runs can be taken away, and nothing else is.
 */
public final class LeftOvers {
    private static final Pattern NAME =
            Pattern.compile("\\..+\\.([0-9a-f]{1,8})-([0-9]{1,18})-[0-9a-f-]{36}\\.saving", Pattern.DOTALL);

    /** What another machine left, in a folder that both can see, is surely no longer written after this. */
    private static final Duration LONG = Duration.ofDays(2);

    private static final int SHOWN = 30;

    private static final String MACHINE = machine();
    private static final Set<Path> SEEN = ConcurrentHashMap.newKeySet();

    private LeftOvers() {}

    private static String machine() {
        String host = System.getenv("HOSTNAME");
        if (host == null) host = System.getenv("COMPUTERNAME");
        try {
            if (host == null) host = Files.readString(Path.of("/etc/hostname"));
        } catch (IOException | RuntimeException e) {
            host = "";
        }
        // One without a name is taken for no other, nor for itself another time.
        if (host == null || host.isBlank()) host = UUID.randomUUID().toString();
        return String.format(Locale.ROOT, "%x", (host.strip() + System.getProperty("user.name")).hashCode());
    }

    /** A name for what is to take the place of a file, as long as it is written. */
    static String name(String file) {
        // A name may be as long as the system lets it; with what is added it would be longer.
        String begin = file.codePointCount(0, file.length()) <= SHOWN
                ? file
                : file.substring(0, file.offsetByCodePoints(0, SHOWN));
        return "." + begin + "." + MACHINE + "-" + ProcessHandle.current().pid() + "-" + UUID.randomUUID() + ".saving";
    }

    /** Like {@link #remove}, the first time that a folder is named. */
    static void removeOnce(Path folder) {
        if (SEEN.add(folder.toAbsolutePath().normalize())) remove(folder);
    }

    /** Takes away what programs that run no more have left in a folder. What cannot be taken away stays. */
    public static void remove(Path folder) {
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, ".*.saving")) {
            for (Path f : files) if (isLeft(f)) Files.deleteIfExists(f);
        } catch (IOException | DirectoryIteratorException e) {
            System.getLogger(LeftOvers.class.getName()).log(System.Logger.Level.DEBUG, "left in " + folder, e);
        }
    }

    private static boolean isLeft(Path file) throws IOException {
        Matcher m = NAME.matcher(file.getFileName().toString());
        if (!m.matches() || !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) return false;
        if (m.group(1).equals(MACHINE))
            return ProcessHandle.of(Long.parseLong(m.group(2))).isEmpty();
        FileTime changed = Files.getLastModifiedTime(file, LinkOption.NOFOLLOW_LINKS);
        return changed.toInstant().isBefore(Instant.now().minus(LONG));
    }
}
