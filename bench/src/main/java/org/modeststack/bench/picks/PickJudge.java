package org.modeststack.bench.picks;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Picked;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.pick.reread.Rereading;

/**
 * Judges what becomes of picks made by hand when numbers below them change. What is meant is said by geometry alone, so
 * that the judge knows nothing of keys: it compares what is picked after a change with what is meant then. Prints a table
 * by model, and each case that is not right if asked to ({@code -v}).
 */
public final class PickJudge {
    /** What may become of a pick. */
    public enum Verdict {
        RIGHT("right"),
        /** Nothing is there any more, nothing is picked, and it is said. */
        GONE_SAID("gone, said"),
        /** Needed parts are missing, and it is said. */
        LOST_SAID("lost, said"),
        LOST_UNSAID("lost, unsaid"),
        /** Something else is picked; it is said that something had to be looked for. */
        WRONG_NOTED("wrong, noted"),
        WRONG_SILENT("wrong, silent");

        final String title;

        Verdict(String title) {
            this.title = title;
        }
    }

    /** How what was picked comes to be asked again. */
    public enum Form {
        CHANGED("numbers changed"),
        /** With a term behind it that takes more, or less. */
        WITH_TERMS("grown, loop, flush …"),
        /** The step that picks was copied to another body of the same kind, of other numbers. */
        COPIED("copied to another body"),
        /** Tagged by hand; the tag is asked for behind a boolean. */
        TAGGED("tagged, then united"),
        /** Named as what a step made, where it is just that. */
        MADE("made by a step"),
        /** By rules that ask geometry, which {@link RuleTruth} works out by itself. */
        RULE("by rules"),
        /** The lower steps were baked, then numbers of others changed. */
        BAKED("baked below"),
        /** The mesh came from a file, which was read again after it had changed. */
        READ_AGAIN("file read again"),
        /** The same where it had moved as a whole too. */
        MOVED("moved, read again");

        final String title;

        Form(String title) {
            this.title = title;
        }
    }

    private static final String COUNTS = ".*\\b(bolts|count|slots|windows|teeth|rows)\\b.*";

    private static final List<Term> TERMS = List.of(
            new Term.Change(Term.Kind.GROW, 1),
            new Term.Change(Term.Kind.GROW, 2),
            new Term.Change(Term.Kind.SHRINK, 1),
            new Term.Change(Term.Kind.LOOP, 0),
            new Term.Change(Term.Kind.RING, 0),
            new Term.Change(Term.Kind.RIM, 0),
            new Term.Change(Term.Kind.CONNECTED, 0),
            new Term.Change(Term.Kind.FLUSH, 20));

    /** What is tried: a region of a model, and what was changed. */
    private record Trial(String model, PickModel.Region region, String changes) {}

    /** One comparison. */
    public record Case(String model, Form form, String region, String changes, Verdict verdict, String detail) {}

    private final Evaluator evaluator = new Evaluator();
    /** Whether only meshes that are read again are tried, which takes a third of the time. */
    private final boolean onlyFiles;

    private final List<Case> cases = new ArrayList<>();

    PickJudge(boolean onlyFiles) {
        this.onlyFiles = onlyFiles;
    }

    public static void main(String[] args) {
        List<String> words = new ArrayList<>(List.of(args));
        boolean each = words.remove("-v"), files = words.remove("files");
        int changes = words.isEmpty() ? 704 : Integer.parseInt(words.getFirst());
        PickJudge judge = new PickJudge(files);
        judge.run(changes, words.size() > 1 ? Long.parseLong(words.get(1)) : 7);
        if (each)
            for (Case c : judge.cases)
                if (c.verdict != Verdict.RIGHT && c.verdict != Verdict.GONE_SAID)
                    System.out.printf(
                            "%-14s %s, %s: %s; %s (%s)%n",
                            c.verdict.title, c.model, c.form.title, c.region, c.changes, c.detail);
        judge.print();
    }

    /** Tries so many changes, shared out over the models: half of them one number, the others two or three in a row. */
    List<Case> run(int changes, long seed) {
        Random random = new Random(seed);
        List<PickModel> models = PickModels.all();
        for (int i = 0; i < changes; i++) {
            PickModel m = models.get(i % models.size());
            int count = random.nextInt(2) == 0 ? 1 : 2 + random.nextInt(2);
            change(m, count, random);
        }
        return cases;
    }

    private void change(PickModel m, int count, Random random) {
        Mesh before = mesh(m.build().apply(m.numbers()));
        Numbers n = m.numbers();
        StringBuilder said = new StringBuilder();
        for (int i = 0; i < count; i++) {
            PickModel.Change c = m.changes().get(random.nextInt(m.changes().size()));
            double value = c.values()[random.nextInt(c.values().length)];
            if (n.get(c.number()) == value) continue;
            said.append(said.isEmpty() ? "" : ", ")
                    .append(String.format(Locale.ROOT, "%s %g → %g", c.number(), n.get(c.number()), value));
            n = n.with(c.number(), value);
        }
        Document first = m.build().apply(m.numbers()),
                second = sameSteps(first, m.build().apply(n));
        Mesh after = mesh(second);
        int below = random.nextInt(first.bodies().getFirst().entries().size());
        Mesh importedBefore = Variations.imported(before), imported = Variations.imported(after);
        Mesh moved = random.nextInt(5) < 2 ? Variations.moved(imported, random) : imported;
        Mesh reread = Rereading.of(importedBefore, moved).mesh();
        if (!onlyFiles)
            for (RuleTruth.Asked a : RuleTruth.on(after)) {
                PickModel.Region rule = new PickModel.Region(a.rule(), a.pick().kind(), _ -> _ -> true, _ -> true);
                judge(
                        new Trial(m.name(), rule, said.toString()),
                        Form.RULE,
                        a.pick().on(after),
                        new Selection(a.pick().kind(), a.meant()));
            }
        for (PickModel.Region r : m.regions()) {
            BitSet meantBefore = r.on(before, m.numbers());
            if (meantBefore.isEmpty()) throw new IllegalStateException(m.name() + ": nothing is meant by " + r.name());
            Selection meant = new Selection(r.kind(), r.on(after, n));
            Pick pick = Pick.hand(before, new Selection(r.kind(), meantBefore));
            Trial t = new Trial(m.name(), r, said.toString());
            Term term = TERMS.get(random.nextInt(TERMS.size()));
            if (!onlyFiles) {
                judge(t, Form.CHANGED, pick.on(after), meant);
                judge(
                        t,
                        Form.WITH_TERMS,
                        pick.and(term).on(after),
                        Pick.hand(after, meant).and(term).on(after).selection());
                judge(t, Form.COPIED, Variations.copied(first, second, pick, evaluator), n);
                judge(t, Form.TAGGED, Variations.tagged(second, pick, evaluator), n);
                Rule made = madeOf(before, r.kind(), meantBefore);
                if (made != null) judge(t, Form.MADE, Pick.of(r.kind(), made).on(after), meant);
                Variations.Asked baked = Variations.baked(first, second, pick, below, evaluator);
                if (baked != null) judge(t, Form.BAKED, baked, n);
            }
            // Which of more is the third cannot be told from a file.
            if (said.toString().matches(COUNTS)) continue;
            BitSet there = r.on(imported, n);
            Picked again = Pick.hand(importedBefore, new Selection(r.kind(), r.on(importedBefore, m.numbers())))
                    .on(reread);
            judge(t, moved == imported ? Form.READ_AGAIN : Form.MOVED, again, new Selection(r.kind(), there));
        }
    }

    /** The rule for what a step made, where that is just some elements of a mesh. */
    private static @Nullable Rule madeOf(Mesh mesh, ElementKind kind, BitSet elements) {
        for (String tag : mesh.tags().keySet()) {
            Rule rule = new Rule.Made(tag);
            if (tag.startsWith(StepContext.MADE)
                    && Pick.of(kind, rule).on(mesh).selection().elements().equals(elements)) return rule;
        }
        return null;
    }

    /** The numbers of a second document in the steps of a first, as if a person had typed them in. */
    static Document sameSteps(Document first, Document second) {
        Document d = first;
        for (int b = 0; b < first.bodies().size(); b++) {
            var body = first.bodies().get(b);
            var other = second.bodies().get(b);
            if (body.entries().size() != other.entries().size()) throw new IllegalStateException("not the same steps");
            for (int i = 0; i < body.entries().size(); i++) {
                Step step = body.entries().get(i).step(),
                        to = other.entries().get(i).step();
                StepDescriptor descriptor = StepDescriptor.of(step);
                if (body.entries().get(i).enabled() != other.entries().get(i).enabled())
                    d = Edits.setEnabled(
                            d,
                            body.id(),
                            List.of(body.entries().get(i).id()),
                            other.entries().get(i).enabled());
                for (ParamDescriptor p : descriptor.params())
                    if (!descriptor.value(step, p).equals(descriptor.value(to, p)))
                        d = set(d, body.id(), body.entries().get(i).id(), p.name(), descriptor.value(to, p));
            }
        }
        return d;
    }

    private static Document set(Document d, String body, long entry, String param, Object value) {
        try {
            return Edits.setValue(d, body, entry, param, value);
        } catch (StepException e) {
            throw new IllegalStateException(e);
        }
    }

    private Mesh mesh(Document d) {
        return evaluator.evaluate(d, d.bodies().getFirst().id(), Progress.NONE).mesh();
    }

    private void judge(Trial t, Form form, Variations.Asked asked, Numbers n) {
        judge(t, form, asked.picked(), new Selection(t.region.kind(), t.region.on(asked.mesh(), n)));
    }

    private void judge(Trial t, Form form, Picked picked, Selection right) {
        BitSet meant = right.elements(), got = picked.selection().elements();
        BitSet extra = (BitSet) got.clone(), missing = (BitSet) meant.clone();
        extra.andNot(meant);
        missing.andNot(got);
        boolean said = picked.lost() > 0, noted = said || picked.found() > 0;
        Verdict v = !extra.isEmpty()
                ? noted ? Verdict.WRONG_NOTED : Verdict.WRONG_SILENT
                : meant.isEmpty() && picked.lost() == 0 && (form == Form.WITH_TERMS || form == Form.RULE)
                        // Too little for what should be left of it.
                        ? Verdict.RIGHT
                        : meant.isEmpty()
                                ? said ? Verdict.GONE_SAID : Verdict.LOST_UNSAID
                                : missing.isEmpty() ? Verdict.RIGHT : said ? Verdict.LOST_SAID : Verdict.LOST_UNSAID;
        String detail = String.format(
                "%d meant, %d picked, %d too many, %d missing; %d found, %d lost of %d",
                meant.cardinality(),
                got.cardinality(),
                extra.cardinality(),
                missing.cardinality(),
                picked.found(),
                picked.lost(),
                picked.wanted());
        cases.add(new Case(t.model, form, t.region.name() + " (" + t.region.kind() + ")", t.changes, v, detail));
    }

    private void print() {
        Map<String, EnumMap<Verdict, Integer>> models = new TreeMap<>(), forms = new LinkedHashMap<>();
        for (Case c : cases) {
            if (c.form == Form.CHANGED) count(models, c.model, c);
            count(forms, c.form.title, c);
        }
        head("picks on");
        models.forEach(PickJudge::row);
        System.out.println();
        head("after");
        forms.forEach(PickJudge::row);
        forms.forEach((name, counts) -> {
            int all = counts.values().stream().mapToInt(i -> i).sum();
            int there = all - counts.getOrDefault(Verdict.GONE_SAID, 0);
            System.out.printf(
                    Locale.ROOT,
                    "%s: %d comparisons; of %d with a counterpart %.1f %% are right%n",
                    name,
                    all,
                    there,
                    100.0 * counts.getOrDefault(Verdict.RIGHT, 0) / there);
        });
    }

    private static void count(Map<String, EnumMap<Verdict, Integer>> table, String name, Case c) {
        table.computeIfAbsent(name, _ -> new EnumMap<>(Verdict.class)).merge(c.verdict, 1, Integer::sum);
    }

    private static void head(String what) {
        StringBuilder head = new StringBuilder("| " + what + " |"), line = new StringBuilder("|---|");
        for (Verdict v : Verdict.values()) {
            head.append(' ').append(v.title).append(" |");
            line.append("---|");
        }
        System.out.println(head);
        System.out.println(line);
    }

    private static void row(String name, EnumMap<Verdict, Integer> counts) {
        StringBuilder s = new StringBuilder("| ").append(name).append(" |");
        for (Verdict v : Verdict.values())
            s.append(' ').append(counts.getOrDefault(v, 0)).append(" |");
        System.out.println(s);
    }
}
