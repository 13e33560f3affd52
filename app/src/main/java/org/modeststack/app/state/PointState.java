package org.modeststack.app.state;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Body;
import org.modeststack.stack.BodyBefore;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorFinder;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.place.Transform;

/**
 * Points and directions of a step that are taken from the view, one click each, in order. They are set together with the
 * last, so that nothing moves under the pointer before. Lives on the interface thread.
 */
public final class PointState {
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final PickState picks;
    private final Signal changed;
    private long step;
    private List<ParamDescriptor> wanted = List.of();
    private int at;
    /** The place is taken; where the body is to show to can be clicked now, or left. */
    private boolean turning;

    /** The document that this made: any other change ends it. */
    private Document made;

    private final Map<String, Vec3> taken = new LinkedHashMap<>();
    private final Map<String, AnchorPoint> anchors = new LinkedHashMap<>();

    PointState(
            Pulse pulse,
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            PickState picks) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.picks = picks;
        changed = new Signal(pulse);
        selected.changed().listenAtOnce(this::follow);
        document.changed().listenAtOnce(() -> {
            if (turning && !isStillMade()) cancel();
        });
    }

    public Signal changed() {
        return changed;
    }

    /** Whether nothing has changed since but the numbers of the step, which go with what it follows. */
    private boolean isStillMade() {
        Document now = document.current();
        Body b = selected.body();
        Entry e = b == null ? null : b.entry(step);
        return e != null
                && made.with(b.id(), x -> x.with(step, y -> y.withStep(e.step())))
                        .equals(now);
    }

    /** Another open step ends it. */
    private void follow() {
        Entry open = selected.openEntry();
        if (isOn() && (open == null || open.id() != step)) {
            wanted = List.of();
            turning = false;
        }
    }

    public boolean isOn() {
        return turning || at < wanted.size();
    }

    /** Whether a body that was just put somewhere can be turned by one click more. */
    public boolean isTurning() {
        return turning;
    }

    /** Takes one value of the open step. */
    public void take(Entry e, ParamDescriptor param) {
        begin(e, List.of(param));
    }

    /** Takes all points of a step that has several, such as one that was just added to put a body somewhere. */
    public void takeAll(Entry e) {
        List<ParamDescriptor> points = points(e.step());
        if (points.size() < 2) return;
        // What follows something already need not be taken.
        List<ParamDescriptor> left =
                points.stream().filter(p -> !e.anchors().containsKey(p.name())).toList();
        if (!left.isEmpty()) begin(e, left);
    }

    private static List<ParamDescriptor> points(Step s) {
        List<ParamDescriptor> out = new ArrayList<>();
        for (ParamDescriptor p : StepDescriptor.of(s).params()) if (p.role() == Role.POINT) out.add(p);
        return out;
    }

    private void begin(Entry e, List<ParamDescriptor> params) {
        picks.done();
        step = e.id();
        wanted = params;
        turning = false;
        at = 0;
        taken.clear();
        anchors.clear();
        changed.fire();
    }

    public void cancel() {
        wanted = List.of();
        turning = false;
        changed.fire();
    }

    /** What to do now: "Click the place for “First point” (1 of 6)". */
    public String prompt() {
        if (turning) return "Click where it is to show to, or leave it so";
        ParamDescriptor p = wanted.get(at);
        if (lookedThrough() != null && wanted.size() == 1)
            return "Click the place that it is to stand on; with Shift the middle of a loop";
        String count = wanted.size() == 1 ? "" : " (" + (at + 1) + " of " + wanted.size() + ")";
        String what = p.role() == Role.DIRECTION
                ? "Click a face that looks the way of “" + p.label() + "”"
                : "Click the place for “" + p.label() + "”";
        return what + count;
    }

    /** The body that is put somewhere, and so is no place to put it; null where its own points are asked for. */
    public String lookedThrough() {
        Body b = selected.body();
        Entry e = b == null || !isOn() ? null : b.entry(step);
        if (e == null || e.step().pointAtBottom().isEmpty()) return null;
        if (turning) return b.id();
        return wanted.get(at).name().equals(e.step().pointAtBottom()) ? null : b.id();
    }

    /**
     * A click on a place of the picture.
     *
     * @param on the body it belongs to, or null for the ground
     * @param place mm
     * @param facing the way the surface looks there
     * @param elements of the body's shown mesh whose middle it is; null where the place alone tells
     */
    public void accept(String on, Vec3 place, Vec3 facing, Selection elements) {
        Body b = selected.body();
        Entry e = b == null ? null : b.entry(step);
        if (e == null || !isOn()) return;
        if (turning) {
            turn(b, e, place);
            return;
        }
        ParamDescriptor p = wanted.get(at);
        int index = b.indexOf(step);
        // On its own body the picture shows what this step and those behind it have done.
        boolean own = b.id().equals(on);
        Affine back = WholePlacement.back(WholePlacement.over(b, own ? index : index + 1));
        Vec3 point = back.point(place);
        taken.putAll(values(p, back, place, facing));
        AnchorPoint anchor = anchor(b, index, on, own, place, point, elements);
        if (anchor != null) {
            anchors.put(p.name(), anchor);
            if (!p.facing().isEmpty()) anchors.put(p.facing(), anchor);
        }
        at++;
        if (at == wanted.size()) {
            boolean putSomewhere = e.step() instanceof Place && p.facing().equals("normal");
            Map<String, Vec3> all = Map.copyOf(taken);
            Map<String, AnchorPoint> followed = Map.copyOf(anchors);
            document.edit("Take " + p.label().toLowerCase(Locale.ROOT), d -> {
                Document next = d;
                for (Map.Entry<String, Vec3> v : all.entrySet())
                    next = Edits.setValue(next, b.id(), step, v.getKey(), v.getValue());
                return AnchorEdits.set(next, b.id(), step, followed);
            });
            made = document.current();
            turning = putSomewhere;
        }
        changed.fire();
    }

    private void turn(Body b, Entry e, Vec3 towards) {
        Place to = towards(b, e, towards);
        turning = false;
        if (to != null) document.edit("Turn", d -> Edits.setValue(d, b.id(), e.id(), "turned", to.turned()));
        changed.fire();
    }

    /** The step turned towards a place; null where that says nothing. */
    private Place towards(Body b, Entry e, Vec3 place) {
        Affine back = WholePlacement.back(WholePlacement.over(b, b.indexOf(e.id()) + 1));
        try {
            return e.step() instanceof Place p ? p.turnedTowards(back.point(place)) : null;
        } catch (StepException ex) {
            return null;
        }
    }

    /** What a click would set, by the names of parameters. */
    private static Map<String, Vec3> values(ParamDescriptor p, Affine back, Vec3 place, Vec3 facing) {
        Map<String, Vec3> out = new LinkedHashMap<>();
        Vec3 normal = back.direction(facing).unit();
        out.put(p.name(), rounded(p.role() == Role.DIRECTION ? normal : back.point(place)));
        if (!p.facing().isEmpty()) out.put(p.facing(), rounded(normal));
        return out;
    }

    /**
     * What the body would be, were the place taken that it is to come to; null where another of its points is asked for.
     *
     * @param place mm
     * @param facing the way the surface looks there
     */
    public Geometry placedAt(Vec3 place, Vec3 facing) {
        if (lookedThrough() == null) return null;
        Body b = selected.body();
        int index = b.indexOf(step);
        Geometry in = results.partsBefore(b, step);
        if (in == null || in.isEmpty()) return null;
        Affine behind = WholePlacement.over(b, index + 1);
        Entry e = b.entries().get(index);
        StepDescriptor d = StepDescriptor.of(e.step());
        Map<String, Vec3> now = new LinkedHashMap<>();
        e.anchors().forEach((name, anchor) -> {
            boolean own = anchor.body().isEmpty() && d.param(name).role() == Role.POINT;
            AnchorPoint.Place there = own ? anchor.on(in) : null;
            if (there != null) now.put(name, there.at());
        });
        Step s = e.step();
        if (turning) {
            s = towards(b, e, place);
            if (s == null) return null;
        } else {
            now.putAll(taken);
            now.putAll(values(wanted.get(at), WholePlacement.back(behind), place, facing));
        }
        for (Map.Entry<String, Vec3> v : now.entrySet()) s = d.with(s, v.getKey(), v.getValue());
        return in.placed(new Transform(WholePlacement.of(s).then(behind)));
    }

    /**
     * What the step is to follow there.
     *
     * @param point the place as the step counts it
     * @return null for numbers alone: on the ground, and where following it would go round in a circle
     */
    private AnchorPoint anchor(Body b, int index, String on, boolean own, Vec3 place, Vec3 point, Selection elements) {
        if (on == null) return null;
        if (own) {
            Mesh in = results.before(b, step);
            if (in == null || elements == null) return in == null ? null : AnchorFinder.at("", in, point);
            // Its elements are those of what is shown, which must be just these before the step.
            Mesh shown = results.shownMesh(b);
            boolean same = shown != null && Arrays.equals(shown.corners(), in.corners());
            return same ? AnchorPoint.on("", in, elements) : null;
        }
        // Steps below would carry the place on, away from what it is on.
        if (!WholePlacement.over(b, index + 1).equals(Affine.IDENTITY)) return null;
        Document d = document.current();
        String followed = BodyBefore.followable(d, on, b.id());
        if (followed == null) {
            messages.say(
                    d.nameOf(on) + " is made from " + b.name() + ", so its place is taken as numbers and not followed.",
                    false);
            return null;
        }
        // Of a body that this one cuts the place is looked for before that cut.
        Geometry there = followed.equals(on)
                ? results.whole(on)
                : results.partsBefore(d.bodyOf(on), BodyBefore.entryId(followed));
        Mesh mesh = there == null ? null : there.known();
        if (mesh == null) return null;
        if (!followed.equals(on)) return AnchorFinder.at(followed, mesh, place);
        if (elements == null) return AnchorFinder.at(on, mesh, place);
        // With the marker line before its end it shows other elements than it has then.
        return results.shownMesh(d.bodyOf(on)) == mesh ? AnchorPoint.on(on, mesh, elements) : null;
    }

    /** What is a round number but for the last digits becomes one. */
    private static Vec3 rounded(Vec3 v) {
        return new Vec3(rounded(v.x()), rounded(v.y()), rounded(v.z()));
    }

    private static double rounded(double d) {
        double r = Math.rint(d * 1e6) / 1e6;
        return Math.abs(r - d) <= 1e-9 * Math.max(1, Math.abs(d)) ? r + 0.0 : d;
    }
}
