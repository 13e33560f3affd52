package org.modeststack.exchange;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import java.nio.charset.StandardCharsets;

/** Walks over a text file line by line and word by word, and knows where it is for messages. */
public final class TextScanner {
    private final byte[] bytes;
    private final String name;
    private int at;
    private int lineEnd;
    private int next;
    private int line;

    /** @param name of the file, for messages */
    public TextScanner(byte[] bytes, String name) throws ExchangeException {
        this.bytes = bytes;
        this.name = name;
        next = markLength(bytes);
        for (int i = 0; i < Math.min(bytes.length, 4096); i++) {
            if (bytes[i] == 0)
                throw new ExchangeException(name + " is not a text file: there is a zero at byte " + i + ".");
        }
    }

    /** How many bytes at the beginning only say that the text is UTF-8. */
    public static int markLength(byte[] bytes) {
        boolean marked =
                bytes.length >= 3 && bytes[0] == (byte) 0xEF && bytes[1] == (byte) 0xBB && bytes[2] == (byte) 0xBF;
        return marked ? 3 : 0;
    }

    public int line() {
        return line;
    }

    public ExchangeException wrong(String what) {
        return new ExchangeException(name + ", line " + line + ": " + what + ".");
    }

    /**
     * Goes to the next line; one that ends in a backslash goes on below.
     *
     * @return false at the end
     */
    public boolean nextLine() {
        if (next >= bytes.length) return false;
        at = next;
        line++;
        lineEnd = at;
        while (lineEnd < bytes.length && bytes[lineEnd] != '\n' && bytes[lineEnd] != '\r') lineEnd++;
        next = lineEnd;
        if (next < bytes.length)
            next += bytes[next] == '\r' && next + 1 < bytes.length && bytes[next + 1] == '\n' ? 2 : 1;
        return true;
    }

    private static boolean isSpace(byte b) {
        return b == ' ' || b == '\t' || b == '\f' || b == 0x0B;
    }

    private void skipSpace() {
        while (at < lineEnd && isSpace(bytes[at])) at++;
    }

    /** Whether another word follows on this line. */
    public boolean hasWord() {
        skipSpace();
        while (at < lineEnd && bytes[at] == '\\' && at + 1 >= lineEnd && next < bytes.length) {
            nextLine();
            skipSpace();
        }
        return at < lineEnd && bytes[at] != '#';
    }

    private int wordEnd() {
        int e = at;
        while (e < lineEnd && !isSpace(bytes[e])) e++;
        return e;
    }

    /** The next word, or "" at the end of the line. */
    public String word() {
        if (!hasWord()) return "";
        int e = wordEnd();
        String w = new String(bytes, at, e - at, StandardCharsets.UTF_8);
        at = e;
        return w;
    }

    /** Goes past the next word if it is this one. */
    public boolean skip(String word) {
        int before = at;
        if (word().equals(word)) return true;
        at = before;
        return false;
    }

    /** What is left of the line, without spaces around it. */
    public String rest() {
        skipSpace();
        String r = new String(bytes, at, lineEnd - at, StandardCharsets.UTF_8).strip();
        at = lineEnd;
        return r;
    }

    /** The next word as a number that is finite. */
    public double number(String what) throws ExchangeException {
        if (!hasWord()) throw wrong(what + " is missing");
        int e = wordEnd();
        try {
            double d = JavaDoubleParser.parseDouble(bytes, at, e - at);
            if (!Double.isFinite(d)) throw wrong(what + " is not a finite number");
            at = e;
            return d;
        } catch (NumberFormatException x) {
            throw wrong(what + " is not a number: \"" + shortened(e) + "\"");
        }
    }

    private String shortened(int end) {
        return new String(bytes, at, Math.min(40, end - at), StandardCharsets.UTF_8);
    }

    /** The whole number that the next word begins with, up to a slash; the rest of the word is passed over. */
    public int index() throws ExchangeException {
        int e = wordEnd();
        long n = 0;
        int i = at;
        boolean negative = i < e && bytes[i] == '-';
        if (negative) i++;
        int digits = i;
        while (i < e && bytes[i] >= '0' && bytes[i] <= '9' && n <= Integer.MAX_VALUE) n = 10 * n + bytes[i++] - '0';
        if (i == digits || n > Integer.MAX_VALUE || (i < e && bytes[i] != '/')) {
            throw wrong("\"" + shortened(e) + "\" does not name a vertex");
        }
        at = e;
        return (int) (negative ? -n : n);
    }
}
