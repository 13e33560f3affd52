package org.modeststack.bench.files;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.GZIPOutputStream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Ways to break what was sound, at random: bytes, words, numbers, and the values of documents. */
final class Breaking {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Breaking() {}

    static byte[] cut(byte[] b, Random r) {
        return Arrays.copyOf(b, r.nextInt(b.length + 1));
    }

    static byte[] changed(byte[] b, Random r) {
        byte[] out = b.clone();
        if (out.length > 0) for (int i = 1 + r.nextInt(20); i > 0; i--) out[r.nextInt(out.length)] = (byte) r.nextInt();
        return out;
    }

    static byte[] joined(byte[] b, int to, int from) {
        byte[] out = Arrays.copyOf(b, to + b.length - from);
        System.arraycopy(b, from, out, to, b.length - from);
        return out;
    }

    static byte[] without(byte[] b, Random r) {
        int from = r.nextInt(b.length + 1);
        return joined(b, from, Math.min(b.length, from + 1 + r.nextInt(Math.max(1, b.length / 10))));
    }

    static byte[] twice(byte[] b, Random r) {
        int to = r.nextInt(b.length + 1);
        return joined(b, to, Math.max(0, to - 1 - r.nextInt(Math.max(1, b.length / 10))));
    }

    static byte[] zeroed(byte[] b, Random r) {
        byte[] out = b.clone();
        int from = r.nextInt(b.length + 1);
        Arrays.fill(out, from, Math.min(b.length, from + r.nextInt(4096)), (byte) 0);
        return out;
    }

    static byte[] noise(Random r, int n) {
        byte[] out = new byte[n];
        r.nextBytes(out);
        return out;
    }

    static byte[] bomb(Random r) {
        byte[] b = new byte[50_000_000 + r.nextInt(100_000_000)];
        ByteBuffer.wrap(b).putInt(2).putInt(r.nextInt(3_000_000));
        return b;
    }

    static byte[] gzip(byte[] b) {
        return packed(b, GZIPOutputStream::new);
    }

    static byte[] deflated(byte[] b) {
        return packed(b, DeflaterOutputStream::new);
    }

    private interface Packer {
        OutputStream into(OutputStream out) throws IOException;
    }

    private static byte[] packed(byte[] b, Packer packer) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (OutputStream zip = packer.into(out)) {
            zip.write(b);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    static byte[] shuffled(byte[] b, Random r) {
        List<String> lines =
                new ArrayList<>(new String(b, StandardCharsets.UTF_8).lines().toList());
        for (int i = 0; i < 5 && lines.size() > 1; i++)
            lines.add(r.nextInt(lines.size()), lines.remove(r.nextInt(lines.size())));
        return BrokenFiles.bytes(String.join("\n", lines));
    }

    private static final String[] WORDS = {
        "-1",
        "0",
        "1e308",
        "-1e308",
        "1e-320",
        "NaN",
        "inf",
        "99999999999999999999",
        "null",
        "true",
        "\"\"",
        "[]",
        "{}",
        "f",
        "v",
        "\u0000",
        "\u00e4\u4e16\ud83d\ude00",
        "\\",
        "\"",
        "2.0",
        "../../x",
        "0x10",
        "1,5",
        "-0",
        "1e",
        "facet",
        "usemtl"
    };

    static byte[] worded(byte[] b, Random r) {
        return words(b, r, 1);
    }

    static byte[] manyWorded(byte[] b, Random r) {
        return words(b, r, 3 + r.nextInt(40));
    }

    static byte[] words(byte[] b, Random r, int times) {
        String s = new String(b, StandardCharsets.UTF_8);
        for (int i = 0; i < times; i++) {
            int at = r.nextInt(s.length() + 1), end = at;
            while (end < s.length() && !Character.isWhitespace(s.charAt(end)) && s.charAt(end) != ',') end++;
            s = s.substring(0, at) + WORDS[r.nextInt(WORDS.length)] + s.substring(end);
        }
        return BrokenFiles.bytes(s);
    }

    static String extreme(String s, Random r) {
        String[] ends = {
            "1e308", "-1e308", "1e12", "1.0000001e12", "1e-310", "4.9e-324", "1e100", "-1e15", "2147483648", "1e6", "0"
        };
        StringBuilder out = new StringBuilder();
        for (String part : s.split("(?<=[ \\[,:])(?=-?[0-9])", -1))
            out.append(
                    r.nextInt(60) == 0 ? part.replaceFirst("-?[0-9][0-9.eE+-]*", ends[r.nextInt(ends.length)]) : part);
        return out.toString();
    }

    static String pick(Random r) {
        String[] parts = {
            "faces",
            "edges:",
            "hand",
            "facing 0 0 1",
            "all",
            ";",
            "grow 1e9",
            "made step",
            "tag \\\"",
            "inside 1 2",
            "hand 1 2 3 ~ =",
            "rim",
            "without",
            "sharper x",
            "flush"
        };
        StringBuilder s = new StringBuilder("faces:");
        for (int i = 1 + r.nextInt(8); i > 0; i--) s.append(' ').append(parts[r.nextInt(parts.length)]);
        return s.toString();
    }

    /** Anything of a document replaced by anything else. */
    static byte[] mutated(String document, Random r, int times) {
        JsonNode root = JSON.readTree(document);
        for (int i = 0; i < times; i++) {
            JsonNode at = root;
            while (true) {
                List<JsonNode> below = new ArrayList<>();
                for (JsonNode child : at) if (child.isContainer() && !child.isEmpty()) below.add(child);
                if (below.isEmpty() || r.nextInt(5) == 0) break;
                at = below.get(r.nextInt(below.size()));
            }
            // What went before may have emptied the whole.
            if (at.isEmpty()) break;
            if (at instanceof ArrayNode a) {
                if (r.nextInt(4) == 0) a.remove(r.nextInt(a.size()));
                else a.set(r.nextInt(a.size()), any(r));
            } else if (at instanceof ObjectNode o) {
                List<String> names = List.copyOf(o.propertyNames());
                String name = names.get(r.nextInt(names.size()));
                switch (r.nextInt(4)) {
                    case 0 -> o.remove(name);
                    case 1 -> o.set(name + "x", o.remove(name));
                    default -> o.set(name, any(r));
                }
            }
        }
        return BrokenFiles.bytes(JSON.writeValueAsString(root));
    }

    private static JsonNode any(Random r) {
        JsonNodeFactory f = JsonNodeFactory.instance;
        return switch (r.nextInt(12)) {
            case 0 -> f.numberNode(r.nextInt(10) - 5);
            case 1 -> f.numberNode(r.nextLong());
            case 2 -> f.numberNode(r.nextGaussian() * Math.pow(10, r.nextInt(40) - 20));
            case 3 -> f.nullNode();
            case 4 -> f.booleanNode(r.nextBoolean());
            case 5 -> f.stringNode("");
            case 6 -> f.stringNode("b" + r.nextInt(40));
            case 7 -> f.stringNode("\u00e4\u0000\ud83d".repeat(r.nextInt(10)));
            case 8 -> f.arrayNode();
            case 9 -> f.objectNode();
            case 10 -> f.arrayNode().add(1).add("x").add(f.objectNode());
            default -> f.numberNode(r.nextInt(100));
        };
    }
}
