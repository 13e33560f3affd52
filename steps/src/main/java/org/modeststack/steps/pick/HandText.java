package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.longs.LongList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.stream.Collectors;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;

/**
 * Elements picked by hand, as text and back: the bounds of the mesh, then witnesses ({@code key@place}), elements
 * ({@code key@place/way/size/ends}), wholes ({@code =kind members|patch|patch}) and stretches ({@code ~kind
 * members/share|outline|!corners}). Keys are written in base 36, numbers in single precision.
 */
final class HandText {
    private HandText() {}

    static String write(Rule.Hand h) {
        Bounds b = h.box();
        StringBuilder out = new StringBuilder("hand");
        for (double d : new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()})
            out.append(' ').append((float) d);
        for (Witness w : h.witnesses())
            out.append(' ').append(key(w.key())).append('@').append(triple(w.place()));
        for (Anchor a : h.anchors()) {
            out.append(' ')
                    .append(key(a.key()))
                    .append('@')
                    .append(triple(a.place()))
                    .append('/');
            out.append(triple(a.way())).append('/').append((float) a.size());
            if (!a.ends().isEmpty()) out.append('/').append(keys(a.ends()));
        }
        for (Whole w : h.wholes()) {
            out.append(" =")
                    .append(letter(w))
                    .append(members(w.members()))
                    .append('|')
                    .append(patch(w.first()));
            if (w.second() != null) out.append('|').append(patch(w.second()));
        }
        for (Stretch s : h.stretches()) {
            out.append(" ~")
                    .append(s.closed() ? 'c' : 'r')
                    .append(members(s.members()))
                    .append('/')
                    .append((float) s.share());
            for (LongList way : s.ways()) out.append('|').append(keys(way));
            if (!s.corners().isEmpty()) out.append("|!").append(keys(s.corners()));
        }
        return out.toString();
    }

    private static char letter(Whole w) {
        return letters(w.extent()).charAt(w.second() == null ? 1 : 0);
    }

    /** The letter of an extent, and the one of the same along an open border. */
    private static String letters(Whole.Extent extent) {
        return switch (extent) {
            case PATCH -> "pp";
            case ALL_LINES -> "lb";
            case LINE -> "oc";
            case LOOP -> "km";
            case PART -> "ij";
        };
    }

    private static String patch(PatchName p) {
        return key(p.signature())
                + '/'
                + triple(p.way())
                + '/'
                + (float) p.share()
                + '/'
                + keys(p.vertices())
                + '/'
                + keys(p.faces());
    }

    private static String key(long k) {
        return Long.toUnsignedString(k, 36);
    }

    private static String keys(LongList all) {
        return all.longStream().mapToObj(HandText::key).collect(Collectors.joining("."));
    }

    private static String triple(Vec3 v) {
        return (float) v.x() + "," + (float) v.y() + "," + (float) v.z();
    }

    /** Numbers that follow one another as the first and the last. */
    private static String members(BitSet all) {
        StringBuilder out = new StringBuilder();
        for (int i = all.nextSetBit(0); i >= 0; ) {
            int end = all.nextClearBit(i) - 1;
            out.append(out.isEmpty() ? "" : ".").append(i);
            if (end > i) out.append('-').append(end);
            i = all.nextSetBit(end + 1);
        }
        return out.toString();
    }

    /**
     * @param words the first is {@code hand}
     * @throws IllegalArgumentException saying in the user's words what cannot be understood
     */
    static Rule.Hand read(List<String> words) {
        if (words.size() < 7) throw new IllegalArgumentException("hand needs the box of the mesh first");
        double[] box = new double[6];
        List<Anchor> anchors = new ArrayList<>();
        List<Witness> witnesses = new ArrayList<>();
        List<Whole> wholes = new ArrayList<>();
        List<Stretch> stretches = new ArrayList<>();
        for (int i = 1; i < words.size(); i++) {
            String w = words.get(i);
            try {
                if (i <= 6) box[i - 1] = Double.parseDouble(w);
                else if (w.startsWith("=")) wholes.add(whole(w.substring(1).split("\\|", -1)));
                else if (w.startsWith("~")) stretches.add(stretch(w.substring(1).split("\\|", -1)));
                else {
                    String[] parts = w.split("[@/]");
                    if (parts.length == 2) witnesses.add(new Witness(key(parts[0]), triple(parts[1])));
                    else anchors.add(anchor(parts));
                }
            } catch (NumberFormatException | IndexOutOfBoundsException e) {
                throw new IllegalArgumentException("\"" + w + "\" is no element");
            }
        }
        int n = anchors.size();
        if (wholes.stream().anyMatch(w -> w.members().length() > n)
                || stretches.stream().anyMatch(s -> s.members().length() > n))
            throw new IllegalArgumentException("hand names more elements than it has");
        return new Rule.Hand(
                anchors, new Bounds(box[0], box[1], box[2], box[3], box[4], box[5]), witnesses, wholes, stretches);
    }

    private static Anchor anchor(String[] parts) {
        if (parts.length != 4 && parts.length != 5) throw new NumberFormatException();
        return new Anchor(
                key(parts[0]),
                triple(parts[1]),
                triple(parts[2]),
                Float.parseFloat(parts[3]),
                parts.length == 4 ? LongList.of() : keys(parts[4]));
    }

    private static Whole whole(String[] parts) {
        char letter = parts[0].charAt(0);
        for (Whole.Extent extent : Whole.Extent.values()) {
            int at = letters(extent).indexOf(letter);
            if (at < 0) continue;
            boolean two = at == 0 && extent != Whole.Extent.PATCH;
            if (parts.length != (two ? 3 : 2)) break;
            BitSet members = members(parts[0].substring(1));
            return new Whole(extent, members, patch(parts[1]), two ? patch(parts[2]) : null);
        }
        throw new NumberFormatException();
    }

    private static PatchName patch(String text) {
        String[] p = text.split("/", -1);
        if (p.length != 5) throw new NumberFormatException();
        return new PatchName(key(p[0]), triple(p[1]), Float.parseFloat(p[2]), keys(p[3]), keys(p[4]));
    }

    private static Stretch stretch(String[] parts) {
        char kind = parts[0].charAt(0);
        if (kind != 'c' && kind != 'r' || parts.length < 2) throw new NumberFormatException();
        List<LongList> ways = Arrays.stream(parts)
                .skip(1)
                .filter(k -> !k.startsWith("!"))
                .map((String k) -> keys(k))
                .toList();
        String last = parts[parts.length - 1];
        LongList corners = last.startsWith("!") ? keys(last.substring(1)) : LongList.of();
        String[] head = parts[0].substring(1).split("/");
        double share = Float.parseFloat(head[1]);
        if (share == 0 || !Double.isFinite(share)) throw new NumberFormatException();
        return new Stretch(members(head[0]), share, ways, corners, kind == 'c');
    }

    private static BitSet members(String text) {
        BitSet out = new BitSet();
        for (String range : text.split("\\.")) {
            String[] ends = range.split("-", -1);
            int from = Integer.parseInt(ends[0]), to = Integer.parseInt(ends[ends.length - 1]);
            if (ends.length > 2 || from < 0 || to < from || to > 1 << 28) throw new NumberFormatException();
            out.set(from, to + 1);
        }
        return out;
    }

    private static long key(String s) {
        return Long.parseUnsignedLong(s, 36);
    }

    private static LongList keys(String s) {
        LongArrayList out = new LongArrayList();
        if (!s.isEmpty()) for (String k : s.split("\\.")) out.add(key(k));
        return LongList.of(out.toLongArray());
    }

    private static Vec3 triple(String s) {
        String[] p = s.split(",");
        if (p.length != 3) throw new NumberFormatException();
        return new Vec3(Float.parseFloat(p[0]), Float.parseFloat(p[1]), Float.parseFloat(p[2]));
    }
}
