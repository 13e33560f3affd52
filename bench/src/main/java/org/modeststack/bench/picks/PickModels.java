package org.modeststack.bench.picks;

import static org.modeststack.bench.NamedSteps.step;
import static org.modeststack.bench.picks.Places.at;
import static org.modeststack.bench.picks.Places.between;
import static org.modeststack.bench.picks.Places.beyond;
import static org.modeststack.bench.picks.Places.prism;
import static org.modeststack.bench.picks.Places.round;
import static org.modeststack.bench.picks.Places.sector;
import static org.modeststack.bench.picks.Places.within;
import static org.modeststack.bench.picks.Sketch.move;

import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Step;
import org.modeststack.steps.pick.PickText;

/**
 * The models that picks are judged on, each with what may be meant on it and what may change below. Long because it is a
 * list: each model is a method that stands alone.
 */
final class PickModels {
    private static final Vec3 UP = new Vec3(0, 0, 1);
    private static final Vec3 DOWN = new Vec3(0, 0, -1);
    private static final Vec3 ACROSS = new Vec3(1, 0, 0);

    private PickModels() {}

    static List<PickModel> all() {
        return List.of(
                flange(),
                housing(),
                bracket(),
                boredRow(),
                unionOfThree(),
                bevelledBlock(),
                splitPlate(),
                keyedShaft(),
                slottedTube(),
                steppedShaft(),
                paddedBlock(),
                crossedPipes(),
                dividedCylinder(),
                smoothedPlate(),
                roundWindows(),
                boredBevel(),
                chamferedBar(),
                optionalSteps(),
                toothedRing(),
                hexagonPlate(),
                cutTorus(),
                turnedBracket(),
                bridgedBlocks());
    }

    private static Vec3 v(double x, double y, double z) {
        return new Vec3(x, y, z);
    }

    private static Step box(double x, double y, double z, int nx, int ny, int nz) {
        return step("box", "width", x, "depth", y, "height", z, "segmentsX", nx, "segmentsY", ny, "segmentsZ", nz);
    }

    private static Step bar(double diameter, double height, int sides) {
        return step("cylinder", "diameter", diameter, "height", height, "sides", sides);
    }

    /** By the numbers {@code across, wall, tall, sides}. */
    private static Step tube(Numbers p) {
        return step(
                "tube",
                "diameter",
                p.get("across"),
                "wall",
                p.get("wall"),
                "height",
                p.get("tall"),
                "sides",
                p.whole("sides"));
    }

    /** A bevel of what runs round all tops, by the numbers {@code width, strips}. */
    private static Step roundedTop(Numbers p) {
        return step(
                "bevel",
                "where",
                PickText.parse("edges: facing 0 0 1 10; rim"),
                "width",
                p.get("width"),
                "segments",
                p.whole("strips"));
    }

    /** Whether a place lies at a hole of a ring of holes: on its wall, between two heights. */
    private static Predicate<Vec3> hole(Numbers n, int k, double low, double high) {
        double a = 2 * Math.PI * k / n.get("bolts"), r = n.get("circle");
        return prism(
                        r * Math.cos(a),
                        r * Math.sin(a),
                        n.get("bolt") / 2,
                        n.whole("boltSides"),
                        360.0 * k / n.get("bolts"))
                .and(between(2, low, high));
    }

    private static PickModel flange() {
        Numbers n = Numbers.of(
                "across",
                120,
                "height",
                14,
                "sides",
                48,
                "rings",
                2,
                "bolts",
                6,
                "bolt",
                10,
                "boltSides",
                24,
                "circle",
                42);
        Function<Numbers, Document> build = p -> Sketch.of(step(
                        "cylinder",
                        "diameter",
                        p.get("across"),
                        "height",
                        p.get("height"),
                        "sides",
                        p.whole("sides"),
                        "capRings",
                        p.whole("rings")))
                .cut(
                        bar(p.get("bolt"), 80, p.whole("boltSides")),
                        move(p.get("circle"), 0, -20),
                        step("round-array", "count", p.whole("bolts"), "axis", Axis.Z))
                .document();
        return new PickModel.Builder("flange", n, build)
                .edges("rim of the third hole", p -> hole(p, 2, p.get("height"), p.get("height")))
                .edges("lower rim of the second hole", p -> hole(p, 1, 0, 0))
                .vertices("rim of the second hole", p -> hole(p, 1, p.get("height"), p.get("height")))
                .walls("wall of the third hole", UP, p -> hole(p, 2, 0, p.get("height")))
                .walls("outer wall", UP, p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides")))
                .edges(
                        "outer upper edge",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, p.get("height"))))
                .faces("top", UP, p -> at(2, p.get("height")))
                .walls(
                        "a quarter of the outer wall",
                        UP,
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(sector(0, 90)))
                .change("bolts", 8, 5, 4)
                .change("boltSides", 36, 48, 16)
                .change("sides", 96, 64, 24)
                .change("rings", 1, 3, 4)
                .change("height", 20, 8)
                .change("circle", 45, 36)
                .change("across", 140, 112)
                .change("bolt", 14, 7)
                .done();
    }

    private static PickModel housing() {
        Numbers n = Numbers.of(
                "x",
                80,
                "y",
                60,
                "z",
                50,
                "segments",
                1,
                "bore",
                30,
                "sides",
                32,
                "pocket",
                40,
                "deep",
                12,
                "shift",
                0);
        Function<Numbers, Document> build =
                p -> Sketch.of(box(p.get("x"), p.get("y"), p.get("z"), p.whole("segments"), p.whole("segments"), 1))
                        .cut(bar(p.get("bore"), 90, p.whole("sides")), move(p.get("shift"), 0, -20))
                        .cut(box(p.get("pocket"), 80, 20, 1, 1, 1), move(0, 0, p.get("z") - p.get("deep")))
                        .document();
        return new PickModel.Builder("housing", n, build)
                .edges(
                        "lower rim of the bore",
                        p -> round(2, p.get("shift"), 0, p.get("bore") / 2, p.whole("sides"))
                                .and(at(2, 0)))
                .edges(
                        "upper rim of the bore",
                        p -> round(2, p.get("shift"), 0, p.get("bore") / 2, p.whole("sides"))
                                .and(at(2, p.get("z") - p.get("deep"))))
                .walls("wall of the bore", UP, p -> round(2, p.get("shift"), 0, p.get("bore") / 2, p.whole("sides")))
                .faces("floor of the pocket", UP, p -> at(2, p.get("z") - p.get("deep")))
                .faces("left wall of the pocket", ACROSS, p -> at(0, -p.get("pocket") / 2))
                .edges(
                        "left edge of the pocket's floor",
                        p -> at(0, -p.get("pocket") / 2).and(at(2, p.get("z") - p.get("deep"))))
                .faces("right side", ACROSS, p -> at(0, p.get("x") / 2))
                .faces(
                        "what is left of the top, on the right",
                        UP,
                        p -> at(2, p.get("z")).and(between(0, 0, p.get("x"))))
                .change("x", 100, 72)
                .change("z", 60, 40)
                .change("segments", 2, 4)
                .change("bore", 24, 36)
                .change("sides", 48, 24, 64)
                .change("pocket", 50, 34)
                .change("deep", 8, 18)
                .change("shift", 2, -1.5)
                .done();
    }

    private static PickModel bracket() {
        Numbers n = Numbers.of("reach", 50, "thick", 8, "tall", 40, "bore", 12, "sides", 24, "apart", 4, "segments", 1);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("reach"), 30, p.get("thick"), p.whole("segments"), 1, 1),
                        move(p.get("reach") / 2 + p.get("apart"), 0, 0))
                .unite(box(p.get("thick"), 30, p.get("tall"), 1, 1, 1), move(p.get("apart") + p.get("thick") / 2, 0, 0))
                .cut(bar(p.get("bore"), 60, p.whole("sides")), move(p.get("apart") + 32, 0, -20))
                .then(step("mirror"))
                .document();
        Function<Integer, Function<Numbers, Predicate<Vec3>>> rim =
                side -> p -> round(2, side * (p.get("apart") + 32), 0, p.get("bore") / 2, p.whole("sides"))
                        .and(at(2, p.get("thick")));
        return new PickModel.Builder("mirrored bracket", n, build)
                .edges("rim on the right", rim.apply(1))
                .edges("rim on the left", rim.apply(-1))
                .vertices("rim on the left", rim.apply(-1))
                .walls(
                        "wall of the left bore",
                        UP,
                        p -> round(2, -p.get("apart") - 32, 0, p.get("bore") / 2, p.whole("sides")))
                .faces("top of the right upright", UP, p -> at(2, p.get("tall")).and(between(0, 0, 1000)))
                .faces("end of the left arm", v(-1, 0, 0), p -> at(0, -p.get("apart") - p.get("reach")))
                .edges(
                        "inner corner on the right",
                        p -> at(0, p.get("apart") + p.get("thick")).and(at(2, p.get("thick"))))
                .change("reach", 60, 44)
                .change("thick", 6, 10)
                .change("tall", 50, 30)
                .change("bore", 16, 8)
                .change("sides", 36, 48)
                .change("apart", 7, 2)
                .change("segments", 2, 3)
                .done();
    }

    private static PickModel boredRow() {
        Numbers n = Numbers.of("side", 20, "bore", 10, "sides", 20, "count", 5, "pitch", 30, "segments", 1);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("side"), p.get("side"), p.get("side"), p.whole("segments"), p.whole("segments"), 1))
                .cut(bar(p.get("bore"), 60, p.whole("sides")), move(0, 0, -20))
                .then(step("row-array", "count", p.whole("count"), "offset", v(p.get("pitch"), 0, 0)))
                .document();
        return new PickModel.Builder("row of bored cubes", n, build)
                .edges(
                        "rim of the third",
                        p -> round(2, 2 * p.get("pitch"), 0, p.get("bore") / 2, p.whole("sides"))
                                .and(at(2, p.get("side"))))
                .walls(
                        "wall of the second bore",
                        UP,
                        p -> round(2, p.get("pitch"), 0, p.get("bore") / 2, p.whole("sides")))
                .faces(
                        "top of the fourth",
                        UP,
                        p -> at(2, p.get("side")).and(between(0, 2.5 * p.get("pitch"), 3.5 * p.get("pitch"))))
                .faces("right side of the first", ACROSS, p -> at(0, p.get("side") / 2))
                .vertices(
                        "outer corners of the second",
                        p -> between(0, p.get("pitch") / 2, 1.5 * p.get("pitch"))
                                .and(q -> Places.near(Math.abs(q.x() - p.get("pitch")), p.get("side") / 2)
                                        && Places.near(Math.abs(q.y()), p.get("side") / 2)
                                        && (Places.near(q.z(), 0) || Places.near(q.z(), p.get("side")))))
                .change("side", 24, 16)
                .change("bore", 7, 13)
                .change("sides", 30, 40, 16)
                .change("count", 7, 4, 6)
                .change("pitch", 40, 26)
                .change("segments", 2, 3)
                .done();
    }

    private static PickModel unionOfThree() {
        Numbers n = Numbers.of("wide", 30, "middle", 50, "tall", 20, "rise", 12, "segments", 1);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("middle"), 40, p.get("tall"), p.whole("segments"), 1, 1))
                .unite(box(p.get("wide"), 24, p.get("tall") + p.get("rise"), 1, 1, 1), move(p.get("middle") / 2, 0, 0))
                .unite(box(p.get("wide"), 24, p.get("tall") + p.get("rise"), 1, 1, 1), move(-p.get("middle") / 2, 0, 0))
                .document();
        return new PickModel.Builder("union of three", n, build)
                .faces("top of the middle", UP, p -> at(2, p.get("tall")))
                .faces(
                        "top of the right tower",
                        UP,
                        p -> at(2, p.get("tall") + p.get("rise")).and(between(0, 0, 1000)))
                .faces(
                        "inner side of the right tower",
                        v(-1, 0, 0),
                        p -> at(0, p.get("middle") / 2 - p.get("wide") / 2).and(between(2, p.get("tall"), 1000)))
                .edges(
                        "where the right tower meets the top",
                        p -> at(0, p.get("middle") / 2 - p.get("wide") / 2).and(at(2, p.get("tall"))))
                .faces("front of the middle", v(0, -1, 0), p -> at(1, -20))
                .faces("bottom", DOWN, p -> at(2, 0))
                .change("wide", 36, 24)
                .change("middle", 64, 44)
                .change("tall", 28, 14)
                .change("rise", 20, 6)
                .change("segments", 2, 3, 4)
                .done();
    }

    private static PickModel bevelledBlock() {
        Numbers n = Numbers.of("x", 60, "y", 40, "z", 30, "width", 4, "strips", 2);
        Function<Numbers, Document> build =
                p -> Sketch.of(box(p.get("x"), p.get("y"), p.get("z"), 1, 1, 1), roundedTop(p))
                        .document();
        return new PickModel.Builder("bevelled block", n, build)
                .faces("top", UP, p -> at(2, p.get("z")))
                .edges("edges round the top", p -> at(2, p.get("z")))
                .vertices("corners of the top", p -> at(2, p.get("z")))
                .faces("right side", ACROSS, p -> at(0, p.get("x") / 2))
                .faces(
                        "the whole strip on the right",
                        v(Math.sqrt(0.5), 0, Math.sqrt(0.5)),
                        p -> between(0, p.get("x") / 2 - p.get("width"), 1000)
                                .and(between(2, p.get("z") - p.get("width"), 1000)))
                .edges("lower rail on the right", p -> at(0, p.get("x") / 2).and(at(2, p.get("z") - p.get("width"))))
                .faces("bottom", DOWN, p -> at(2, 0))
                .change("x", 80, 50)
                .change("z", 40, 20)
                .change("width", 6, 2)
                .change("strips", 3, 4, 1, 6)
                .done();
    }

    private static PickModel splitPlate() {
        Numbers n = Numbers.of("x", 80, "y", 60, "z", 10, "parts", 2, "segments", 1);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("x"), p.get("y"), p.get("z"), p.whole("segments"), 1, 1),
                        step("split", "faces", PickText.parse("faces: facing 0 0 1 10"), "parts", p.whole("parts")))
                .document();
        return new PickModel.Builder("split plate", n, build)
                .faces("the right half of the top", UP, p -> at(2, p.get("z")).and(between(0, 0, 1000)))
                .faces(
                        "the quarter at the back on the right",
                        UP,
                        p -> at(2, p.get("z")).and(between(0, 0, 1000)).and(between(1, 0, 1000)))
                .faces("top", UP, p -> at(2, p.get("z")))
                .edges("upper edge on the right", p -> at(2, p.get("z")).and(at(0, p.get("x") / 2)))
                .edges("the line across the middle", p -> at(2, p.get("z")).and(at(0, 0)))
                .faces("front", v(0, -1, 0), p -> at(1, -p.get("y") / 2))
                .change("x", 100, 60)
                .change("z", 16, 6)
                .change("parts", 4, 6, 8)
                .change("segments", 2, 4)
                .done();
    }

    private static PickModel keyedShaft() {
        Numbers n = Numbers.of("across", 40, "long", 90, "sides", 32, "wide", 10, "deep", 6, "from", 50);
        Function<Numbers, Document> build = p -> Sketch.of(bar(p.get("across"), p.get("long"), p.whole("sides")))
                .cut(
                        box(20, p.get("wide"), 100, 1, 1, 1),
                        move(p.get("across") / 2 - p.get("deep") + 10, 0, p.get("from")))
                .document();
        Function<Numbers, Predicate<Vec3>> inKey =
                p -> between(1, -p.get("wide") / 2, p.get("wide") / 2).and(between(2, p.get("from"), 1000));
        return new PickModel.Builder("keyed shaft", n, build)
                .faces(
                        "floor of the key",
                        ACROSS,
                        p -> at(0, p.get("across") / 2 - p.get("deep")).and(inKey.apply(p)))
                .faces(
                        "side of the key",
                        v(0, 1, 0),
                        p -> at(1, -p.get("wide") / 2).and(inKey.apply(p)))
                .faces("end of the key", UP, p -> at(2, p.get("from")).and(inKey.apply(p)))
                .edges(
                        "edge along the floor",
                        p -> at(0, p.get("across") / 2 - p.get("deep"))
                                .and(at(1, -p.get("wide") / 2))
                                .and(between(2, p.get("from"), 1000)))
                .walls(
                        "the half of the wall behind",
                        UP,
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(sector(90, 270)))
                .edges(
                        "lower edge",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, 0)))
                .change("across", 48, 34)
                .change("long", 110, 70)
                .change("sides", 64, 48, 40)
                .change("wide", 14, 7)
                .change("deep", 8, 4)
                .change("from", 60, 40)
                .done();
    }

    private static PickModel slottedTube() {
        Numbers n = Numbers.of("across", 60, "wall", 6, "tall", 50, "sides", 48, "slots", 4, "wide", 8, "low", 20);
        Function<Numbers, Document> build = p -> Sketch.of(tube(p))
                .cut(
                        box(30, p.get("wide"), 60, 1, 1, 1),
                        move(30, 0, p.get("low")),
                        step("round-array", "count", p.whole("slots"), "axis", Axis.Z))
                .document();
        return new PickModel.Builder("slotted tube", n, build)
                .faces("floor of the second slot", UP, p -> at(2, p.get("low")).and(turned(p, 1)))
                .edges(
                        "edges of the second slot's floor",
                        p -> at(2, p.get("low")).and(turned(p, 1)))
                .walls(
                        "inner wall below the slots",
                        UP,
                        p -> round(2, 0, 0, p.get("across") / 2 - p.get("wall"), p.whole("sides"))
                                .and(between(2, 0, p.get("tall"))))
                .faces("bottom", DOWN, p -> at(2, 0))
                .edges(
                        "lower outer edge",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, 0)))
                .change("across", 70, 52)
                .change("wall", 8, 4)
                .change("tall", 60, 40)
                .change("sides", 96, 60)
                .change("slots", 6, 3, 8)
                .change("wide", 10, 5)
                .change("low", 26, 12)
                .done();
    }

    /** In the slot of a number: near the plane through the axis that it lies in, on its side. */
    private static Predicate<Vec3> turned(Numbers p, int k) {
        double a = 2 * Math.PI * k / p.get("slots"), half = p.get("wide") / 2 + 1e-4;
        return q -> q.x() * Math.cos(a) + q.y() * Math.sin(a) > 0
                && Math.abs(-q.x() * Math.sin(a) + q.y() * Math.cos(a)) < half;
    }

    private static PickModel steppedShaft() {
        Numbers n =
                Numbers.of("thick", 50, "thin", 30, "low", 30, "high", 40, "sides", 32, "thinSides", 24, "segments", 0);
        Function<Numbers, Document> build = p -> Sketch.of(step(
                        "cylinder",
                        "diameter",
                        p.get("thick"),
                        "height",
                        p.get("low"),
                        "sides",
                        p.whole("sides"),
                        "capRings",
                        p.whole("segments")))
                .unite(bar(p.get("thin"), p.get("high"), p.whole("thinSides")), move(0, 0, p.get("low") - 10))
                .document();
        return new PickModel.Builder("stepped shaft", n, build)
                .edges(
                        "the seam on the shoulder",
                        p -> round(2, 0, 0, p.get("thin") / 2, p.whole("thinSides"))
                                .and(at(2, p.get("low"))))
                .faces("the shoulder", UP, p -> at(2, p.get("low")).and(beyond(2, 0, 0, 1)))
                .walls("wall of the thin part", UP, p -> round(2, 0, 0, p.get("thin") / 2, p.whole("thinSides")))
                .walls(
                        "a quarter of the thick wall",
                        UP,
                        p -> round(2, 0, 0, p.get("thick") / 2, p.whole("sides"))
                                .and(sector(0, 90)))
                .faces("upper end", UP, p -> at(2, p.get("low") - 10 + p.get("high")))
                .edges("upper end's edge", p -> at(2, p.get("low") - 10 + p.get("high")))
                .vertices(
                        "the seam's corners",
                        p -> round(2, 0, 0, p.get("thin") / 2, p.whole("thinSides"))
                                .and(at(2, p.get("low"))))
                .change("thick", 60, 40)
                .change("thin", 24, 36)
                .change("low", 40, 20)
                .change("high", 55, 30)
                .change("sides", 64, 48, 16)
                .change("thinSides", 36, 48, 12)
                .change("segments", 1, 2, 3)
                .done();
    }

    private static PickModel paddedBlock() {
        Numbers n = Numbers.of("x", 60, "y", 40, "z", 20, "frame", 6, "pad", 8, "segments", 1);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("x"), p.get("y"), p.get("z"), p.whole("segments"), 1, 1),
                        step("inset", "faces", PickText.parse("faces: facing 0 0 1 10"), "thickness", p.get("frame")),
                        step(
                                "extrude",
                                "faces",
                                PickText.parse(
                                        "faces: facing 0 0 1 10; within inside -200 -200 0 200 200 200; shrink 1"),
                                "distance",
                                p.get("pad")))
                .document();
        return new PickModel.Builder("padded block", n, build)
                .faces("top of the pad", UP, p -> at(2, p.get("z") + p.get("pad")))
                .edges(
                        "front edge of the pad",
                        p -> at(2, p.get("z") + p.get("pad")).and(at(1, -p.get("y") / 2 + p.get("frame"))))
                .faces("right wall of the pad", ACROSS, p -> at(0, p.get("x") / 2 - p.get("frame")))
                .faces("the frame", UP, p -> at(2, p.get("z")))
                .faces("right side", ACROSS, p -> at(0, p.get("x") / 2))
                .change("x", 80, 50)
                .change("z", 30, 12)
                .change("frame", 9, 3)
                .change("pad", 14, 4)
                .change("segments", 2, 3)
                .done();
    }

    private static PickModel crossedPipes() {
        Numbers n = Numbers.of("main", 40, "branch", 24, "sides", 32, "branchSides", 24, "long", 100);
        Function<Numbers, Document> build = p -> Sketch.of(
                        bar(p.get("main"), p.get("long"), p.whole("sides")),
                        step("turn", "axis", Axis.Y, "angle", 90.0),
                        move(-p.get("long") / 2, 0, 0))
                .unite(bar(p.get("branch"), 60, p.whole("branchSides")))
                .document();
        return new PickModel.Builder("crossed pipes", n, build)
                .walls(
                        "wall of the branch",
                        UP,
                        p -> round(2, 0, 0, p.get("branch") / 2, p.whole("branchSides"))
                                .and(between(2, 5, 1000)))
                .faces("end of the branch", UP, p -> at(2, 60))
                .edges("edge of the branch's end", p -> at(2, 60))
                .edges(
                        "the seam",
                        p -> round(2, 0, 0, p.get("branch") / 2, p.whole("branchSides"))
                                .and(round(0, 0, 0, p.get("main") / 2, p.whole("sides")))
                                .and(between(2, 5, 1000)))
                .faces("left end", v(-1, 0, 0), p -> at(0, -p.get("long") / 2))
                .change("main", 50, 34)
                .change("branch", 28, 18)
                .change("sides", 48, 64)
                .change("branchSides", 36, 48)
                .change("long", 130, 80)
                .done();
    }

    private static PickModel dividedCylinder() {
        Numbers n = Numbers.of("across", 50, "tall", 40, "sides", 24, "segments", 2, "rings", 1);
        Function<Numbers, Document> build = p -> Sketch.of(step(
                        "cylinder",
                        "diameter",
                        p.get("across"),
                        "height",
                        p.get("tall"),
                        "sides",
                        p.whole("sides"),
                        "segments",
                        p.whole("segments"),
                        "capRings",
                        p.whole("rings")))
                .document();
        return new PickModel.Builder("divided cylinder", n, build)
                .walls(
                        "the upper half of the wall",
                        UP,
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(between(2, p.get("tall") / 2, 1000)))
                .walls(
                        "an eighth of the wall",
                        UP,
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(sector(0, 45)))
                .edges(
                        "the loop half way up",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, p.get("tall") / 2)))
                .edges(
                        "a quarter of the upper edge",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, p.get("tall")))
                                .and(sector(90, 180)))
                .faces("top", UP, p -> at(2, p.get("tall")))
                .faces("a quarter of the top", UP, p -> at(2, p.get("tall")).and(sector(0, 90)))
                .vertices(
                        "upper edge",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, p.get("tall"))))
                .change("across", 70, 30)
                .change("tall", 60, 20)
                .change("sides", 48, 32, 40, 16)
                .change("segments", 4, 6, 8)
                .change("rings", 2, 3)
                .done();
    }

    private static PickModel smoothedPlate() {
        Numbers n = Numbers.of("x", 60, "y", 40, "z", 20, "levels", 1, "segments", 2);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("x"), p.get("y"), p.get("z"), p.whole("segments"), 2, 2),
                        step("split", "faces", PickText.parse("faces: all"), "parts", (int)
                                Math.pow(2, p.get("levels"))),
                        move(0, 0, 3))
                .document();
        return new PickModel.Builder("divided block", n, build)
                .faces("top", UP, p -> at(2, p.get("z") + 3))
                .faces(
                        "the right half of the top",
                        UP,
                        p -> at(2, p.get("z") + 3).and(between(0, 0, 1000)))
                .faces("right side", ACROSS, p -> at(0, p.get("x") / 2))
                .edges("upper edge on the right", p -> at(0, p.get("x") / 2).and(at(2, p.get("z") + 3)))
                .edges("the line over the top", p -> at(0, 0).and(at(2, p.get("z") + 3)))
                .vertices(
                        "upper corners",
                        p -> at(2, p.get("z") + 3)
                                .and(q -> Places.near(Math.abs(q.x()), p.get("x") / 2)
                                        && Places.near(Math.abs(q.y()), p.get("y") / 2)))
                .change("x", 90, 40)
                .change("y", 60, 30)
                .change("z", 30, 10)
                .change("levels", 2, 3)
                .change("segments", 4, 6)
                .done();
    }

    private static PickModel roundWindows() {
        Numbers n = Numbers.of(
                "across",
                70,
                "wall",
                5,
                "tall",
                60,
                "sides",
                48,
                "windows",
                6,
                "window",
                16,
                "windowSides",
                20,
                "at",
                30);
        Function<Numbers, Document> build = p -> Sketch.of(tube(p))
                .cut(
                        bar(p.get("window"), 40, p.whole("windowSides")),
                        step("turn", "axis", Axis.Y, "angle", 90.0),
                        move(15, 0, p.get("at")),
                        step("round-array", "count", p.whole("windows"), "axis", Axis.Z))
                .document();
        return new PickModel.Builder("round windows", n, build)
                .faces("wall of the third window", p -> window(p, 2))
                .faces("wall of the second window", p -> window(p, 1))
                .edges(
                        "outer rim of the second window",
                        p -> window(p, 1).and(q -> Math.hypot(q.x(), q.y()) > p.get("across") / 2 * 0.99))
                .edges(
                        "upper outer edge",
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(at(2, p.get("tall"))))
                .faces("upper end", UP, p -> at(2, p.get("tall")))
                .change("across", 80, 62)
                .change("wall", 8, 3)
                .change("tall", 80, 52)
                .change("sides", 64, 96)
                .change("windows", 8, 5, 4)
                .change("window", 20, 12)
                .change("windowSides", 30, 40)
                .change("at", 34, 24)
                .done();
    }

    /** On the wall of a round window, seen along its own axis. */
    private static Predicate<Vec3> window(Numbers p, int k) {
        double a = 2 * Math.PI * k / p.get("windows");
        return q -> q.x() * Math.cos(a) + q.y() * Math.sin(a) > 0
                && round(2, 0, 0, p.get("window") / 2, p.whole("windowSides"))
                        .test(v(-q.x() * Math.sin(a) + q.y() * Math.cos(a), q.z() - p.get("at"), 0));
    }

    private static PickModel boredBevel() {
        Numbers n = Numbers.of("x", 60, "y", 50, "z", 24, "bore", 24, "sides", 32, "width", 2, "strips", 2);
        Function<Numbers, Document> build = p -> Sketch.of(box(p.get("x"), p.get("y"), p.get("z"), 1, 1, 1))
                .cut(bar(p.get("bore"), 60, p.whole("sides")), move(0, 0, -20))
                .then(roundedTop(p))
                .document();
        return new PickModel.Builder("bored and bevelled", n, build)
                .faces("top", UP, p -> at(2, p.get("z")))
                .edges(
                        "inner upper rail",
                        p -> at(2, p.get("z")).and(within(2, 0, 0, p.get("bore") / 2 + 1.2 * p.get("width"))))
                .walls(
                        "wall of the bore",
                        UP,
                        p -> round(2, 0, 0, p.get("bore") / 2, p.whole("sides"))
                                .and(between(2, 0, p.get("z") - p.get("width"))))
                .edges(
                        "lower rim of the bore",
                        p -> round(2, 0, 0, p.get("bore") / 2, p.whole("sides")).and(at(2, 0)))
                .faces("right side", ACROSS, p -> at(0, p.get("x") / 2))
                .faces("bottom", DOWN, p -> at(2, 0))
                .change("x", 76, 50)
                .change("z", 30, 16)
                .change("bore", 30, 16)
                .change("sides", 48, 64)
                .change("width", 3, 1)
                .change("strips", 3, 4, 1)
                .done();
    }

    /** A bar whose upper edge is rounded, and stands turned on a plate. */
    private static PickModel chamferedBar() {
        Numbers n = Numbers.of("across", 40, "tall", 30, "sides", 32, "width", 3, "strips", 3, "segments", 1);
        Function<Numbers, Document> build = p -> Sketch.of(
                        step(
                                "cylinder",
                                "diameter",
                                p.get("across"),
                                "height",
                                p.get("tall"),
                                "sides",
                                p.whole("sides"),
                                "segments",
                                p.whole("segments")),
                        roundedTop(p))
                .document();
        return new PickModel.Builder("rounded bar", n, build)
                .faces("top", UP, p -> at(2, p.get("tall")))
                .edges("upper rail", p -> at(2, p.get("tall")))
                .edges("lower edge", p -> at(2, 0))
                .walls(
                        "wall",
                        UP,
                        p -> round(2, 0, 0, p.get("across") / 2, p.whole("sides"))
                                .and(between(2, 0, p.get("tall") - p.get("width"))))
                .edges("lower rail", p -> at(2, p.get("tall") - p.get("width")))
                .vertices("lower rail", p -> at(2, p.get("tall") - p.get("width")))
                .change("across", 60, 30)
                .change("tall", 44, 18)
                .change("sides", 48, 64, 40)
                .change("width", 5, 1.5)
                .change("strips", 2, 5, 1)
                .done();
    }

    /** Steps below that are switched on and off. */
    private static PickModel optionalSteps() {
        Numbers n = Numbers.of("x", 70, "y", 50, "z", 20, "split", 0, "bore", 0, "slot", 0, "sides", 24, "segments", 1);
        Function<Numbers, Document> build = p -> {
            Sketch s = Sketch.of(box(p.get("x"), p.get("y"), p.get("z"), p.whole("segments"), 1, 1), move(3, 0, 0))
                    .then(
                            step("split", "faces", PickText.parse("faces: facing 0 0 1 10"), "parts", 2),
                            p.whole("split") == 1);
            s = s.cut(p.whole("bore") == 1, bar(14, 60, p.whole("sides")), move(-12, 0, -20));
            return s.cut(p.whole("slot") == 1, box(8, 80, 60, 1, 1, 1), move(20, 0, 10))
                    .document();
        };
        return new PickModel.Builder("steps switched on", n, build)
                .faces("top", UP, p -> at(2, p.get("z")))
                .faces("right side", ACROSS, p -> at(0, 3 + p.get("x") / 2))
                .faces("left side", v(-1, 0, 0), p -> at(0, 3 - p.get("x") / 2))
                .faces("bottom", DOWN, p -> at(2, 0))
                .edges("upper edge on the right", p -> at(0, 3 + p.get("x") / 2).and(at(2, p.get("z"))))
                .edges("lower edge in front", p -> at(1, -p.get("y") / 2).and(at(2, 0)))
                .faces("front", v(0, -1, 0), p -> at(1, -p.get("y") / 2))
                .change("x", 90, 60)
                .change("z", 28, 14)
                .change("split", 1)
                .change("bore", 1)
                .change("slot", 1)
                .change("segments", 2, 3)
                .done();
    }

    private static PickModel toothedRing() {
        Numbers n = Numbers.of("across", 80, "wall", 10, "tall", 16, "sides", 60, "teeth", 8, "wide", 8, "long", 12);
        Function<Numbers, Document> build = p -> Sketch.of(tube(p))
                .unite(
                        box(p.get("long"), p.get("wide"), p.get("tall"), 1, 1, 1),
                        move(p.get("across") / 2, 0, 0),
                        step("round-array", "count", p.whole("teeth"), "axis", Axis.Z))
                .document();
        return new PickModel.Builder("toothed ring", n, build)
                .faces("end of the third tooth", p -> tooth(p, 2))
                .edges("edges of the second tooth's end", p -> tooth(p, 1))
                .vertices("corners of the fourth tooth's end", p -> tooth(p, 3))
                .walls("inner wall", UP, p -> round(2, 0, 0, p.get("across") / 2 - p.get("wall"), p.whole("sides")))
                .change("across", 100, 70)
                .change("wall", 14, 8)
                .change("tall", 24, 10)
                .change("sides", 72, 90, 48)
                .change("teeth", 10, 6, 5)
                .change("wide", 10, 5)
                .change("long", 16, 9)
                .done();
    }

    private static Predicate<Vec3> tooth(Numbers p, int k) {
        double a = 2 * Math.PI * k / p.get("teeth"), far = p.get("across") / 2 + p.get("long") / 2;
        return q -> Places.near(q.x() * Math.cos(a) + q.y() * Math.sin(a), far)
                && Math.abs(-q.x() * Math.sin(a) + q.y() * Math.cos(a)) < p.get("wide") / 2 + 1e-4;
    }

    private static PickModel hexagonPlate() {
        Numbers n = Numbers.of("flats", 50, "tall", 12, "bore", 18, "sides", 28, "rows", 3, "pitch", 76);
        Function<Numbers, Document> build =
                p -> Sketch.of(step("prism", "acrossFlats", p.get("flats"), "height", p.get("tall"), "sides", 6))
                        .cut(bar(p.get("bore"), 60, p.whole("sides")), move(0, 0, -20))
                        .then(step("row-array", "count", p.whole("rows"), "offset", v(0, p.get("pitch"), 0)))
                        .document();
        return new PickModel.Builder("row of nuts", n, build)
                .faces(
                        "top of the second",
                        UP,
                        p -> at(2, p.get("tall")).and(between(1, p.get("pitch") / 2, 1.5 * p.get("pitch"))))
                .edges(
                        "upper rim of the third's bore",
                        p -> round(2, 0, 2 * p.get("pitch"), p.get("bore") / 2, p.whole("sides"))
                                .and(at(2, p.get("tall"))))
                .edges(
                        "upper outline of the first",
                        p -> at(2, p.get("tall"))
                                .and(between(1, -p.get("pitch") / 2, p.get("pitch") / 2))
                                .and(beyond(2, 0, 0, p.get("flats") / 2)))
                .walls("bore of the first", UP, p -> round(2, 0, 0, p.get("bore") / 2, p.whole("sides")))
                .change("flats", 60, 44)
                .change("tall", 18, 8)
                .change("bore", 24, 12)
                .change("sides", 42, 56, 20)
                .change("rows", 5, 4)
                .change("pitch", 90, 72)
                .done();
    }

    private static PickModel cutTorus() {
        Numbers n = Numbers.of("across", 80, "thick", 20, "sides", 48, "tube", 20, "level", 4);
        Function<Numbers, Document> build = p -> Sketch.of(
                        step(
                                "torus",
                                "diameter",
                                p.get("across"),
                                "thickness",
                                p.get("thick"),
                                "sides",
                                p.whole("sides"),
                                "barSides",
                                p.whole("tube")),
                        move(0, 0, 100))
                .cut(box(300, 300, 100, 1, 1, 1), move(0, 0, 100 + p.get("thick") / 2 + p.get("level")))
                .document();
        return new PickModel.Builder("cut ring", n, build)
                .faces("the flat", UP, p -> at(2, 100 + p.get("thick") / 2 + p.get("level")))
                .edges(
                        "its outer edge",
                        p -> at(2, 100 + p.get("thick") / 2 + p.get("level")).and(beyond(2, 0, 0, p.get("across") / 2)))
                .edges(
                        "its inner edge",
                        p -> at(2, 100 + p.get("thick") / 2 + p.get("level")).and(within(2, 0, 0, p.get("across") / 2)))
                .change("across", 100, 70)
                .change("thick", 26, 18)
                .change("sides", 64, 72)
                .change("tube", 24, 30)
                .change("level", 2, 6)
                .done();
    }

    /** Turned and moved below everything. */
    private static PickModel turnedBracket() {
        Numbers n = Numbers.of("x", 50, "y", 30, "z", 12, "bore", 10, "sides", 24, "turn", 30, "up", 5);
        Function<Numbers, Document> build = p -> Sketch.of(box(p.get("x"), p.get("y"), p.get("z"), 1, 1, 1))
                .cut(bar(p.get("bore"), 60, p.whole("sides")), move(12, 0, -20))
                .then(step("turn", "axis", Axis.Y, "angle", p.get("turn")), move(0, 0, p.get("up")))
                .document();
        return new PickModel.Builder("turned plate", n, build)
                .turnedFaces("upper side", p -> at(2, p.get("z")))
                .turnedEdges(
                        "upper rim",
                        p -> round(2, 12, 0, p.get("bore") / 2, p.whole("sides"))
                                .and(at(2, p.get("z"))))
                .turnedFaces("wall of the bore", p -> round(2, 12, 0, p.get("bore") / 2, p.whole("sides")))
                .turnedEdges(
                        "upper edge on the right", p -> at(0, p.get("x") / 2).and(at(2, p.get("z"))))
                .change("x", 64, 46)
                .change("z", 18, 8)
                .change("bore", 14, 7)
                .change("sides", 36, 40)
                .change("turn", 75, -20, 160)
                .change("up", 40, -30)
                .done();
    }

    /** Two blocks with a tunnel between the faces that look at each other. */
    private static PickModel bridgedBlocks() {
        Numbers n = Numbers.of("x", 20, "y", 16, "z", 12, "pitch", 50, "rows", 3, "segments", 2, "width", 2);
        Function<Numbers, Document> build = p -> Sketch.of(
                        box(p.get("x"), p.get("y"), p.get("z"), 1, p.whole("segments"), 1),
                        step("row-array", "count", 2, "offset", v(p.get("pitch"), 0, 0)),
                        step(
                                "bridge",
                                "between",
                                PickText.parse("faces: facing 1 0 0 10; and facing -1 0 0 10; within inside "
                                        + (p.get("x") / 2 - 0.01)
                                        + " -999 -999 "
                                        + (p.get("pitch") - p.get("x") / 2 + 0.01)
                                        + " 999 999"),
                                "segments",
                                p.whole("rows")),
                        step(
                                "bevel",
                                "where",
                                PickText.parse("edges: sharper 30; within facing -1 0 0 10"),
                                "width",
                                p.get("width"),
                                "segments",
                                1))
                .document();
        return new PickModel.Builder("bridged blocks", n, build)
                .faces("top of the tunnel", UP, p -> tunnel(p).and(at(2, p.get("z"))))
                .faces("underside of the tunnel", DOWN, p -> tunnel(p).and(at(2, 0)))
                .edges(
                        "upper edge of the tunnel in front",
                        p -> tunnel(p).and(at(2, p.get("z"))).and(at(1, -p.get("y") / 2)))
                .edges("where the tunnel meets the second", p -> at(0, p.get("pitch") - p.get("x") / 2))
                .vertices("corners where it meets the first", p -> at(0, p.get("x") / 2))
                .faces("right end", ACROSS, p -> at(0, p.get("pitch") + p.get("x") / 2))
                .change("x", 26, 14)
                .change("y", 24, 10)
                .change("z", 18, 8)
                .change("pitch", 70, 40)
                .change("rows", 1, 5, 6)
                .change("segments", 1, 4)
                .change("width", 1, 3)
                .done();
    }

    private static Predicate<Vec3> tunnel(Numbers p) {
        return between(0, p.get("x") / 2, p.get("pitch") - p.get("x") / 2);
    }
}
