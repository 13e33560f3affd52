package org.modeststack.steps.mirror;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;

/** Names of tags that tell of a side: with "left" or "right" as a word of their own, or an L or R behind a mark at the end. */
final class SideNames {
    private static final Pattern WORD = Pattern.compile("(?i)(?<![a-z])(left|right)(?![a-z])");
    private static final Pattern LETTER = Pattern.compile("(?<=[ ._-])([lrLR])$");

    private SideNames() {}

    /** The mesh with the names of such tags exchanged; one that has no other side is renamed. */
    static Mesh swapped(Mesh mesh) {
        Map<String, Tag> tags = new HashMap<>();
        mesh.tags().forEach((name, tag) -> tags.put(other(name), tag));
        return mesh.withTags(tags);
    }

    /** The name of the other side; the same where a name tells of none. */
    static String other(String name) {
        Matcher word = WORD.matcher(name);
        if (word.find())
            return word.replaceAll(m -> like(m.group(), m.group().equalsIgnoreCase("left") ? "right" : "left"));
        Matcher letter = LETTER.matcher(name);
        if (!letter.find()) return name;
        return letter.replaceAll(m -> like(m.group(), m.group().equalsIgnoreCase("l") ? "r" : "l"));
    }

    private static String like(String model, String word) {
        if (model.equals(model.toUpperCase(Locale.ROOT))) return word.toUpperCase(Locale.ROOT);
        return Character.isUpperCase(model.charAt(0))
                ? Character.toUpperCase(word.charAt(0)) + word.substring(1)
                : word;
    }
}
