package org.modeststack.steps.pick;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Growing;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;

/**
 * Which elements a step works on: a small expression, read from left to right, that is asked anew of whatever mesh
 * comes in. Not a list of numbers, so it follows the model. {@link PickText} reads and writes it.
 */
public record Pick(ElementKind kind, List<Term> terms) {
    private static final String KEPT = " picked by hand kept";

    public Pick {
        terms = List.copyOf(terms);
    }

    public static Pick none(ElementKind kind) {
        return new Pick(kind, List.of());
    }

    /**
     * The same with lengths that were meant in another unit. What was picked by hand is always in millimetres.
     *
     * @param factor how many millimetres one of the unit is
     */
    public Pick scaled(double factor) {
        List<Term> out = new ArrayList<>();
        for (Term t : terms)
            out.add(
                    t instanceof Term.Where(Term.How how, Rule.Inside(Vec3 low, Vec3 high))
                            ? new Term.Where(how, new Rule.Inside(low.times(factor), high.times(factor)))
                            : t);
        return new Pick(kind, out);
    }

    public static Pick all(ElementKind kind) {
        return of(kind, new Rule.All());
    }

    public static Pick of(ElementKind kind, Rule rule) {
        return new Pick(kind, List.of(Term.where(rule)));
    }

    /** By hand, just what is selected on a mesh. */
    public static Pick hand(Mesh mesh, Selection s) {
        return s.isEmpty() ? none(s.kind()) : of(s.kind(), Rule.Hand.of(mesh, s));
    }

    /** Works out what picking by hand on a mesh needs to know of it, so that no click has to wait. Linear in the mesh. */
    public static void prepare(Mesh mesh) {
        SurfacePatches.of(mesh);
    }

    /** Whether that has been done, so that picking takes no time. */
    public static boolean isPrepared(Mesh mesh) {
        return mesh.known(SurfacePatches.class) != null;
    }

    public Pick and(Term term) {
        List<Term> more = new ArrayList<>(terms);
        more.add(term);
        return new Pick(kind, more);
    }

    public Pick without(int term) {
        List<Term> fewer = new ArrayList<>(terms);
        fewer.remove(term);
        return new Pick(kind, fewer);
    }

    /** The same pick with other names for what steps made, for steps that were copied together. */
    public Pick withMade(UnaryOperator<String> tag) {
        return withRules(r -> r instanceof Rule.Made m ? new Rule.Made(tag.apply(m.tag())) : r);
    }

    /** The same pick where a material has got another name. */
    private Pick withMaterial(String name, String renamed) {
        Rule before = new Rule.OfMaterial(name), after = new Rule.OfMaterial(renamed);
        return withRules(r -> r.equals(before) ? after : r);
    }

    /**
     * A step that picks by a second material wherever it picks by a first one. What is picked within a material stays
     * with the first: no term says "within one or the other".
     */
    public static Step alsoMaterial(Step step, String name, String also) {
        Rule first = new Rule.OfMaterial(name), second = new Rule.OfMaterial(also);
        return withPicks(step, p -> {
            List<Term> terms = new ArrayList<>();
            for (Term t : p.terms()) {
                terms.add(t);
                if (t instanceof Term.Where w && w.rule().equals(first) && w.how() != Term.How.WITHIN)
                    terms.add(new Term.Where(w.how(), second));
            }
            return new Pick(p.kind(), terms);
        });
    }

    /** A step whose picks mean the same where a material has got another name. */
    public static Step withMaterial(Step step, String name, String renamed) {
        return withPicks(step, p -> p.withMaterial(name, renamed));
    }

    /** A step with other names in its picks. */
    public static Step withMade(Step step, UnaryOperator<String> tag) {
        return withPicks(step, p -> p.withMade(tag));
    }

    /**
     * A step that picks by hand what it picks on a mesh, by elements of that mesh: what was picked and then divided is
     * known only as long as the steps are there that have divided it.
     */
    public static Step settled(Step step, Mesh mesh) {
        return withPicks(step, p -> p.settled(mesh));
    }

    /**
     * A step whose picks by hand on one mesh mean the same elements by the names that they have on another.
     *
     * @param other of the same shape as the first, under other names
     */
    public static Step renamed(Step step, Mesh mesh, Mesh other) {
        SameShape shape = SameShape.of(mesh, other);
        if (shape == null) return step;
        return withPicks(
                step, p -> p.withRules(r -> r instanceof Rule.Hand h ? renamed(h, p.kind, mesh, other, shape) : r));
    }

    /** What was lost before is lost under any name. */
    private static Rule renamed(Rule.Hand hand, ElementKind kind, Mesh mesh, Mesh other, SameShape shape) {
        Picked now = RuleMatch.of(mesh, kind, hand);
        if (now.lost() > 0) return hand;
        int[] picked = hand.inOrder(mesh, now.selection());
        int[] there = Arrays.stream(picked).map(e -> shape.of(kind, e)).toArray();
        return Arrays.stream(there).anyMatch(e -> e < 0) ? hand : Rule.Hand.of(other, kind, there);
    }

    /**
     * A step whose picks by hand are followed as what they are together on a mesh, where they were written down by an
     * earlier version that did not know of that. It picks the same there. In time linear in the mesh.
     */
    public static Step together(Step step, Mesh mesh) {
        return withPicks(step, p -> p.withRules(r -> r instanceof Rule.Hand h ? together(h, p.kind, mesh) : r));
    }

    /** What is lost, and what is no whole of anything, stays as it is. */
    private static Rule together(Rule.Hand hand, ElementKind kind, Mesh mesh) {
        if (hand.isTogether()) return hand;
        Picked now = RuleMatch.of(mesh, kind, hand);
        if (now.lost() > 0) return hand;
        Rule.Hand next = Rule.Hand.of(mesh, kind, hand.inOrder(mesh, now.selection()));
        return next.isTogether() && RuleMatch.of(mesh, kind, next).selection().equals(now.selection()) ? next : hand;
    }

    private Pick settled(Mesh mesh) {
        return withRules(r -> r instanceof Rule.Hand h ? HandMatch.settled(mesh, kind, h) : r);
    }

    private Pick withRules(UnaryOperator<Rule> change) {
        return new Pick(
                kind,
                terms.stream()
                        .map(t -> t instanceof Term.Where w ? new Term.Where(w.how(), change.apply(w.rule())) : t)
                        .toList());
    }

    private static Step withPicks(Step step, UnaryOperator<Pick> change) {
        StepDescriptor d = StepDescriptor.of(step);
        Step s = step;
        for (ParamDescriptor p : d.params())
            if (p.type() == Pick.class) s = d.with(s, p.name(), change.apply((Pick) d.value(s, p)));
        return s;
    }

    /** The picks among the values of a step. */
    public static List<Pick> in(Step step) {
        StepDescriptor d = StepDescriptor.of(step);
        List<Pick> out = new ArrayList<>();
        for (ParamDescriptor p : d.params()) if (p.type() == Pick.class) out.add((Pick) d.value(step, p));
        return out;
    }

    /** Whether it depends on where elements lie, or on which of several copies they belong to. */
    public boolean goesByPlace() {
        return terms.stream()
                .anyMatch(t -> t instanceof Term.Where w
                        && (w.rule() instanceof Rule.Hand
                                || w.rule() instanceof Rule.Facing
                                || w.rule() instanceof Rule.Inside));
    }

    /** The names of the tags it asks for. */
    public List<String> tags() {
        return terms.stream()
                .filter(t -> t instanceof Term.Where w && w.rule() instanceof Rule.Tagged)
                .map(t -> ((Rule.Tagged) ((Term.Where) t).rule()).name())
                .toList();
    }

    /** Whether it names everything there is, whatever the mesh. */
    public boolean isAll() {
        return terms.equals(List.of(Term.where(new Rule.All())));
    }

    /** What it comes to on a mesh. The last ones asked of a mesh are kept with it. */
    public Picked on(Mesh mesh) {
        return mesh.derived(PickCache.class, _ -> new PickCache()).get(this, () -> workOut(mesh));
    }

    /** What it comes to on a mesh if that has been worked out, else null; never takes long. */
    public @Nullable Picked known(Mesh mesh) {
        PickCache cache = mesh.known(PickCache.class);
        return cache == null ? null : cache.known(this);
    }

    /** Notes what it comes to on the mesh that its elements were picked on by hand, which needs no looking for. */
    public void note(Mesh mesh, Selection selection) {
        mesh.derived(PickCache.class, _ -> new PickCache()).put(this, Picked.of(selection, handPicked()));
    }

    /** How many elements it names one by one. */
    public int handPicked() {
        int n = 0;
        for (Term t : terms)
            if (t instanceof Term.Where w && w.rule() instanceof Rule.Hand h)
                n += h.anchors().size();
        return n;
    }

    private Picked workOut(Mesh mesh) {
        Selection s = Selection.none(kind);
        int wanted = 0, found = 0, lost = 0;
        List<Anchor> ghosts = new ArrayList<>();
        for (int i = 0; i < terms.size(); i++) {
            Term t = terms.get(i);
            if (t instanceof Term.Change c) {
                s = changed(mesh, s, c);
                continue;
            }
            if (i == 0 && isRimOfFaces(mesh)) {
                // The rim of those faces, which their edges alone do not tell.
                Rule rule = ((Term.Where) t).rule();
                s = Growing.rim(mesh, RuleMatch.of(mesh, ElementKind.FACE, rule).selection());
                i++;
                continue;
            }
            Term.Where w = (Term.Where) t;
            boolean loops =
                    i + 1 < terms.size() && terms.get(i + 1) instanceof Term.Change c && c.kind() == Term.Kind.LOOP;
            Picked p = RuleMatch.of(mesh, kind, w.rule(), loops);
            wanted += p.wanted();
            found += p.found();
            lost += p.lost();
            ghosts.addAll(p.ghosts());
            s = switch (w.how()) {
                case AND -> s.with(p.selection());
                case WITHIN -> s.within(p.selection());
                case WITHOUT -> s.without(p.selection());
            };
        }
        return new Picked(s, wanted, found, lost, ghosts);
    }

    /** Whether edges are picked by a rule that speaks of faces, and of these the rim. */
    private boolean isRimOfFaces(Mesh mesh) {
        if (kind != ElementKind.EDGE || terms.size() < 2) return false;
        if (!(terms.get(1) instanceof Term.Change c) || c.kind() != Term.Kind.RIM) return false;
        Rule rule = ((Term.Where) terms.getFirst()).rule();
        String name = rule instanceof Rule.Made m ? m.tag() : rule instanceof Rule.Tagged g ? g.name() : null;
        Tag tag = name == null ? null : mesh.tag(name);
        return tag == null ? rule.speaksOf(kind) == ElementKind.FACE : tag.kind() == ElementKind.FACE;
    }

    /** What it comes to, with a remark at the step where hand-picked elements had to be found again or are gone. */
    public Selection on(Mesh mesh, StepContext context) {
        Picked p = on(mesh);
        if (p.found() > 0 || p.lost() > 0) {
            int kept = p.wanted() - p.found() - p.lost();
            StringBuilder text = new StringBuilder();
            text.append(kept)
                    .append(" of ")
                    .append(PickText.count(p.wanted(), kind))
                    .append(KEPT);
            if (p.found() > 0) text.append(", ").append(p.found()).append(" found again by position");
            if (p.lost() > 0) text.append(", ").append(p.lost()).append(" lost");
            context.remark(new Remark(
                    p.lost() > 0 ? Remark.Level.REMARK : Remark.Level.NOTE,
                    text.append('.').toString(),
                    p.ghosts().isEmpty() ? null : p.ghosts().getFirst().place()));
        }
        return p.selection();
    }

    /** Whether a remark is of what is picked, so that picking anew may mend it. */
    public static boolean tellsOfPicked(Remark r) {
        return r.level() == Remark.Level.REMARK
                && r.text().toLowerCase(Locale.ROOT).contains("picked");
    }

    /** Whether a remark says that something picked by hand is lost. */
    public static boolean tellsOfLost(Remark r) {
        return r.level() == Remark.Level.REMARK && r.text().contains(KEPT);
    }

    /** The same pick, by hand only of what a mesh has of it. */
    public Pick accepted(Mesh mesh) {
        return withRules(r -> r instanceof Rule.Hand h
                ? Rule.Hand.of(
                        mesh, kind, h.inOrder(mesh, RuleMatch.of(mesh, kind, h).selection()))
                : r);
    }

    private static Selection changed(Mesh mesh, Selection s, Term.Change c) {
        return switch (c.kind()) {
            case GROW -> {
                for (int i = 0; i < c.amount(); i++) s = Growing.grown(mesh, s);
                yield s;
            }
            case SHRINK -> {
                for (int i = 0; i < c.amount(); i++) s = Growing.shrunk(mesh, s);
                yield s;
            }
            case LOOP -> Loops.loops(mesh, s);
            case RING ->
                s.kind() == ElementKind.EDGE
                        ? Loops.rings(mesh, s)
                        : Loops.rings(mesh, s.to(mesh, ElementKind.EDGE)).to(mesh, s.kind());
            case CONNECTED -> Growing.connected(mesh, s);
            case FLUSH ->
                s.kind() == ElementKind.FACE
                        ? Growing.flush(mesh, s, c.amount())
                        : Growing.flush(mesh, s.touching(mesh, ElementKind.FACE), c.amount())
                                .to(mesh, s.kind());
            case RIM -> rim(mesh, s);
            case INVERT -> s.inverted(mesh);
        };
    }

    /** What lies on the border of the picked faces; for faces, those along it. */
    private static Selection rim(Mesh mesh, Selection s) {
        Selection faces = s.to(mesh, ElementKind.FACE);
        Selection edges = Growing.rim(mesh, faces);
        return switch (s.kind()) {
            case EDGE -> edges;
            case VERTEX -> edges.to(mesh, ElementKind.VERTEX);
            case FACE -> edges.touching(mesh, ElementKind.FACE).within(s);
        };
    }
}
