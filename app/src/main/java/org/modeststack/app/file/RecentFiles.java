package org.modeststack.app.file;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.prefs.Preferences;

/** The documents that were open lately, kept in the user's preferences. */
public final class RecentFiles {
    private static final int MOST = 8;

    private final Preferences preferences;

    public RecentFiles(Preferences preferences) {
        this.preferences = preferences;
    }

    /** The last first. */
    public List<Path> all() {
        List<Path> paths = new ArrayList<>();
        for (int i = 0; i < MOST; i++) {
            String p = preferences.get("recent" + i, "");
            if (!p.isEmpty()) paths.add(Path.of(p));
        }
        return paths;
    }

    void add(Path path) {
        List<Path> paths = all();
        Path whole = path.toAbsolutePath();
        paths.remove(whole);
        paths.addFirst(whole);
        for (int i = 0; i < Math.min(MOST, paths.size()); i++)
            preferences.put("recent" + i, paths.get(i).toString());
    }
}
