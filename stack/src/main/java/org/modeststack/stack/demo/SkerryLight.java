package org.modeststack.stack.demo;

import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;
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
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;
import org.modeststack.steps.tidy.Tidy;

/**
 * The demo: fittings of an invented harbour light. All numbers are made up but two: the bolt holes are clearance holes
 * for M8, 9 mm, and for M6, 6.6 mm (ISO 273, medium fit).
 */
public final class SkerryLight {
    public static final String NAME = "Skerry Light";

    private static final Material STONE = new Material("sandcast", 0xC9BFAE);
    private static final Material BRASS = new Material("brass", 0xC2A468);
    private static final Material CUTTER = new Material("machined", 0xA9ADAB);
    private static final double HOUSING_X = 125;
    private static final double CAGE_X = -125;
    private static final double FOOTING_Y = 135;
    private static final double FOOTING_BOTTOM = 96;
    private static final double FOOTING_TOP = 64;
    private static final double FOOTING_HEIGHT = 64;
    private static final double FOOTING_DEPTH = 24;
    private static final double CHEST_X = 118;
    private static final double CHEST_Y = 112;
    private static final double COVER_X = 118;
    private static final double COVER_Y = -88;
    private static final double RING_X = -118;
    private static final double RING_Y = 112;
    private static final double ROOF_X = -118;
    private static final double ROOF_Y = -88;
    private static final double STAIR_X = -112;
    private static final double STAIR_Y = 206;
    private static final double GALLERY_X = 10;
    private static final double GALLERY_Y = -186;
    private static final double BRACKET_X = -118;
    private static final double BRACKET_Y = -178;
    private static final double DOOR_X = 10;
    private static final double DOOR_Y = -70;

    private Document document = Document.EMPTY;

    private SkerryLight() {}

    public static Document document() {
        return new SkerryLight().build();
    }

    private Document build() {
        String flange = body("Flange", STONE, new Cylinder(120, 14, 96, 1, 0, Seat.STANDING));
        String housing = body("Lamp housing", BRASS, new Box(64, 64, 72, 3, 3, 3, Seat.STANDING));
        String hub = body("Hub", STONE, new Cone(70, 54, 36, 96, 1, Seat.STANDING));
        step(hub, new Move(new Vec3(0, 0, 6)));
        String ribs = body("Ribs", STONE, new Box(30, 4, 24, 1, 1, 1, Seat.STANDING));
        step(ribs, new Move(new Vec3(36, 0, 8)));
        step(ribs, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        String bore = body("Bore", CUTTER, new Cylinder(36, 80, 64, 1, 0, Seat.STANDING));
        step(bore, new Move(new Vec3(0, 0, -10)));
        String holes = body("Bolt circle", CUTTER, new Cylinder(9, 30, 32, 1, 0, Seat.STANDING));
        step(holes, new Move(new Vec3(48, 0, -8)));
        step(holes, new Turn(Axis.Z, 30, Vec3.ZERO));
        step(holes, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        String lens = body("Lens bore", CUTTER, new Cylinder(40, 110, 64, 1, 0, Seat.CENTERED));
        step(lens, new Turn(Axis.X, 90, Vec3.ZERO));
        step(lens, new Move(new Vec3(HOUSING_X, 0, 42)));
        String vents = body("Vents", CUTTER, new Box(90, 5, 4, 1, 1, 1, Seat.STANDING));
        step(vents, new Move(new Vec3(HOUSING_X, -12, 12)));
        step(vents, new RowArray(4, new Vec3(0, 8, 0), RowArray.Spacing.EACH, 0));

        step(flange, new BooleanStep(Operation.UNION, Bodies.of(hub, ribs)));
        step(flange, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore, holes)));
        step(housing, new Subdivide(3));
        step(housing, new Move(new Vec3(HOUSING_X, 0, 0)));
        step(housing, new BooleanStep(Operation.DIFFERENCE, Bodies.of(lens, vents)));

        String cage = body("Cage", BRASS, new Torus(74, 6, 64, 12, Seat.CENTERED));
        step(cage, new Move(new Vec3(CAGE_X, 0, 3)));
        String bars = body("Cage bars", BRASS, new Cylinder(4, 66, 16, 1, 0, Seat.STANDING));
        step(bars, new Move(new Vec3(37, 0, 3)));
        step(bars, new RoundArray(8, Axis.Z, 360, Vec3.ZERO, 0, 0));
        step(bars, new Move(new Vec3(CAGE_X, 0, 0)));
        String ring = body("Cage top", BRASS, new Torus(74, 6, 64, 12, Seat.CENTERED));
        step(ring, new Move(new Vec3(CAGE_X, 0, 69)));
        step(cage, new BooleanStep(Operation.UNION, Bodies.of(bars, ring)));

        String footing =
                body("Footing", STONE, new Cone(FOOTING_BOTTOM, FOOTING_TOP, FOOTING_HEIGHT, 40, 1, Seat.STANDING));
        step(footing, new Move(new Vec3(0, FOOTING_Y, -FOOTING_DEPTH)));
        String ground = body("Ground", CUTTER, new Grid(150, 150, 3, 3));
        step(ground, new Turn(Axis.X, 7, Vec3.ZERO));
        step(ground, new Move(new Vec3(0, FOOTING_Y, 0)));
        step(footing, new BooleanStep(Operation.DIFFERENCE, Bodies.of(ground)));
        lug();
        door();
        chest();
        ring();
        cover();
        roof();
        stair();
        gallery();
        bracket();
        // What was cut or joined on round bodies is rounded, as on the chest.
        Pick openings = cut(housing);
        // The lens has room for rings round it, the vents have not.
        Rule upper = new Rule.Inside(new Vec3(HOUSING_X - 60, -60, 22), new Vec3(HOUSING_X + 60, 60, 80));
        Pick lensRim = openings.and(new Term.Where(Term.How.WITHIN, upper));
        step(housing, new Tidy(lensRim, 6, 2, Tidy.Vertices.EVEN, 0, true));
        step(housing, bevel(openings, 1, 4, Shape.NUMBER));
        step(cage, bevel(cut(cage), 1, 4, Shape.NUMBER));
        step(footing, bevel(cut(footing), 2, 4, Shape.NUMBER));
        set("Lamp", "Lamp housing", "Cage", "Sight ring", "Roof");
        set("Fittings", "Lug", "Battery chest", "Cover flange", "Hanging bracket");
        set("Gallery", "Spiral stair", "Gallery deck", "Gallery posts", "Rivets");
        return document;
    }

    /** A lug that stands square on the slope of the footing. */
    private void lug() {
        String lug = body("Lug", BRASS, new Cylinder(18, 12, 6, 1, 0, Seat.STANDING));
        step(lug, new Segments(PickText.parse("edges: sharper 50; without sharper 80"), 24));
        step(lug, new Inset(PickText.parse("faces: facing 0 0 1 10"), 3, 4, Inset.Frames.TOGETHER, true));
        double slope = (FOOTING_BOTTOM - FOOTING_TOP) / 2 / FOOTING_HEIGHT, up = 32;
        double radius = FOOTING_BOTTOM / 2 - slope * up;
        Vec3 at = new Vec3(0, FOOTING_Y - radius, up - FOOTING_DEPTH);
        step(lug, new Place(Vec3.ZERO, new Vec3(0, 0, -1), at, new Vec3(0, -1, slope), true, 15, 0));
    }

    /** A curved door cut out of a drum, with a sunk field of vent panels: made with picks only, so that all of it follows. */
    private void door() {
        String door = body("Door", BRASS, new Cylinder(110, 84, 48, 7, 0, Seat.STANDING));
        step(door, new Delete(PickText.parse("faces: all; without facing 0 -1 0 50")));
        step(door, new Extrude(Pick.all(ElementKind.FACE), 4, Extrude.Direction.EVEN, new Vec3(0, 0, 1), 0, 1, true));
        step(door, new Inset(caps(door), 5, 1.5, Inset.Frames.TOGETHER, true));
        step(door, new Inset(caps(door), 1, 1.2, Inset.Frames.EACH, true));
        List<Entry> steps = document.bodyOf(door).entries();
        List<Long> panels = steps.subList(steps.size() - 2, steps.size()).stream()
                .map(Entry::id)
                .toList();
        document = Edits.setGroup(document, door, panels, "Vent panels");
        step(door, new Move(new Vec3(DOOR_X, DOOR_Y, 0)));
    }

    /** A chest rounded all over, and rounded again where holes were cut into it: the strips follow when they are moved. */
    private void chest() {
        String chest = body("Battery chest", STONE, new Box(54, 40, 34, 1, 1, 1, Seat.STANDING));
        step(chest, bevel(Pick.all(ElementKind.EDGE), 7, 8, Shape.NUMBER));
        step(chest, new Move(new Vec3(CHEST_X, CHEST_Y, 0)));
        String holes = body("Cable holes", CUTTER, new Cylinder(9, 60, 32, 1, 0, Seat.CENTERED));
        step(holes, new Turn(Axis.X, 90, Vec3.ZERO));
        step(holes, new Move(new Vec3(CHEST_X - 12, CHEST_Y, 17)));
        step(holes, new RowArray(2, new Vec3(24, 0, 0), RowArray.Spacing.EACH, 0));
        step(chest, new BooleanStep(Operation.DIFFERENCE, Bodies.of(holes)));
        step(chest, bevel(cut(chest), 1.2, 4, Shape.NUMBER));
    }

    /** A flange with a round rim and chamfered bolt holes. */
    private void cover() {
        String cover = body("Cover flange", STONE, new Cylinder(80, 11, 96, 1, 0, Seat.STANDING));
        step(cover, bevel(Pick.all(ElementKind.EDGE), 2.5, 6, Shape.NUMBER));
        step(cover, new Move(new Vec3(COVER_X, COVER_Y, 0)));
        String bolts = body("Cover bolts", CUTTER, new Cylinder(6.6, 30, 24, 1, 0, Seat.CENTERED));
        step(bolts, new Move(new Vec3(29, 0, 0)));
        step(bolts, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        step(bolts, new Move(new Vec3(COVER_X, COVER_Y, 6)));
        String eye = body("Cover bore", CUTTER, new Cylinder(30, 30, 64, 1, 0, Seat.CENTERED));
        step(eye, new Move(new Vec3(COVER_X, COVER_Y, 6)));
        step(cover, new BooleanStep(Operation.DIFFERENCE, Bodies.of(eye, bolts)));
        step(cover, bevel(cut(cover), 1, 1, Shape.NUMBER));
    }

    /** A ring with a moulding on its rims. */
    private void ring() {
        String ring = body("Sight ring", BRASS, new Tube(72, 14, 16, 96, 1, Seat.STANDING));
        step(ring, bevel(Pick.all(ElementKind.EDGE), 4.5, 10, Shape.BEAD));
        step(ring, new Move(new Vec3(RING_X, RING_Y, 0)));
    }

    /** A roof of a few faces, smoothed: its eaves stay sharp, its ridges less so. */
    private void roof() {
        String roof = body("Roof", BRASS, new Cone(96, 30, 34, 8, 2, Seat.STANDING));
        step(roof, new Move(new Vec3(ROOF_X, ROOF_Y, 0)));
        step(roof, new Crease(Pick.all(ElementKind.EDGE), 1.2));
        Rule eaves = new Rule.Inside(new Vec3(ROOF_X - 50, ROOF_Y - 50, -1), new Vec3(ROOF_X + 50, ROOF_Y + 50, 1));
        step(roof, new Crease(Pick.of(ElementKind.EDGE, eaves), 4));
        step(roof, new Subdivide(3));
    }

    /** A spiral stair of one tread: the treads go round and up, and are one body with their post. */
    private void stair() {
        String stair = body("Spiral stair", STONE, new Box(44, 15, 3, 1, 1, 1, Seat.STANDING));
        step(stair, new Move(new Vec3(26, 0, 0)));
        step(stair, new RoundArray(18, Axis.Z, 340, Vec3.ZERO, 6, 0));
        String post = body("Stair post", STONE, new Cylinder(14, 116, 32, 1, 0, Seat.STANDING));
        step(stair, new BooleanStep(Operation.UNION, Bodies.of(post)));
        step(stair, new Move(new Vec3(STAIR_X, STAIR_Y, 0)));
    }

    /** A deck with posts along its rim and rivets on its sides, which follow when it gets more sides. */
    private void gallery() {
        String deck = body("Gallery deck", STONE, new Cylinder(96, 9, 12, 1, 0, Seat.STANDING));
        step(deck, new TagStep(PickText.parse("edges: sharper 60; within inside -60 -60 8 60 60 10"), "Rim", 1));
        step(
                deck,
                new TagStep(
                        PickText.parse("faces: all; without facing 0 0 1 45; without facing 0 0 -1 45"), "Sides", 1));
        step(deck, new Move(new Vec3(GALLERY_X, GALLERY_Y, 0)));
        String posts = body("Gallery posts", BRASS, new Cylinder(3, 24, 12, 1, 0, Seat.STANDING));
        StepDescriptor along = StepDescriptor.of(PathArray.class);
        Step path = along.with(along.createDefault(), "path", Bodies.of(deck));
        step(posts, along.with(along.with(path, "tag", "Rim"), "count", 24));
        String rivets = body("Rivets", BRASS, new UvSphere(4, 12, 6, Seat.CENTERED));
        StepDescriptor over = StepDescriptor.of(Scatter.class);
        step(rivets, over.with(over.with(over.createDefault(), "on", Bodies.of(deck)), "tag", "Sides"));
    }

    /** Half a bracket, mirrored: what is changed on one arm shows on both. */
    private void bracket() {
        String bracket = body("Hanging bracket", BRASS, new Box(30, 14, 6, 3, 1, 1, Seat.STANDING));
        step(bracket, new Move(new Vec3(15, 0, 40)));
        Pick arm = PickText.parse("faces: facing 0 0 -1 5; within inside 20 -20 30 40 20 60");
        step(bracket, new Extrude(arm, 34, Extrude.Direction.EVEN, new Vec3(0, 0, 1), 0, 1, false));
        String pin = body("Bracket pin", CUTTER, new Cylinder(7, 40, 24, 1, 0, Seat.CENTERED));
        step(pin, new Turn(Axis.Y, 90, Vec3.ZERO));
        step(pin, new Move(new Vec3(25, 0, 14)));
        step(bracket, new BooleanStep(Operation.DIFFERENCE, Bodies.of(pin)));
        step(bracket, new Mirror(Axis.X, 0, true, 0.001));
        step(bracket, bevel(PickText.parse("edges: sharper 60"), 1, 3, Shape.NUMBER));
        step(bracket, new Move(new Vec3(BRACKET_X, BRACKET_Y, 0)));
    }

    private static Step bevel(Pick where, double width, int segments, Shape shape) {
        StepDescriptor d = StepDescriptor.of(Bevel.class);
        Step s = d.with(d.with(d.createDefault(), "where", where), "width", width);
        return d.with(d.with(s, "segments", segments), "shape", shape);
    }

    /** What the body's last step lifted. */
    private Pick caps(String bodyId) {
        long seed = document.bodyOf(bodyId).entries().getLast().seed();
        return Pick.of(ElementKind.FACE, new Rule.Made(StepContext.madeTag(seed) + ":caps"));
    }

    /** The edges along which the body's last step cut. */
    private Pick cut(String bodyId) {
        long seed = document.bodyOf(bodyId).entries().getLast().seed();
        return Pick.of(ElementKind.EDGE, new Rule.Made(StepContext.madeTag(seed)));
    }

    /** Bodies that belong together stand under one name. */
    private void set(String name, String... bodies) {
        List<String> ids = document.bodies().stream()
                .filter(b -> List.of(bodies).contains(b.name()))
                .map(Body::id)
                .toList();
        document = Edits.putInSet(document, ids, name);
    }

    private String body(String name, Material material, Step source) {
        document = Edits.addBody(document, name, material, source);
        return document.bodies().getLast().id();
    }

    private void step(String bodyId, Step step) {
        Body body = document.bodyOf(bodyId);
        document = Edits.addStep(document, bodyId, body.entries().size(), step);
    }
}
