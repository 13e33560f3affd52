package org.modeststack.stack.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.anchor.AnchorPoint.What;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.profile.Shape;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.repeat.PathArray;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.repeat.Scatter;
import org.modeststack.steps.segment.Segments;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Grid;
import org.modeststack.steps.source.Linked;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;
import org.modeststack.steps.tidy.Tidy;

/**
 * The demo: an invented harbour light on its footing. What stands on something follows that by an anchor, so that a higher
 * footing lifts all of it; a set that is hidden at first shows the fittings laid apart, as copies that follow. All numbers are made
 * up but two: the bolt holes are clearance holes for M8, 9 mm, and for M6, 6.6 mm (ISO 273, medium fit).
 */
public final class SkerryLight {
    public static final String NAME = "Skerry Light";

    /** The set of copies that lie apart. */
    public static final String APART = "Apart";

    private static final Material STONE = new Material("sandcast", 0xC9BFAE);
    private static final Material BRASS = new Material("brass", 0xC2A468);
    private static final Material CUTTER = new Material("machined", 0xA9ADAB);
    private static final Material PATINA = new Material("patina", 0x7E9C90);
    private static final Material GLASS = new Material("glass", 0xBFD8DC, 0.15, 0, 0.55);

    private static final double FOOTING_BOTTOM = 190;
    private static final double FOOTING_TOP = 150;
    private static final double FOOTING_HEIGHT = 64;
    /** How deep it stands in the ground. */
    private static final double FOOTING_DEPTH = 24;

    private static final double FOOTING = FOOTING_HEIGHT - FOOTING_DEPTH;
    private static final double FLANGE = FOOTING + 42;
    private static final double DECK = FLANGE + 9;
    private static final double COVER = DECK + 11;
    private static final double CAGE_ACROSS = 122;
    private static final double CAGE_HEIGHT = 92;
    private static final double CAGE = DECK + CAGE_HEIGHT + 6;
    private static final double ROOF = CAGE + 44;
    private static final double LENS_HEIGHT = 40;

    private final DemoBuilder in = new DemoBuilder();

    private SkerryLight() {}

    public static Document document() {
        return new SkerryLight().build();
    }

    private Document build() {
        String footing = footing();
        String flange = flange(footing);
        String lug = lug(footing), chest = chest();
        String deck = deck(flange);
        String posts = posts(deck), rivets = rivets(deck), stair = stair();
        String cover = cover(deck);
        String lens = in.body("Lens bore", CUTTER, new Cylinder(40, 110, 64, 1, 0, Seat.CENTRED));
        in.step(lens, new Turn(Axis.X, 90, Vec3.ZERO));
        in.standOn(lens, cover, COVER, LENS_HEIGHT);
        String housing = housing(cover, lens);
        String ring = ring(lens), glass = glass(lens);
        String cage = cage(deck), door = door(deck);
        String roof = roof(cage), bracket = bracket(roof);
        in.set("Base", List.of(footing, flange, lug, chest));
        in.set("Gallery", List.of(deck, posts, rivets, stair));
        in.set("Lamp", List.of(cover, housing, ring, glass, cage, door, roof, bracket));
        apart(List.of(flange, cover, housing, ring, cage, door, roof, bracket, deck));
        return in.document();
    }

    /** A cone of stone that stands in sloping ground. */
    private String footing() {
        String footing =
                in.body("Footing", STONE, new Cone(FOOTING_BOTTOM, FOOTING_TOP, FOOTING_HEIGHT, 40, 1, Seat.STANDING));
        in.step(footing, new Move(new Vec3(0, 0, -FOOTING_DEPTH)));
        String ground = in.body("Ground", CUTTER, new Grid(260, 260, 3, 3));
        in.step(ground, new Turn(Axis.X, 5, Vec3.ZERO));
        in.step(footing, new BooleanStep(Operation.DIFFERENCE, Bodies.of(ground)));
        in.step(footing, DemoBuilder.bevel(in.cut(footing), 2, 4, Shape.NUMBER));
        return footing;
    }

    /** A flange with a hub, ribs and a bolt circle; its tools stand on the footing like itself, and so follow with it. */
    private String flange(String footing) {
        String flange = in.body("Flange", STONE, new Cylinder(120, 14, 96, 1, 0, Seat.STANDING));
        String hub = in.body("Hub", STONE, new Cone(70, 54, 36, 96, 1, Seat.STANDING));
        String ribs = in.body("Ribs", STONE, new Box(30, 4, 24, 1, 1, 1, Seat.STANDING));
        in.step(ribs, new Move(new Vec3(36, 0, 0)));
        in.step(ribs, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        String bore = in.body("Bore", CUTTER, new Cylinder(36, 80, 64, 1, 0, Seat.STANDING));
        String holes = in.body("Bolt circle", CUTTER, new Cylinder(9, 30, 32, 1, 0, Seat.STANDING));
        in.step(holes, new Move(new Vec3(48, 0, 0)));
        in.step(holes, new Turn(Axis.Z, 30, Vec3.ZERO));
        in.step(holes, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        in.standOn(flange, footing, FOOTING, 0);
        in.standOn(hub, footing, FOOTING, 6);
        in.standOn(ribs, footing, FOOTING, 8);
        in.standOn(bore, footing, FOOTING, -10);
        in.standOn(holes, footing, FOOTING, -8);
        in.step(flange, new BooleanStep(Operation.UNION, Bodies.of(hub, ribs)));
        in.step(flange, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore, holes)));
        return flange;
    }

    /** A lug that stands square on the slope of the footing. */
    private String lug(String footing) {
        String lug = in.body("Lug", BRASS, new Cylinder(18, 12, 6, 1, 0, Seat.STANDING));
        in.step(lug, new Segments(PickText.parse("edges: sharper 50; without sharper 80"), 24));
        in.step(lug, new Inset(PickText.parse("faces: facing 0 0 1 10"), 3, 4, Inset.Frames.TOGETHER, true));
        double slope = (FOOTING_BOTTOM - FOOTING_TOP) / 2 / FOOTING_HEIGHT, up = 20;
        double radius = FOOTING_TOP / 2 + slope * (FOOTING - up);
        Vec3 at = new Vec3(0, -radius, up), normal = new Vec3(0, -1, slope);
        Pick sides = PickText.parse("faces: facing 0 -1 " + slope + " 6");
        in.place(
                lug,
                new Place(Vec3.ZERO, new Vec3(0, 0, -1), at, normal, true, 15, 0),
                new AnchorPoint(footing, What.ELEMENT, sides, List.of(), Vec3.ZERO));
        return lug;
    }

    /** A chest rounded all over, and rounded again where holes were cut into it: the strips follow when they are moved. */
    private String chest() {
        Vec3 at = new Vec3(134, 26, 0);
        String chest = in.body("Battery chest", STONE, new Box(54, 40, 34, 1, 1, 1, Seat.STANDING));
        in.step(chest, DemoBuilder.bevel(Pick.all(ElementKind.EDGE), 7, 8, Shape.NUMBER));
        in.step(chest, new Move(at));
        String holes = in.body("Cable holes", CUTTER, new Cylinder(9, 60, 32, 1, 0, Seat.CENTRED));
        in.step(holes, new Turn(Axis.X, 90, Vec3.ZERO));
        in.step(holes, new Move(at.plus(new Vec3(-12, 0, 17))));
        in.step(holes, new RowArray(2, new Vec3(24, 0, 0), RowArray.Spacing.EACH, 0));
        in.step(chest, new BooleanStep(Operation.DIFFERENCE, Bodies.of(holes)));
        in.step(chest, DemoBuilder.bevel(in.cut(chest), 1.2, 4, Shape.NUMBER));
        return chest;
    }

    /** A deck on the hub, its rim and sides named for what stands on them. */
    private String deck(String flange) {
        String deck = in.body("Gallery deck", STONE, new Cylinder(164, 9, 12, 1, 0, Seat.STANDING));
        in.step(deck, new TagStep(PickText.parse("edges: sharper 60; within inside -90 -90 8 90 90 10"), "Rim", 1));
        in.step(
                deck,
                new TagStep(
                        PickText.parse("faces: all; without facing 0 0 1 45; without facing 0 0 -1 45"), "Sides", 1));
        in.standOn(deck, flange, FLANGE, 0);
        return deck;
    }

    /** Posts along the rim of the deck, which follow when it gets more sides. */
    private String posts(String deck) {
        String posts = in.body("Gallery posts", BRASS, new Cylinder(3, 24, 12, 1, 0, Seat.STANDING));
        StepDescriptor along = StepDescriptor.of(PathArray.class);
        Step path = along.with(along.createDefault(), "path", Bodies.of(deck));
        in.step(posts, along.with(along.with(path, "tag", "Rim"), "count", 36));
        return posts;
    }

    private String rivets(String deck) {
        String rivets = in.body("Rivets", BRASS, new UvSphere(4, 12, 6, Seat.CENTRED));
        StepDescriptor over = StepDescriptor.of(Scatter.class);
        in.step(rivets, over.with(over.with(over.createDefault(), "on", Bodies.of(deck)), "tag", "Sides"));
        return rivets;
    }

    /** A spiral stair of one tread: the treads go round and up, and are one body with their post. */
    private String stair() {
        String stair = in.body("Spiral stair", STONE, new Box(44, 15, 3, 1, 1, 1, Seat.STANDING));
        in.step(stair, new Move(new Vec3(26, 0, 0)));
        in.step(stair, new RoundArray(16, Axis.Z, 345, Vec3.ZERO, 5.8, 0));
        String post = in.body("Stair post", STONE, new Cylinder(14, 112, 32, 1, 0, Seat.STANDING));
        in.step(stair, new BooleanStep(Operation.UNION, Bodies.of(post)));
        in.step(stair, new Move(new Vec3(-126, 0, 0)));
        return stair;
    }

    /** A flange with a round rim and chamfered bolt holes. */
    private String cover(String deck) {
        String cover = in.body("Cover flange", STONE, new Cylinder(94, 11, 96, 1, 0, Seat.STANDING));
        in.step(cover, DemoBuilder.bevel(Pick.all(ElementKind.EDGE), 2.5, 6, Shape.NUMBER));
        in.standOn(cover, deck, DECK, 0);
        String bolts = in.body("Cover bolts", CUTTER, new Cylinder(6.6, 30, 24, 1, 0, Seat.CENTRED));
        in.step(bolts, new Move(new Vec3(40, 0, 0)));
        in.step(bolts, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        in.standOn(bolts, deck, DECK, 6);
        String eye = in.body("Cover bore", CUTTER, new Cylinder(30, 30, 64, 1, 0, Seat.CENTRED));
        in.standOn(eye, deck, DECK, 6);
        in.step(cover, new BooleanStep(Operation.DIFFERENCE, Bodies.of(eye, bolts)));
        in.step(cover, DemoBuilder.bevel(in.cut(cover), 1, 1, Shape.NUMBER));
        return cover;
    }

    /** A box smoothed, with a bore for the lens whose rim is tidied and rounded, and vents. */
    private String housing(String cover, String lens) {
        String housing = in.body("Lamp housing", BRASS, new Box(64, 64, 72, 3, 3, 3, Seat.STANDING));
        in.step(housing, new Subdivide(3));
        in.standOn(housing, cover, COVER, 0);
        String vents = in.body("Vents", CUTTER, new Box(90, 5, 4, 1, 1, 1, Seat.STANDING));
        in.step(vents, new Move(new Vec3(0, -12, 0)));
        in.step(vents, new RowArray(4, new Vec3(0, 8, 0), RowArray.Spacing.EACH, 0));
        in.standOn(vents, cover, COVER, 12);
        in.step(housing, new BooleanStep(Operation.DIFFERENCE, Bodies.of(lens)));
        Pick rim = in.cut(housing);
        in.step(housing, new BooleanStep(Operation.DIFFERENCE, Bodies.of(vents)));
        Pick slots = in.cut(housing);
        // The lens has room for rings round it, the vents have not.
        in.step(housing, new Tidy(rim, 6, 2, Tidy.Vertices.EVEN, 0, true, true));
        in.step(housing, DemoBuilder.bevel(rim, 1, 4, Shape.NUMBER));
        in.step(housing, DemoBuilder.bevel(slots, 0.8, 2, Shape.NUMBER));
        return housing;
    }

    /** A ring with a moulding on its rims, before the lens. */
    private String ring(String lens) {
        String ring = in.body("Sight ring", BRASS, new Tube(60, 9, 12, 96, 1, Seat.CENTRED));
        in.step(ring, DemoBuilder.bevel(Pick.all(ElementKind.EDGE), 3, 10, Shape.BEAD));
        in.step(ring, new Turn(Axis.X, 90, Vec3.ZERO));
        Vec3 forward = new Vec3(0, -36, 0);
        in.step(
                ring,
                new Place(
                        Vec3.ZERO,
                        new Vec3(0, 0, -1),
                        new Vec3(0, 0, COVER + LENS_HEIGHT).plus(forward),
                        new Vec3(0, 0, 1),
                        false,
                        0,
                        0));
        in.anchor(ring, Map.of("at", AnchorPoint.of(lens, What.MIDDLE).withOffset(forward)));
        return ring;
    }

    private String glass(String lens) {
        String glass = in.body("Lens", GLASS, new UvSphere(39, 48, 24, Seat.CENTRED));
        in.step(
                glass,
                new Place(
                        Vec3.ZERO,
                        new Vec3(0, 0, -1),
                        new Vec3(0, -20, COVER + LENS_HEIGHT),
                        new Vec3(0, 0, 1),
                        false,
                        0,
                        0));
        in.anchor(glass, Map.of("at", AnchorPoint.of(lens, What.MIDDLE).withOffset(new Vec3(0, -20, 0))));
        return glass;
    }

    private String cage(String deck) {
        String cage = in.body("Cage", BRASS, new Torus(CAGE_ACROSS, 6, 64, 12, Seat.STANDING));
        in.standOn(cage, deck, DECK, 0);
        String bars = in.body("Cage bars", BRASS, new Cylinder(4, CAGE_HEIGHT, 16, 1, 0, Seat.STANDING));
        in.step(bars, new Move(new Vec3(CAGE_ACROSS / 2, 0, 0)));
        in.step(bars, new Turn(Axis.Z, 18, Vec3.ZERO));
        in.step(bars, new RoundArray(10, Axis.Z, 360, Vec3.ZERO, 0, 0));
        in.standOn(bars, deck, DECK, 3);
        String top = in.body("Cage top", BRASS, new Torus(CAGE_ACROSS, 6, 64, 12, Seat.STANDING));
        in.standOn(top, deck, DECK, CAGE_HEIGHT);
        in.step(cage, new BooleanStep(Operation.UNION, Bodies.of(bars, top)));
        in.step(cage, DemoBuilder.bevel(in.cut(cage), 1, 4, Shape.NUMBER));
        return cage;
    }

    /** A curved door cut out of a drum, with a sunk field of vent panels: made with picks only, so that all of it follows. */
    private String door(String deck) {
        String door = in.body("Door", PATINA, new Cylinder(130, 84, 48, 7, 0, Seat.STANDING));
        in.step(door, new Delete(PickText.parse("faces: all; without facing 0 -1 0 44")));
        in.step(
                door,
                new Extrude(Pick.all(ElementKind.FACE), 4, Extrude.Direction.EVEN, new Vec3(0, 0, 1), 0, 1, true));
        in.step(door, new Inset(in.caps(door), 5, 1.5, Inset.Frames.TOGETHER, true));
        in.step(door, new Inset(in.caps(door), 1, 1.2, Inset.Frames.EACH, true));
        in.group(door, 2, "Vent panels");
        in.step(door, new Turn(Axis.Z, 96, Vec3.ZERO));
        in.standOn(door, deck, DECK, 5);
        return door;
    }

    /** A roof of a few faces, smoothed: its eaves stay sharp, its ridges less so. */
    private String roof(String cage) {
        String roof = in.body("Roof", PATINA, new Cone(150, 40, 44, 8, 2, Seat.STANDING));
        in.step(roof, new Crease(Pick.all(ElementKind.EDGE), 1.2));
        in.step(roof, new Crease(PickText.parse("edges: inside -80 -80 -1 80 80 1"), 4));
        in.step(roof, new Subdivide(3));
        in.standOn(roof, cage, CAGE, 0);
        return roof;
    }

    /** Half a bracket, mirrored: what is changed on one arm shows on both. */
    private String bracket(String roof) {
        String bracket = in.body("Hanging bracket", BRASS, new Box(16, 12, 6, 3, 1, 1, Seat.STANDING));
        in.step(bracket, new Move(new Vec3(8, 0, 24)));
        Pick arm = PickText.parse("faces: facing 0 0 -1 5; within inside 10 -20 20 30 20 60");
        in.step(bracket, new Extrude(arm, 30, Extrude.Direction.EVEN, new Vec3(0, 0, 1), 0, 1, false));
        in.standOn(bracket, roof, ROOF, 0);
        String pin = in.body("Bracket pin", CUTTER, new Cylinder(5, 60, 24, 1, 0, Seat.CENTRED));
        in.step(pin, new Turn(Axis.Y, 90, Vec3.ZERO));
        in.standOn(pin, roof, ROOF, 15);
        in.step(bracket, new BooleanStep(Operation.DIFFERENCE, Bodies.of(pin)));
        in.step(bracket, new Mirror(Axis.X, 0, true, 0.001));
        in.step(bracket, DemoBuilder.bevel(PickText.parse("edges: sharper 60"), 0.8, 3, Shape.NUMBER));
        return bracket;
    }

    /** Copies that follow, laid out before the light in rows; hidden until somebody wants to see them. */
    private void apart(List<String> fittings) {
        int perRow = 5;
        double between = 180, first = -(perRow - 1) / 2.0 * between, front = -300;
        List<String> copies = new ArrayList<>();
        for (int i = 0; i < fittings.size(); i++) {
            String of = fittings.get(i);
            String copy = in.body(in.document().nameOf(of) + " apart", STONE, new Linked(Bodies.of(of)));
            Vec3 at = new Vec3(first + i % perRow * between, front - Math.floorDiv(i, perRow) * between, 0);
            in.step(copy, new Place(Vec3.ZERO, new Vec3(0, 0, -1), at, new Vec3(0, 0, 1), true, 0, 0));
            in.anchor(copy, Map.of("point", AnchorPoint.of("", What.BOTTOM)));
            in.hide(copy);
            copies.add(copy);
        }
        in.set(APART, copies);
    }
}
