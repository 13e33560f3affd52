package org.modeststack.bench.files;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import org.modeststack.stack.demo.HeldEdges;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.file.DocumentFile;

/** Makes files that are broken, in all formats, each kind in as many ways as are asked for. */
final class BrokenFiles {
    /**
     * A kind of broken file.
     *
     * @param ending of the file's name
     */
    record Kind(String name, String ending, Function<Random, byte[]> make) {}

    private final List<Kind> kinds = new ArrayList<>();

    BrokenFiles() {
        Map<String, Function<Random, byte[]>> sound = new LinkedHashMap<>();
        sound.put("obj", r -> bytes(obj(r)));
        sound.put("stl", BrokenFiles::binaryStl);
        sound.put("stla", r -> bytes(textStl(r)));
        sound.put("mstack", r -> bytes(document(r)));
        sound.forEach((ending, make) -> {
            add("cut off", ending, r -> Breaking.cut(make.apply(r), r));
            add("bytes changed", ending, r -> Breaking.changed(make.apply(r), r));
            add("a piece missing", ending, r -> Breaking.without(make.apply(r), r));
            add("a piece twice", ending, r -> Breaking.twice(make.apply(r), r));
            add("zeros in it", ending, r -> Breaking.zeroed(make.apply(r), r));
            add("packed", ending, r -> Breaking.gzip(make.apply(r)));
            add(
                    "of another format",
                    ending,
                    r -> sound.values().stream()
                            .skip(r.nextInt(4))
                            .findFirst()
                            .orElse(make)
                            .apply(r));
        });
        for (String ending : List.of("obj", "stl", "mstack")) {
            add("noise", ending, r -> Breaking.noise(r, 1 + r.nextInt(100_000)));
            add("empty", ending, _ -> new byte[0]);
            add("one long line", ending, r -> bytes("x".repeat(1_000_000 + r.nextInt(5_000_000))));
        }
        for (String ending : List.of("obj", "stla", "mstack")) {
            add(
                    "marked and in UTF-16",
                    ending,
                    r -> new String(sound.get(ending).apply(r), StandardCharsets.UTF_8)
                            .getBytes(StandardCharsets.UTF_16));
            add(
                    "lines shuffled",
                    ending,
                    r -> Breaking.shuffled(sound.get(ending).apply(r), r));
            add(
                    "a word replaced",
                    ending,
                    r -> Breaking.worded(sound.get(ending).apply(r), r));
            add(
                    "many words replaced",
                    ending,
                    r -> Breaking.manyWorded(sound.get(ending).apply(r), r));
        }
        objects();
        solids();
        documents();
    }

    private void add(String name, String ending, Function<Random, byte[]> make) {
        kinds.add(new Kind(name, ending, make));
    }

    List<Kind> kinds() {
        return kinds;
    }

    private void objects() {
        add(
                "corners that are not there",
                "obj",
                r -> bytes(obj(r) + "f 1 2 " + (r.nextBoolean() ? "" : "-") + (1000 + r.nextInt()) + "\n"));
        add("a face of very many corners", "obj", r -> bytes(polygon(r, 10_000 + r.nextInt(60_000))));
        add(
                "very many faces on few vertices",
                "obj",
                r -> bytes(TRIANGLE + "f 1 2 3\n".repeat(100_000 + r.nextInt(100_000))));
        add("very many names of materials", "obj", r -> {
            StringBuilder s = new StringBuilder(TRIANGLE);
            for (int i = 100_000 + r.nextInt(100_000); i > 0; i--)
                s.append("usemtl ").append(i).append("\nf 1 2 3\n");
            return bytes(s.toString());
        });
        add("lines that go on", "obj", r -> bytes(TRIANGLE + "f 1 2 3 " + "\\\n".repeat(100_000 + r.nextInt(300_000))));
        add("numbers from the ends", "obj", r -> bytes(Breaking.extreme(obj(r), r)));
        add(
                "a library that is no library",
                "obj",
                r -> bytes(
                        "mtllib ../../" + r.nextInt() + ".mtl\nmtllib " + "a".repeat(r.nextInt(5000)) + "\n" + obj(r)));
        add("vertices of two numbers", "obj", r -> bytes(obj(r).replaceFirst("(v \\S+ \\S+) \\S+", "$1")));
        add("all at one place", "obj", r -> bytes(obj(r).replaceAll("v \\S+ \\S+ \\S+", "v 0 0 0")));
        add("faces that turn back", "obj", r -> bytes(obj(r) + "f 1 2 1 2 1 2\nf 1 1 1\nf 2 1 2\n"));
    }

    private void solids() {
        add("a count that lies", "stl", r -> {
            byte[] b = binaryStl(r);
            ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(80, r.nextInt());
            return b;
        });
        add("numbers that are none", "stl", r -> {
            byte[] b = binaryStl(r);
            float[] odd = {Float.NaN, Float.POSITIVE_INFINITY, 3e38f, Float.MIN_VALUE, -0f};
            for (int i = 0; i < 5; i++)
                ByteBuffer.wrap(b)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .putFloat(
                                84 + 50 * r.nextInt((b.length - 84) / 50) + 12 + 4 * r.nextInt(9),
                                odd[r.nextInt(odd.length)]);
            return b;
        });
        add("only a header", "stl", r -> Arrays.copyOf(binaryStl(r), r.nextInt(85)));
        add("begins like text", "stl", r -> {
            byte[] b = binaryStl(r);
            System.arraycopy(bytes("solid a\nfacet"), 0, b, 0, 13);
            return r.nextBoolean() ? b : Arrays.copyOf(b, b.length - 1 - r.nextInt(40));
        });
        add("numbers from the ends", "stla", r -> bytes(Breaking.extreme(textStl(r), r)));
        add("facets of two corners", "stla", r -> bytes(textStl(r).replaceFirst("vertex.*\n", "")));
        add("no end", "stla", r -> bytes(textStl(r).replace("endsolid", "").replace("endloop", "")));
    }

    private void documents() {
        add("a value of another kind", "mstack", r -> Breaking.mutated(document(r), r, 1));
        add("many values of another kind", "mstack", r -> Breaking.mutated(document(r), r, 2 + r.nextInt(30)));
        add("nested deeply", "mstack", r -> {
            String open = r.nextBoolean() ? "[" : "{\"a\":";
            return bytes(open.repeat(50 + r.nextInt(200_000)));
        });
        add("nested deeply inside", "mstack", r -> {
            int n = 10 + r.nextInt(300);
            return bytes(small("\"x\": " + "[".repeat(n) + "]".repeat(n) + ","));
        });
        add("a field twice", "mstack", r -> bytes(small("").replaceFirst("\"id\"", "\"id\": 3, \"id\"")));
        add("a very long text", "mstack", r -> bytes(small("\"note\": \"" + "n".repeat(r.nextInt(5_000_000)) + "\",")));
        add(
                "very long numbers",
                "mstack",
                r -> bytes(small("\"values\": {\"width\": " + "9".repeat(1 + r.nextInt(3000))
                        + (r.nextBoolean() ? "e" + r.nextInt(100_000) : "") + "},")));
        add("bodies in a circle", "mstack", r -> bytes(chain(2 + r.nextInt(500), true)));
        add("a long chain of bodies", "mstack", r -> bytes(chain(2000 + r.nextInt(3000), false)));
        add("very many steps", "mstack", r -> {
            StringBuilder s = new StringBuilder();
            for (int i = 3000 + r.nextInt(3000); i > 1; i--)
                s.append(",{\"id\":").append(i).append(",\"type\":\"move\",\"values\":{\"by\":[1e-3,0,0]}}");
            return bytes(small("").replace("}]}]}", "}" + s + "]}]}"));
        });
        add("values from the ends", "mstack", r -> bytes(Breaking.extreme(document(r), r)));
        add(
                "a packed mesh that is damaged",
                "mstack",
                r -> bytes(small("")
                        .replace(
                                "\"type\": \"box\"",
                                "\"type\": \"imported-mesh\", \"values\": {\"mesh\": \""
                                        + Base64.getEncoder()
                                                .encodeToString(Breaking.changed(
                                                        Breaking.deflated(Breaking.noise(r, r.nextInt(3000))), r))
                                        + "\"}")));
        add(
                "a packed mesh that is a bomb",
                "mstack",
                r -> bytes(small("")
                        .replace(
                                "\"type\": \"box\"",
                                "\"type\": \"baked\", \"values\": {\"mesh\": \""
                                        + Base64.getEncoder().encodeToString(Breaking.deflated(Breaking.bomb(r)))
                                        + "\"}")));
        add(
                "a pick that cannot be read",
                "mstack",
                r -> bytes(small("")
                        .replace(
                                "}]}]}",
                                "}, {\"id\": 9, \"type\": \"extrude\", \"values\": {\"faces\": \"" + Breaking.pick(r)
                                        + "\"}}]}]}")));
        add(
                "units and versions",
                "mstack",
                r -> bytes(small("")
                        .replace(
                                "\"version\": 10",
                                "\"units\": \""
                                        + List.of("inch", "m", "ell", "").get(r.nextInt(4)) + "\", \"version\": "
                                        + List.of("9", "10.0", "1.5", "-1", "1e9", "null", "\"10\"", "1")
                                                .get(r.nextInt(8)))));
    }

    // ---- sound files

    private static final String TRIANGLE = "v 0 0 0\nv 1 0 0\nv 0 1 0\n";

    static byte[] bytes(String s) {
        return s.getBytes(StandardCharsets.UTF_8);
    }

    private static String obj(Random r) {
        int n = 3 + r.nextInt(20);
        StringBuilder s = new StringBuilder("# a grid\nmtllib a.mtl\no grid\n");
        for (int i = 0; i <= n; i++)
            for (int j = 0; j <= n; j++) s.append(String.format(Locale.ROOT, "v %d %d %.4f%n", i, j, r.nextDouble()));
        for (int i = 0; i < n; i++)
            for (int j = 0; j < n; j++) {
                int a = i * (n + 1) + j + 1;
                if (j % 5 == 0) s.append("usemtl m").append(j).append('\n');
                s.append("f ")
                        .append(a)
                        .append("/1 ")
                        .append(a + 1)
                        .append(' ')
                        .append(a + n + 2)
                        .append("//3 ")
                        .append(a + n + 1)
                        .append('\n');
            }
        return s.toString();
    }

    private static String polygon(Random r, int n) {
        StringBuilder s = new StringBuilder();
        int shape = r.nextInt(3);
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n, away = shape == 0 ? 5 + 95 * r.nextDouble() : 10;
            double x = shape == 1 ? i : shape == 2 ? r.nextDouble() : away * Math.cos(a);
            double y = shape == 1 ? i % 2 * 50 : shape == 2 ? r.nextDouble() : away * Math.sin(a);
            s.append("v ").append(x).append(' ').append(y).append(" 0\n");
        }
        s.append('f');
        for (int i = 1; i <= n; i++) s.append(' ').append(i);
        return s.append('\n').toString();
    }

    private static byte[] binaryStl(Random r) {
        int n = 1 + r.nextInt(200);
        ByteBuffer b = ByteBuffer.allocate(84 + 50 * n).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(80, n).position(84);
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < 12; k++) b.putFloat((float) r.nextGaussian());
            b.putShort((short) 0);
        }
        return b.array();
    }

    private static String textStl(Random r) {
        StringBuilder s = new StringBuilder("solid a\n");
        for (int i = 1 + r.nextInt(100); i > 0; i--) {
            s.append("facet normal 0 0 1\nouter loop\n");
            for (int k = 0; k < 3; k++)
                s.append("vertex ")
                        .append(r.nextGaussian())
                        .append(' ')
                        .append(r.nextGaussian())
                        .append(" 1e-3\n");
            s.append("endloop\nendfacet\n");
        }
        return s.append("endsolid a\n").toString();
    }

    private static final String LAMP = DocumentFile.toText(SkerryLight.document());
    private static final String ROOF = DocumentFile.toText(HeldEdges.document());

    private static String document(Random r) {
        return switch (r.nextInt(3)) {
            case 0 -> LAMP;
            case 1 -> ROOF;
            default -> small("");
        };
    }

    /** One box, with more fields in its step. */
    private static String small(String more) {
        return "{\"format\": \"modest-stack\", \"version\": 10, \"bodies\": [{\"id\": \"a\", \"name\": \"A\", \"steps\": [{"
                + more + "\"id\": 1, \"type\": \"box\"}]}]}";
    }

    private static String chain(int n, boolean circle) {
        StringBuilder s = new StringBuilder("{\"format\": \"modest-stack\", \"version\": 10, \"bodies\": [");
        for (int i = 0; i < n; i++) {
            s.append(i == 0 ? "" : ",")
                    .append("{\"id\":\"b")
                    .append(i)
                    .append("\",\"name\":\"B")
                    .append(i)
                    .append("\",\"steps\":[{\"id\":")
                    .append(i + 1);
            if (i < n - 1 || circle)
                s.append(",\"type\":\"linked-copy\",\"values\":{\"of\":[\"b")
                        .append((i + 1) % n)
                        .append("\"]}}]}");
            else s.append(",\"type\":\"box\"}]}");
        }
        return s.append("]}").toString();
    }
}
