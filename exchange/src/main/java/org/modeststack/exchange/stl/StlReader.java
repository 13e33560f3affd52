package org.modeststack.exchange.stl;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.PolygonSoup;
import org.modeststack.exchange.TextScanner;
import org.modeststack.mesh.Coordinates;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;

/**
 * STL, text and binary. A file of triangles that do not know each other: corners at the very same place become one
 * vertex. The normals in the file are passed over; they follow from the corners.
 */
public final class StlReader {
    private static final int HEADER = 84;
    private static final int FACET = 50;

    private final PolygonSoup soup = new PolygonSoup();
    private final Long2IntOpenHashMap known = new Long2IntOpenHashMap();
    private final String name;
    private final double scale;
    private final int material;

    private StlReader(String name, LengthUnit unit) {
        this.name = name;
        scale = unit.millimetres();
        material = soup.material(Material.DEFAULT.name());
        known.defaultReturnValue(-1);
    }

    /** @param name of the file, for messages */
    public static Loaded read(byte[] bytes, String name, LengthUnit unit) throws ExchangeException {
        StlReader reader = new StlReader(name, unit);
        if (bytes.length == 0) throw new ExchangeException(name + " is empty.");
        if (looksLikeText(bytes)) reader.text(bytes);
        else reader.binary(bytes);
        return reader.finish();
    }

    /** Some binary files begin with "solid" too, so the size is asked first. */
    private static boolean looksLikeText(byte[] bytes) {
        if (bytes.length >= HEADER && HEADER + FACET * facets(bytes) == bytes.length) return false;
        int i = TextScanner.markLength(bytes);
        while (i < bytes.length && Character.isWhitespace(bytes[i])) i++;
        if (!new String(bytes, i, Math.min(5, bytes.length - i), StandardCharsets.US_ASCII).equalsIgnoreCase("solid"))
            return false;
        for (int k = 0; k < Math.min(bytes.length, 512); k++) if (bytes[k] == 0) return false;
        return true;
    }

    private static long facets(byte[] bytes) {
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(80) & 0xFFFFFFFFL;
    }

    private void binary(byte[] bytes) throws ExchangeException {
        if (bytes.length < HEADER) {
            throw new ExchangeException(
                    name + " is not an STL file: it breaks off at byte " + bytes.length + ", inside the header.");
        }
        long facets = facets(bytes);
        int room = (bytes.length - HEADER) / FACET;
        if (facets > room) {
            throw new ExchangeException(name + " says it has " + facets + " facets, but breaks off at byte "
                    + bytes.length + ", after " + room + ".");
        }
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        int[] ring = new int[3];
        for (int f = 0; f < facets; f++) {
            int at = HEADER + FACET * f + 12;
            for (int i = 0; i < 3; i++) {
                float x = in.getFloat(at + 12 * i), y = in.getFloat(at + 12 * i + 4), z = in.getFloat(at + 12 * i + 8);
                if (!Float.isFinite(x) || !Float.isFinite(y) || !Float.isFinite(z)) {
                    throw new ExchangeException(name + ": the facet at byte " + (HEADER + FACET * f)
                            + " has a corner that is not a finite number.");
                }
                if (!isInReach(x, y, z))
                    throw new ExchangeException(name + ": the facet at byte " + (HEADER + FACET * f)
                            + " has a corner that lies too far out, at " + x + " " + y + " " + z + ".");
                ring[i] = vertex(x, y, z);
            }
            soup.face(material, ring, 3);
        }
    }

    private void text(byte[] bytes) throws ExchangeException {
        TextScanner in = new TextScanner(bytes, name);
        int[] ring = new int[3];
        int corners = -1;
        boolean ended = false;
        while (in.nextLine()) {
            String word = in.word().toLowerCase(Locale.ROOT);
            switch (word) {
                case "outer" -> corners = 0;
                case "vertex" -> {
                    if (corners < 0) throw in.wrong("a vertex outside a facet");
                    if (corners == 3) throw in.wrong("a facet with more than three corners");
                    double x = in.number("x"), y = in.number("y"), z = in.number("z");
                    if (!isInReach(x, y, z)) throw in.wrong("a corner lies too far out, at " + x + " " + y + " " + z);
                    ring[corners++] = vertex(x, y, z);
                }
                case "endfacet" -> {
                    if (corners != 3)
                        throw in.wrong("a facet needs three corners; this one has " + Math.max(corners, 0));
                    soup.face(material, ring, 3);
                    corners = -1;
                }
                case "solid", "facet", "endloop", "" -> {
                    // Nothing to keep.
                }
                case "endsolid" -> ended = true;
                default -> throw in.wrong("this is not a line of an STL file");
            }
        }
        if (!ended) throw in.wrong("the file breaks off before its end");
    }

    private boolean isInReach(double x, double y, double z) {
        return Coordinates.isInReach(scale * x) && Coordinates.isInReach(scale * y) && Coordinates.isInReach(scale * z);
    }

    private int vertex(double x, double y, double z) {
        // Adding zero makes one of the two zeros.
        long key = Keys.of(
                Double.doubleToLongBits(x + 0.0), Double.doubleToLongBits(y + 0.0), Double.doubleToLongBits(z + 0.0));
        int v = known.get(key);
        if (v < 0) {
            v = soup.vertex(
                    Coordinates.settled(scale * x), Coordinates.settled(scale * y), Coordinates.settled(scale * z));
            known.put(key, v);
        }
        return v;
    }

    private Loaded finish() throws ExchangeException {
        List<String> remarks = new ArrayList<>();
        if (soup.dropped() > 0) remarks.add(soup.dropped() + " facets without area were left out.");
        Mesh mesh = soup.build();
        if (mesh.isEmpty()) throw new ExchangeException(name + " has no facets.");
        return new Loaded(mesh, Materials.NONE, remarks);
    }
}
