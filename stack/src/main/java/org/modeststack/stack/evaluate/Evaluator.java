package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Descent;

/**
 * Works out the meshes of a document. Results of steps are kept by the hash of all they depend on, so that only what
 * has changed, and what follows from it, is carried out again. One evaluation runs at a time; a second waits for it.
 */
public final class Evaluator {
    private final ResultCache cache;

    /** @param cacheBytes how much the kept meshes may take, roughly */
    public Evaluator(long cacheBytes) {
        cache = new ResultCache(cacheBytes);
    }

    /** With room for results in a quarter of the memory. */
    public Evaluator() {
        this(Runtime.getRuntime().maxMemory() / 4);
    }

    /** The results of all bodies, in the document's order. */
    public synchronized Map<String, BodyResult> evaluate(Document document, Progress progress) {
        Run run = new Run(document, progress);
        Map<String, BodyResult> all = new LinkedHashMap<>();
        for (Body b : document.bodies()) all.put(b.id(), run.body(b));
        return all;
    }

    /** The result of one body, with what it needs of others. */
    public synchronized BodyResult evaluate(Document document, String bodyId, Progress progress) {
        return new Run(document, progress).body(document.body(bodyId));
    }

    /** One evaluation: every body at most once, and the way down to the one at work, to find circles. */
    private final class Run {
        private final Document document;
        private final Progress progress;
        private final Map<String, BodyResult> done = new HashMap<>();
        private final List<String> path = new ArrayList<>();

        Run(Document document, Progress progress) {
            this.document = document;
            this.progress = progress;
        }

        BodyResult body(Body body) {
            BodyResult known = done.get(body.id());
            if (known != null) return known;
            path.add(body.id());
            List<StepResult> steps = new ArrayList<>();
            Mesh mesh = Mesh.EMPTY;
            String hash = "";
            for (Entry entry : body.entries()) {
                StepResult r = entry.enabled()
                        ? step(body, entry, mesh, hash)
                        : new StepResult(entry.id(), mesh, List.of(), false, 0, hash);
                steps.add(r);
                mesh = r.mesh();
                hash = r.hash();
            }
            path.removeLast();
            BodyResult result = new BodyResult(body.id(), steps);
            done.put(body.id(), result);
            return result;
        }

        private StepResult step(Body body, Entry entry, Mesh in, String inHash) {
            Step step = entry.step();
            Map<String, BodyResult> operands = new LinkedHashMap<>();
            String refused = null;
            for (String id : step.bodies()) {
                Body other = document.body(id);
                if (other == null) refused = "A body this step needs is not there any more.";
                else if (path.contains(id)) refused = circle(id);
                else operands.put(id, body(other));
            }
            if (refused != null) {
                return new StepResult(
                        entry.id(), in, List.of(new Remark(Remark.Level.FAULT, refused, null)), true, 0, inHash);
            }
            LaterTags later = LaterTags.of(body, body.indexOf(entry.id()), in);
            ContentHash h = new ContentHash().text(inHash).number(entry.seed()).step(step);
            later.steps().forEach(h::step);
            if (step.isSource()) h.text(body.material().toString());
            operands.forEach((id, r) ->
                    h.text(document.nameOf(id)).text(r.steps().getLast().hash()));
            String hash = h.finish();
            StepResult kept = cache.get(hash);
            if (kept == null) {
                kept = carryOut(body, entry, in, later, operands, hash);
                cache.put(hash, kept);
            }
            return kept;
        }

        private String circle(String id) {
            StringBuilder s = new StringBuilder("This goes round in a circle: ");
            for (String p : path.subList(path.indexOf(id), path.size()))
                s.append(document.nameOf(p)).append(" → ");
            return s.append(document.nameOf(id))
                    .append(". A body cannot be made from itself.")
                    .toString();
        }

        private StepResult carryOut(
                Body body, Entry entry, Mesh in, LaterTags later, Map<String, BodyResult> operands, String hash) {
            StepDescriptor d = StepDescriptor.of(entry.step());
            List<Remark> remarks = new ArrayList<>();
            long start = System.nanoTime();
            progress.at(body.name(), d.title(), 0);
            Mesh out = in;
            boolean failed = false;
            try {
                d.check(entry.step());
                out = later.off(entry.step().apply(later.on(in), new Context(body, entry, d, operands, remarks)));
                if (entry.step().isSource() && out.materials().equals(List.of(Material.DEFAULT))) {
                    out = out.withMaterial(body.material());
                }
                failed = remarks.stream().anyMatch(r -> r.level() == Remark.Level.FAULT);
            } catch (CancellationException e) {
                throw e;
            } catch (StepException e) {
                failed = true;
                remarks.add(new Remark(Remark.Level.FAULT, e.getMessage(), e.place()));
            } catch (OutOfMemoryError e) {
                failed = true;
                remarks.add(new Remark(
                        Remark.Level.FAULT, "There is not enough memory for this; use smaller numbers.", null));
            } catch (RuntimeException e) {
                System.getLogger(Evaluator.class.getName()).log(System.Logger.Level.ERROR, "step " + d.type(), e);
                failed = true;
                remarks.add(
                        new Remark(Remark.Level.FAULT, "This step broke down; please report it. (" + e + ")", null));
            }
            if (!failed && !entry.step().isSource()) noteDescent(body, entry, in, out, later, operands);
            return new StepResult(
                    entry.id(), failed ? in : out, remarks, failed, (System.nanoTime() - start) / 1e6, hash);
        }

        /** So that picks can follow what the step has divided, by carrying it out again, quietly. */
        private void noteDescent(
                Body body, Entry entry, Mesh in, Mesh out, LaterTags later, Map<String, BodyResult> operands) {
            Run quiet = new Run(document, Progress.NONE);
            Descent.note(out, in, marked -> {
                Context context =
                        quiet.new Context(body, entry, StepDescriptor.of(entry.step()), operands, new ArrayList<>());
                try {
                    return later.off(entry.step().apply(later.on(marked), context));
                } catch (StepException e) {
                    // It went well before; whatever is amiss now, the pick is then looked for by place.
                    return null;
                } catch (RuntimeException e) {
                    String type = StepDescriptor.of(entry.step()).type();
                    System.getLogger(Evaluator.class.getName())
                            .log(System.Logger.Level.ERROR, "step " + type + ", followed for a pick", e);
                    return null;
                }
            });
        }

        /** What a step sees of the evaluation. */
        private final class Context implements StepContext {
            private final Body body;
            private final Entry entry;
            private final StepDescriptor descriptor;
            private final Map<String, BodyResult> operands;
            private final List<Remark> remarks;

            Context(
                    Body body,
                    Entry entry,
                    StepDescriptor descriptor,
                    Map<String, BodyResult> operands,
                    List<Remark> remarks) {
                this.body = body;
                this.entry = entry;
                this.descriptor = descriptor;
                this.operands = operands;
                this.remarks = remarks;
            }

            @Override
            public long seed() {
                return entry.seed();
            }

            @Override
            public Mesh body(String id) throws StepException {
                BodyResult r = operands.get(id);
                if (r == null) throw new StepException("A body this step needs is not there any more.");
                return r.mesh();
            }

            @Override
            public String bodyName(String id) {
                return document.nameOf(id);
            }

            @Override
            public void remark(Remark remark) {
                remarks.add(remark);
            }

            @Override
            public void progress(double share) {
                progress.at(body.name(), descriptor.title(), share);
            }
        }
    }
}
