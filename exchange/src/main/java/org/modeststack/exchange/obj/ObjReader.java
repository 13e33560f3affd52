package org.modeststack.exchange.obj;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.PolygonSoup;
import org.modeststack.exchange.TextScanner;
import org.modeststack.mesh.Coordinates;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.file.BoundedFile;

/**
 * Wavefront OBJ: vertices, faces of any number of sides, materials. Texture places and normals are passed over; curves
 * and surfaces are remarked upon.
 */
public final class ObjReader {
    private static final long MAX_LIBRARY_BYTES = 50_000_000;

    private final TextScanner in;
    private final Path file;
    private final double scale;
    private final PolygonSoup soup = new PolygonSoup();
    private final List<String> remarks = new ArrayList<>();
    private final Map<String, Material> library = new HashMap<>();
    private final IntArrayList corners = new IntArrayList();
    private final IntArrayList sides = new IntArrayList();
    private final IntArrayList lines = new IntArrayList();
    private final List<String> names = new ArrayList<>(List.of(""));
    private final Map<String, Integer> numbers = new HashMap<>(Map.of("", 0));
    private final IntArrayList nameOf = new IntArrayList();
    private final Map<String, Integer> passedOver = new HashMap<>();

    private ObjReader(byte[] bytes, Path file, LengthUnit unit) throws ExchangeException {
        this.file = file;
        scale = unit.millimetres();
        in = new TextScanner(bytes, String.valueOf(file.getFileName()));
    }

    /** @param file where it comes from: material libraries are looked for beside it, and nowhere else */
    public static Loaded read(byte[] bytes, Path file, LengthUnit unit) throws ExchangeException {
        return new ObjReader(bytes, file, unit).read();
    }

    private Loaded read() throws ExchangeException {
        int name = 0;
        while (in.nextLine()) {
            String word = in.word();
            switch (word) {
                case "v" -> soup.vertex(coordinate("x"), coordinate("y"), coordinate("z"));
                case "f" -> {
                    face();
                    nameOf.add(name);
                }
                case "usemtl" -> name = numbered(in.rest());
                case "mtllib" -> library(in.rest());
                case "", "vt", "vn", "vp", "g", "o", "s" -> {
                    // Nothing that a mesh keeps.
                }
                default -> {
                    if (!word.matches("[a-zA-Z_]{1,20}")) throw in.wrong("this is not a line of an OBJ file");
                    passedOver.merge(word, 1, Integer::sum);
                }
            }
        }
        return finish();
    }

    private double coordinate(String axis) throws ExchangeException {
        double d = scale * in.number(axis);
        if (!Coordinates.isInReach(d))
            throw in.wrong(
                    "vertex " + (soup.vertexCount() + 1) + " lies too far out: its " + axis + " is " + d + " mm");
        return Coordinates.settled(d);
    }

    private int numbered(String material) {
        int known = numbers.getOrDefault(material, -1);
        if (known >= 0) return known;
        numbers.put(material, names.size());
        names.add(material);
        return names.size() - 1;
    }

    private void face() throws ExchangeException {
        int n = 0;
        while (in.hasWord()) {
            int i = in.index();
            int v = i < 0 ? soup.vertexCount() + i : i - 1;
            if (i == 0 || v < 0) throw in.wrong("a face names vertex " + i + ", which is not there");
            corners.add(v);
            n++;
        }
        if (n < 3) throw in.wrong("a face needs at least three corners; this one has " + n);
        sides.add(n);
        lines.add(in.line());
    }

    private void library(String name) {
        try {
            Path wanted = Path.of(name);
            Path folder = file.toAbsolutePath().getParent();
            // A file from elsewhere must not make us open whatever its writer likes.
            if (wanted.isAbsolute() || wanted.getNameCount() != 1 || name.contains("..") || name.contains("\\")) {
                remarks.add("Line " + in.line() + ": the material file \"" + name
                        + "\" is not in the folder of the mesh and was not read.");
                return;
            }
            Path path = folder.resolve(wanted);
            if (!Files.isRegularFile(path)) {
                remarks.add("The material file \"" + name + "\" is not there; materials have no colours.");
                return;
            }
            byte[] bytes = BoundedFile.read(path, MAX_LIBRARY_BYTES);
            if (bytes == null) remarks.add("The material file \"" + name + "\" is too large and was not read.");
            else library.putAll(MtlReader.read(bytes, name));
        } catch (ExchangeException e) {
            remarks.add("Materials were not read. " + e.getMessage());
        } catch (IOException | InvalidPathException e) {
            remarks.add("The material file of line " + in.line() + " could not be read.");
        }
    }

    private Loaded finish() throws ExchangeException {
        String name = String.valueOf(file.getFileName());
        if (sides.isEmpty()) throw new ExchangeException(name + " has no faces.");
        int[] materials = new int[names.size()];
        Arrays.fill(materials, -1);
        List<Material> used = new ArrayList<>();
        int[] ring = new int[8];
        int at = 0;
        for (int f = 0; f < sides.size(); f++) {
            int n = sides.getInt(f);
            if (n > ring.length) ring = new int[n];
            for (int i = 0; i < n; i++) {
                ring[i] = corners.getInt(at++);
                if (ring[i] >= soup.vertexCount()) {
                    throw new ExchangeException(name + ", line " + lines.getInt(f) + ": a face names vertex "
                            + (ring[i] + 1L) + ", but the file has only " + soup.vertexCount() + ".");
                }
            }
            int m = nameOf.getInt(f);
            if (materials[m] < 0) {
                Material material = material(names.get(m));
                used.add(material);
                materials[m] = soup.material(material.name());
            }
            soup.face(materials[m], ring, n);
        }
        if (soup.dropped() > 0) remarks.add(soup.dropped() + " faces without area were left out.");
        passedOver.forEach((word, n) -> remarks.add(n + " lines that begin with \"" + word + "\" were passed over."));
        return new Loaded(soup.build(), Materials.of(used), remarks);
    }

    private Material material(String name) {
        if (name.isBlank()) return Material.DEFAULT;
        return library.getOrDefault(name, new Material(name, Material.DEFAULT.rgb()));
    }
}
