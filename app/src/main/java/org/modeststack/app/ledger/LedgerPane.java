package org.modeststack.app.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.instructions.InstructionsPane;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PerGeometry;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.MeshReport;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;

/** Numbers: one line for the mesh that is shown and, unfolded, a line for each step. Also messages and progress. */
public final class LedgerPane extends VBox {
    private static final double PATIENCE_MS = 300;
    private static final double FAULTS = 470;
    /** So much of a message is always seen. */
    private static final double LEAST_TAIL = 220;

    /** The name of a step has at least so much room in a narrow window, and at most so much in any. */
    private static final double LEAST_NAME = 90, WIDEST_NAME = 220;

    private static final long MANY_FACES = 500_000;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final BackgroundJobs jobs;
    private final HBox line = new HBox(20);
    private final HBox summary = new HBox(20);
    private final HBox tail = new HBox(20);
    private String shownTail = "";
    private final GridPane table = new GridPane();
    private final ScrollPane scroll = new ScrollPane(table);
    private final Button fold = new Button();
    private final PerGeometry<MeshReport> reports;
    private final PerGeometry<Faults> faults;
    private final FaultList wrong;
    private final HBox unfolded = new HBox();
    private final Label workText = new Label();
    private final ProgressBar workBar = new ProgressBar();
    private final HBox work;
    /** The newest numbers there are: while a number is dragged they may be one mesh behind. */
    private MeshReport report;

    /** What is done about faults. */
    public interface Mender {
        void pick(FoundFault fault);

        void next(FoundFault fault);

        void add(Step cure);

        void mend();
    }

    public LedgerPane(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            BackgroundJobs jobs,
            PerGeometry<MeshReport> reports,
            PerGeometry<Faults> faults,
            Mender mender) {
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.jobs = jobs;
        this.reports = reports;
        this.faults = faults;
        wrong = new FaultList(mender::pick, mender::next, mender::add, mender::mend);
        Button stop = new Button("Stop");
        stop.getStyleClass().add("ledger-fold");
        Hint.on(stop, "Stop this and leave all as it is (Ctrl+.)");
        stop.setOnAction(_ -> {
            results.cancel();
            jobs.cancel();
        });
        workText.getStyleClass().add("ledger-word");
        workBar.setPrefWidth(120);
        work = new HBox(8, workText, workBar, stop);
        work.setAlignment(Pos.CENTER_LEFT);
        work.getStyleClass().add("ledger-work");
        getStyleClass().add("ledger");
        line.getStyleClass().add("ledger-line");
        line.setAlignment(Pos.CENTER_LEFT);
        table.getStyleClass().add("ledger-table");
        scroll.setFitToWidth(true);
        scroll.setPrefHeight(190);
        scroll.getStyleClass().add("plain-scroll");
        ScrollPane faultScroll = new ScrollPane(wrong);
        faultScroll.setPrefHeight(190);
        faultScroll.setMinWidth(FAULTS);
        faultScroll.setPrefWidth(FAULTS);
        faultScroll.getStyleClass().add("plain-scroll");
        HBox.setHgrow(scroll, Priority.ALWAYS);
        unfolded.getChildren().addAll(scroll, faultScroll);
        fold.getStyleClass().add("ledger-fold");
        Hint.on(fold, "Fold the ledger in or out (Ctrl+L)");
        fold.setOnAction(_ -> setOpen(!isOpen()));
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        for (HBox box : List.of(summary, tail)) box.setAlignment(Pos.CENTER_LEFT);
        tail.setMinWidth(0);
        // With large texts in a small window the last numbers are left out, not what folds the ledger out.
        summary.setMinWidth(0);
        fold.setMinWidth(Region.USE_PREF_SIZE);
        line.widthProperty().addListener((_, _, _) -> fitTail());
        work.managedProperty().addListener((_, _, _) -> fitTail());
        line.getChildren().addAll(summary, space, work, tail, fold);
        getChildren().add(line);
        Runnable refresh = this::refresh, showWork = this::showWork;
        document.changed().listen(refresh);
        selected.changed().listen(refresh);
        results.changed().listen(refresh);
        messages.changed().listen(refresh);
        results.progressed().listen(showWork);
        jobs.changed().listen(showWork);
        // A job says when it begins and ends; that it takes long is seen by looking.
        Timeline look = new Timeline(new KeyFrame(Duration.millis(PATIENCE_MS), _ -> showWork()));
        look.setCycleCount(Animation.INDEFINITE);
        jobs.changed().listen(() -> {
            if (jobs.isBusy()) look.play();
            else look.stop();
        });
        showWork();
        refresh();
    }

    public boolean isOpen() {
        return getChildren().contains(unfolded);
    }

    public void setOpen(boolean open) {
        getChildren().remove(unfolded);
        if (open) getChildren().addFirst(unfolded);
        refresh();
    }

    /** Says what a long calculation is at; short ones are over before anyone could read it. */
    private void showWork() {
        ResultState.Work at = results.work();
        boolean calculating = results.isBusy() && at != null && results.waitedMs() > PATIENCE_MS;
        String job = calculating ? null : jobs.runningFor(PATIENCE_MS);
        work.setVisible(calculating || job != null);
        work.setManaged(work.isVisible());
        if (calculating) workText.setText("Working on " + at.body() + ": " + at.step());
        else if (job != null) workText.setText(job);
        workBar.setProgress(calculating && at.share() > 0 ? at.share() : ProgressBar.INDETERMINATE_PROGRESS);
    }

    public void refresh() {
        Body b = selected.body();
        BodyResult r = b == null ? null : results.result(b.id());
        List<String[]> facts = new ArrayList<>();
        if (r != null && b.shownSteps() <= r.steps().size()) facts(b, r.steps().get(b.shownSteps() - 1), facts);
        show(facts);
        showTail(r);
        fitTail();
        Geometry shown = r == null || b.shownSteps() > r.steps().size()
                ? null
                : r.steps().get(b.shownSteps() - 1).geometry();
        // Parts that share their faces are not written out for this, least of all while it is folded.
        boolean isParts = shown != null && shown.known() == null;
        boolean many = isParts && shown.faceCount() > MANY_FACES;
        Faults found = shown == null || many || isParts && !isOpen() ? null : faults.of(shown);
        fold.setText(isOpen() ? "Ledger ▾" : "Ledger" + wrongKinds(found) + " ▴");
        if (!isOpen()) return;
        table(b, r);
        if (b == null) wrong.showNothing();
        else if (many) wrong.showTooMany();
        else wrong.show(found);
    }

    /** What the folded ledger says of what is in it. */
    private static String wrongKinds(@Nullable Faults faults) {
        long kinds = faults == null
                ? 0
                : faults.found().stream().filter(f -> f.kind().isWrong()).count();
        return kinds == 0 ? "" : kinds == 1 ? ": one kind of fault" : ": " + kinds + " kinds of fault";
    }

    /** What is known of a mesh: pairs of a number and the words behind it. */
    private void facts(Body b, StepResult s, List<String[]> facts) {
        facts.add(new String[] {"After step " + b.shownSteps(), ""});
        MeshReport known = reports.of(s.geometry());
        if (known != null) report = known;
        if (report == null) return;
        facts.add(new String[] {Numbers.count(report.vertices()), " vertices"});
        facts.add(new String[] {Numbers.count(report.edges()), " edges"});
        facts.add(new String[] {Numbers.count(report.faces()), " faces"});
        facts.add(new String[] {Numbers.count(report.health().quads()), " quads"});
        if (report.health().ngons() > 0) {
            facts.add(new String[] {Numbers.count(report.health().ngons()), " with more than four sides"});
        }
        int shells = report.measures().shells();
        String closed = report.health().isClosed() ? "closed, " : "open, ";
        facts.add(new String[] {"", closed + shells + (shells == 1 ? " shell" : " shells")});
        facts.add(new String[] {String.format(Locale.ROOT, "%.1f ms", s.ms()), ""});
    }

    /** Labels are kept and told their new texts: making them anew with each value of a drag would take too long. */
    private void show(List<String[]> facts) {
        while (summary.getChildren().size() < facts.size()) {
            Label n = new Label();
            n.getStyleClass().add("ledger-number");
            n.setMinWidth(Region.USE_PREF_SIZE);
            Label t = new Label();
            t.getStyleClass().add("ledger-word");
            t.setMinWidth(Region.USE_PREF_SIZE);
            HBox pair = new HBox(n, t);
            pair.setAlignment(Pos.CENTER_LEFT);
            summary.getChildren().add(pair);
        }
        for (int i = 0; i < summary.getChildren().size(); i++) {
            HBox pair = (HBox) summary.getChildren().get(i);
            boolean shown = i < facts.size();
            pair.setVisible(shown);
            pair.setManaged(shown);
            if (!shown) continue;
            ((Label) pair.getChildren().get(0)).setText(facts.get(i)[0]);
            ((Label) pair.getChildren().get(1)).setText(facts.get(i)[1]);
        }
    }

    /** The message and how many remarks there are. */
    private void showTail(BodyResult r) {
        long n = r == null
                ? 0
                : r.steps().stream()
                        .flatMap(s -> s.remarks().stream())
                        .filter(m -> m.level() == Remark.Level.REMARK || m.level() == Remark.Level.FAULT)
                        .count();
        String now = n + (messages.isFault() ? "▲" : " ") + messages.text();
        if (now.equals(shownTail)) return;
        shownTail = now;
        tail.getChildren().clear();
        if (!messages.text().isEmpty()) {
            Label m = new Label((messages.isFault() ? "▲ " : "") + messages.text());
            m.getStyleClass().add(messages.isFault() ? "ledger-fault" : "ledger-note");
            Hint.on(m, messages.text());
            m.setMinWidth(80);
            tail.getChildren().add(m);
        }
        if (n > 0) {
            Label l = new Label("▲ " + (n == 1 ? "1 remark" : n + " remarks"));
            l.getStyleClass().add("ledger-remark");
            tail.getChildren().add(l);
        }
    }

    /** A long message gives way before the numbers do; the whole of it is in its hint. */
    private void fitTail() {
        double others = fold.prefWidth(-1) + (work.isManaged() ? work.prefWidth(-1) : 0) + 4 * line.getSpacing();
        double left =
                line.getWidth() - line.getInsets().getLeft() - line.getInsets().getRight() - others;
        tail.setMaxWidth(Math.max(LEAST_TAIL, left - summary.prefWidth(-1)));
        fitFacts(left - Math.min(tail.prefWidth(-1), tail.getMaxWidth()));
    }

    /** What has no room as a whole is not seen, rather than cut through. */
    private void fitFacts(double room) {
        double end = -summary.getSpacing();
        for (Node fact : summary.getChildren()) {
            if (!fact.isManaged()) continue;
            end += summary.getSpacing() + fact.prefWidth(-1);
            fact.setVisible(end <= room);
        }
    }

    private void table(Body b, BodyResult r) {
        table.getChildren().clear();
        if (r == null || r.steps().size() != b.entries().size()) return;
        List<String> heads = List.of(
                "",
                "Step",
                "Vertices",
                "Edges",
                "Faces",
                "Triangles",
                "Quads",
                "More sides",
                "Open edges",
                "Volume",
                "Area",
                "Time");
        for (int c = 0; c < heads.size(); c++) cell(heads.get(c), c, 0, "ledger-head");
        for (int i = 0; i < r.steps().size(); i++) {
            Entry e = b.entries().get(i);
            StepResult s = r.steps().get(i);
            MeshReport m = reports.of(s.geometry());
            String name = e.name().isEmpty() ? StepDescriptor.of(e.step()).title() : e.name();
            cell(Integer.toString(i + 1), 0, i + 1, "ledger-cell");
            cell(
                    e.enabled() ? name : name + " (off)",
                    1,
                    i + 1,
                    s.failed() && !s.asks() ? "ledger-fault" : "ledger-cell");
            if (m == null) continue;
            String[] cells = {
                Numbers.count(m.vertices()),
                Numbers.count(m.edges()),
                Numbers.count(m.faces()),
                Numbers.count(m.health().triangles()),
                Numbers.count(m.health().quads()),
                Numbers.count(m.health().ngons()),
                Numbers.count(m.health().borderEdges()),
                m.health().isClosed() ? InstructionsPane.volume(m.measures().volume()) : "open",
                String.format(Locale.ROOT, "%,.1f cm²", m.measures().area() / 100)
                        .replace(',', ' '),
                String.format(Locale.ROOT, "%.1f ms", s.ms())
            };
            for (int c = 0; c < cells.length; c++)
                cell(cells[c], c + 2, i + 1, s.failed() && !s.asks() ? "ledger-fault" : "ledger-cell");
        }
    }

    private void cell(String text, int column, int row, String style) {
        Label l = new Label(text);
        l.getStyleClass().add(style);
        l.setMaxWidth(column == 1 ? WIDEST_NAME : Double.MAX_VALUE);
        l.setMinWidth(column == 1 ? LEAST_NAME : Region.USE_PREF_SIZE);
        l.setAlignment(column < 2 ? Pos.CENTER_LEFT : Pos.CENTER_RIGHT);
        table.add(l, column, row);
    }
}
