package org.modeststack.steps.pick;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Numbers;

/**
 * Picks as text. As it is stored and typed: {@code edges: sharper 30; within tag "rim"; grow 1}; see docs/picks.md. And
 * as it is read in a sentence: "edges sharper than 30° within rim, grown once".
 */
public final class PickText {
    private PickText() {}

    // ---- as it is stored

    /** The text that {@link #parse} makes the same pick of. */
    public static String write(Pick pick) {
        StringBuilder out = new StringBuilder(plural(pick.kind()));
        for (int i = 0; i < pick.terms().size(); i++)
            out.append(i == 0 ? ": " : "; ").append(write(pick.terms().get(i), i == 0));
        return out.toString();
    }

    private static String write(Term term, boolean first) {
        if (term instanceof Term.Change c) {
            String word = c.kind().name().toLowerCase(Locale.ROOT);
            return switch (c.kind()) {
                case GROW, SHRINK, FLUSH -> word + " " + exact(c.amount());
                default -> word;
            };
        }
        Term.Where w = (Term.Where) term;
        String how = first && w.how() == Term.How.AND ? "" : w.how().name().toLowerCase(Locale.ROOT) + " ";
        return how
                + switch (w.rule()) {
                    case Rule.All _ -> "all";
                    case Rule.Border _ -> "border";
                    case Rule.Sharper r -> "sharper " + exact(r.degrees());
                    case Rule.Tagged r -> "tag " + quoted(r.name());
                    case Rule.Made r -> "made " + made(r.tag());
                    case Rule.OfMaterial r -> "material " + quoted(r.name());
                    case Rule.Sides r -> "sides " + r.count();
                    case Rule.Facing r -> "facing " + vector(r.way()) + " " + exact(r.degrees());
                    case Rule.Inside r -> "inside " + vector(r.low()) + " " + vector(r.high());
                    case Rule.Hand r -> HandText.write(r);
                };
    }

    private static String made(String tag) {
        String step = MadeName.words(tag);
        return step == null ? quoted(tag) : "step " + step;
    }

    private static String vector(Vec3 v) {
        return exact(v.x()) + " " + exact(v.y()) + " " + exact(v.z());
    }

    /** Every digit, so that what is read is what was written. */
    private static String exact(double d) {
        return d == Math.rint(d) && Math.abs(d) < 1e15 ? Long.toString((long) d) : Double.toString(d);
    }

    private static String quoted(String s) {
        return '"' + s.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }

    // ---- reading

    /** @throws IllegalArgumentException saying in the user's words what cannot be understood */
    public static Pick parse(String text) {
        int colon = text.indexOf(':');
        String head = (colon < 0 ? text : text.substring(0, colon)).strip().toLowerCase(Locale.ROOT);
        ElementKind kind = kind(head);
        List<Term> terms = new ArrayList<>();
        if (colon >= 0) for (List<String> words : terms(text.substring(colon + 1))) terms.add(term(words));
        return new Pick(kind, terms);
    }

    private static ElementKind kind(String word) {
        return switch (word) {
            case "vertices", "vertex" -> ElementKind.VERTEX;
            case "edges", "edge" -> ElementKind.EDGE;
            case "faces", "face" -> ElementKind.FACE;
            default ->
                throw new IllegalArgumentException("a pick begins with vertices, edges or faces, not \"" + word + "\"");
        };
    }

    /** The words of each term; what stands in quotes is one word, marked by a leading quote. */
    private static List<List<String>> terms(String text) {
        List<List<String>> out = new ArrayList<>();
        List<String> words = new ArrayList<>();
        int i = 0;
        while (i <= text.length()) {
            char c = i < text.length() ? text.charAt(i) : ';';
            if (c == ';') {
                if (!words.isEmpty()) out.add(words);
                words = new ArrayList<>();
                i++;
            } else if (Character.isWhitespace(c)) {
                i++;
            } else if (c == '"') {
                StringBuilder s = new StringBuilder("\"");
                for (i++; i < text.length() && text.charAt(i) != '"'; i++) {
                    if (text.charAt(i) == '\\' && i + 1 < text.length()) i++;
                    s.append(text.charAt(i));
                }
                if (i >= text.length()) throw new IllegalArgumentException("a quote is not closed");
                i++;
                words.add(s.toString());
            } else {
                int from = i;
                while (i < text.length() && !Character.isWhitespace(text.charAt(i)) && text.charAt(i) != ';') i++;
                words.add(text.substring(from, i));
            }
        }
        return out;
    }

    private static Term term(List<String> words) {
        String word = words.getFirst().toLowerCase(Locale.ROOT);
        for (Term.Kind k : Term.Kind.values()) {
            if (!word.equals(k.name().toLowerCase(Locale.ROOT))) continue;
            boolean counts = k == Term.Kind.GROW || k == Term.Kind.SHRINK;
            double amount = 0;
            if (counts || k == Term.Kind.FLUSH) {
                amount = words.size() > 1 ? number(words, 1) : counts ? 1 : 20;
                if (counts && (amount != Math.rint(amount) || amount < 1 || amount > 10000))
                    throw new IllegalArgumentException(word + " takes a whole number from 1 to 10000");
                end(words, Math.min(2, words.size()));
            } else {
                end(words, 1);
            }
            return new Term.Change(k, amount);
        }
        Term.How how = Term.How.AND;
        for (Term.How h : Term.How.values()) {
            if (!word.equals(h.name().toLowerCase(Locale.ROOT))) continue;
            how = h;
            words = words.subList(1, words.size());
            if (words.isEmpty()) throw new IllegalArgumentException("something must follow \"" + word + "\"");
        }
        return new Term.Where(how, rule(words));
    }

    private static Rule rule(List<String> w) {
        String word = w.getFirst().toLowerCase(Locale.ROOT);
        int n = switch (word) {
            case "all", "border" -> 1;
            case "made" -> ofStep(w) ? 3 : 2;
            case "sharper", "tag", "material", "sides" -> 2;
            case "facing" -> 5;
            case "inside" -> 7;
            default -> w.size();
        };
        end(w, n);
        return switch (word) {
            case "all" -> new Rule.All();
            case "border" -> new Rule.Border();
            case "sharper" -> new Rule.Sharper(number(w, 1));
            case "tag" -> new Rule.Tagged(name(w));
            case "made" -> new Rule.Made(ofStep(w) ? MadeName.tag(w.get(2)) : name(w));
            case "material" -> new Rule.OfMaterial(name(w));
            case "sides" -> new Rule.Sides((int) number(w, 1));
            case "facing" -> new Rule.Facing(vector(w, 1), number(w, 4));
            case "inside" -> new Rule.Inside(vector(w, 1), vector(w, 4));
            case "hand" -> HandText.read(w);
            default ->
                throw new IllegalArgumentException("there is no \"" + w.getFirst()
                        + "\" in a pick; it takes all, hand, sharper, border, tag, made, facing, inside, material, sides,"
                        + " or grow, shrink, loop, ring, connected, flush, rim, invert");
        };
    }

    private static boolean ofStep(List<String> w) {
        return w.size() > 1 && w.get(1).equalsIgnoreCase("step");
    }

    private static void end(List<String> w, int n) {
        if (w.size() < n) throw new IllegalArgumentException("\"" + w.getFirst() + "\" needs more behind it");
        if (w.size() > n) throw new IllegalArgumentException("\"" + w.get(n) + "\" is too much behind " + w.getFirst());
    }

    private static String name(List<String> w) {
        String s = w.get(1);
        return s.startsWith("\"") ? s.substring(1) : s;
    }

    private static double number(List<String> w, int i) {
        try {
            double d = Double.parseDouble(w.get(i));
            if (Double.isFinite(d)) return d;
        } catch (NumberFormatException e) {
            // Said below, as for what is not finite.
        }
        throw new IllegalArgumentException("\"" + w.get(i) + "\" behind " + w.getFirst() + " is no number");
    }

    private static Vec3 vector(List<String> w, int i) {
        return new Vec3(number(w, i), number(w, i + 1), number(w, i + 2));
    }

    // ---- as it is read

    /** What was picked by hand, and what whole it is followed as. */
    private static String picked(Rule.Hand h, ElementKind kind, PickNames names) {
        int n = h.anchors().size();
        BitSet in = new BitSet();
        List<Whole> wholes =
                h.wholes().stream().filter(w -> w.extent().isWhole()).toList();
        for (Whole w : wholes) in.or(w.members());
        String all = n + " picked " + count(n, kind).replaceAll("^[0-9]+ ", "");
        if (wholes.isEmpty() || in.cardinality() < n) return all;
        // One face may be a whole surface; that is said, since parts of it would be meant as well.
        String what = kind == ElementKind.FACE ? "surface" : "line";
        return all + ", " + named(wholes, what, SurfaceWords.of(names));
    }

    /** The first of some wholes by its name, if that is known, and the second if there are no more. */
    private static String named(List<Whole> wholes, String what, @Nullable SurfaceWords words) {
        int n = wholes.size();
        String first = words == null ? null : words.of(wholes.getFirst());
        if (words == null || first == null) return n == 1 ? "a whole " + what : n + " whole " + what + "s";
        if (n == 1) return first;
        String second = n == 2 ? words.of(wholes.get(1)) : null;
        if (second != null && !second.equals(first)) return first + ", and " + second;
        return first + ", and " + (n - 1) + " more whole " + what + (n == 2 ? "" : "s");
    }

    /** "1 face", "12 edges". */
    public static String count(int n, ElementKind kind) {
        return n + " " + (n == 1 ? kind.name().toLowerCase(Locale.ROOT) : plural(kind));
    }

    public static String plural(ElementKind kind) {
        return kind == ElementKind.VERTEX ? "vertices" : kind.name().toLowerCase(Locale.ROOT) + "s";
    }

    /**
     * In a sentence.
     *
     * @param names what steps, bodies and surfaces are called
     */
    public static String words(Pick pick, PickNames names) {
        if (pick.terms().isEmpty()) return "no " + plural(pick.kind()) + " yet";
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < pick.terms().size(); i++) {
            Term t = pick.terms().get(i);
            if (t instanceof Term.Where w && (i > 0 || w.how() != Term.How.AND)) {
                if (out.isEmpty()) out.append("no ").append(plural(pick.kind()));
                out.append(' ').append(w.how().name().toLowerCase(Locale.ROOT)).append(' ');
            }
            out.append(words(t, pick.kind(), names));
        }
        return out.toString();
    }

    /** One term, as its chip says it. */
    public static String words(Term term, ElementKind kind, PickNames names) {
        String all = plural(kind);
        if (term instanceof Term.Change c) {
            return switch (c.kind()) {
                case GROW -> ", grown " + times(c.amount());
                case SHRINK -> ", shrunk " + times(c.amount());
                case LOOP -> ", with their loops";
                case RING -> ", with their rings";
                case CONNECTED -> ", with all that is connected";
                case FLUSH -> ", with what is flush within " + Numbers.show(c.amount()) + "°";
                case RIM -> ", only their rim";
                case INVERT -> ", inverted";
            };
        }
        return switch (((Term.Where) term).rule()) {
            case Rule.All _ -> "all " + all;
            case Rule.Hand h -> picked(h, kind, names);
            case Rule.Sharper r ->
                own(all, "edges", "along edges ") + "sharper than " + Numbers.show(r.degrees()) + "°";
            case Rule.Border _ -> kind == ElementKind.EDGE ? "open edges" : all + " along open edges";
            case Rule.Tagged r -> all + " tagged " + r.name();
            case Rule.Made r -> all + " made by " + names.madeBy(r.tag());
            case Rule.Facing r ->
                own(all, "faces", "of faces ") + "facing " + way(r.way()) + " within " + Numbers.show(r.degrees())
                        + "°";
            case Rule.Inside _ -> all + " inside a box";
            case Rule.OfMaterial r -> own(all, "faces", "of faces ") + "of " + r.name();
            case Rule.Sides r -> own(all, "faces", "of faces ") + "with " + r.count() + " sides";
        };
    }

    private static String own(String all, String speaksOf, String otherwise) {
        return all.equals(speaksOf) ? all + " " : all + " " + otherwise;
    }

    private static String times(double n) {
        return n == 1 ? "once" : n == 2 ? "twice" : Numbers.show(n) + " times";
    }

    private static String way(Vec3 v) {
        List<Vec3> axes = Arrays.asList(
                new Vec3(1, 0, 0),
                new Vec3(-1, 0, 0),
                new Vec3(0, 1, 0),
                new Vec3(0, -1, 0),
                new Vec3(0, 0, 1),
                new Vec3(0, 0, -1));
        String[] names = {"+X", "−X", "+Y", "−Y", "up", "down"};
        for (int i = 0; i < 6; i++) if (v.unit().minus(axes.get(i)).length() < 1e-9) return names[i];
        return "(" + vector(v) + ")";
    }
}
