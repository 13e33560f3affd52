package org.modeststack.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.MeshReport;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepDescriptor;

/** Numbers: one line for the mesh that is shown and, unfolded, a line for each step. Also messages and progress. */
final class LedgerPane extends VBox {
    private static final double PATIENCE_MS = 300;
    private final Session session;
    private final HBox line = new HBox(20);
    private final HBox summary = new HBox(20);
    private final HBox tail = new HBox(20);
    private String shownTail = "";
    private final GridPane table = new GridPane();
    private final ScrollPane scroll = new ScrollPane(table);
    private final Button fold = new Button();
    private final Derived<MeshReport> reports;
    private final Label workText = new Label();
    private final ProgressBar workBar = new ProgressBar();
    private final HBox work;
    /** The newest numbers there are: while a number is dragged they may be one mesh behind. */
    private MeshReport report;

    LedgerPane(Session session, Derived<MeshReport> reports) {
        this.session = session;
        this.reports = reports;
        Button stop = new Button("Stop");
        stop.getStyleClass().add("ledger-fold");
        Hint.on(stop, "Stop the calculation and keep the picture as it is (Ctrl+.)");
        stop.setOnAction(_ -> session.cancelWork());
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
        fold.getStyleClass().add("ledger-fold");
        Hint.on(fold, "Fold the ledger in or out (Ctrl+L)");
        fold.setOnAction(_ -> setOpen(!isOpen()));
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        for (HBox box : List.of(summary, tail)) box.setAlignment(Pos.CENTER_LEFT);
        tail.setMinWidth(0);
        fold.setMinWidth(Region.USE_PREF_SIZE);
        line.getChildren().addAll(summary, space, work, tail, fold);
        getChildren().add(line);
        session.listen(this::refresh);
        session.listenWork(this::showWork);
        showWork();
        refresh();
    }

    boolean isOpen() {
        return getChildren().contains(scroll);
    }

    void setOpen(boolean open) {
        getChildren().remove(scroll);
        if (open) getChildren().addFirst(scroll);
        refresh();
    }

    /** Says what a long calculation is at; short ones are over before anyone could read it. */
    private void showWork() {
        Session.Work at = session.work();
        boolean shown = session.isBusy() && at != null && session.waitedMs() > PATIENCE_MS;
        work.setVisible(shown);
        work.setManaged(shown);
        if (!shown) return;
        workText.setText("Working on " + at.body() + ": " + at.step());
        workBar.setProgress(at.share() > 0 ? at.share() : ProgressBar.INDETERMINATE_PROGRESS);
    }

    void refresh() {
        Body b = session.body();
        BodyResult r = b == null ? null : session.result(b.id());
        List<String[]> facts = new ArrayList<>();
        if (r != null && b.shownSteps() <= r.steps().size()) facts(b, r.steps().get(b.shownSteps() - 1), facts);
        show(facts);
        showTail(r);
        fold.setText(isOpen() ? "Ledger ▾" : "Ledger ▴");
        if (isOpen()) table(b, r);
    }

    /** What is known of a mesh: pairs of a number and the words behind it. */
    private void facts(Body b, StepResult s, List<String[]> facts) {
        facts.add(new String[] {"After step " + b.shownSteps(), ""});
        MeshReport known = reports.of(s.mesh());
        if (known != null) report = known;
        if (report == null) return;
        facts.add(new String[] {count(report.vertices()), " vertices"});
        facts.add(new String[] {count(report.edges()), " edges"});
        facts.add(new String[] {count(report.faces()), " faces"});
        facts.add(new String[] {count(report.health().quads()), " quads"});
        if (report.health().ngons() > 0) {
            facts.add(new String[] {count(report.health().ngons()), " with more than four sides"});
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
                        .filter(m -> m.level() != Remark.Level.NOTE)
                        .count();
        String now = n + (session.messageIsFault() ? "▲" : " ") + session.message();
        if (now.equals(shownTail)) return;
        shownTail = now;
        tail.getChildren().clear();
        if (!session.message().isEmpty()) {
            Label m = new Label((session.messageIsFault() ? "▲ " : "") + session.message());
            m.getStyleClass().add(session.messageIsFault() ? "ledger-fault" : "ledger-note");
            Hint.on(m, session.message());
            m.setMinWidth(80);
            tail.getChildren().add(m);
        }
        if (n > 0) {
            Label l = new Label("▲ " + (n == 1 ? "1 remark" : n + " remarks"));
            l.getStyleClass().add("ledger-remark");
            tail.getChildren().add(l);
        }
    }

    static String count(long n) {
        return String.format(Locale.ROOT, "%,d", n).replace(',', ' ');
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
            MeshReport m = reports.of(s.mesh());
            String name = e.name().isEmpty() ? StepDescriptor.of(e.step()).title() : e.name();
            cell(Integer.toString(i + 1), 0, i + 1, "ledger-cell");
            cell(e.enabled() ? name : name + " (off)", 1, i + 1, s.failed() ? "ledger-fault" : "ledger-cell");
            if (m == null) continue;
            String[] cells = {
                count(m.vertices()),
                count(m.edges()),
                count(m.faces()),
                count(m.health().triangles()),
                count(m.health().quads()),
                count(m.health().ngons()),
                count(m.health().borderEdges()),
                m.health().isClosed() ? InstructionsPane.volume(m.measures().volume()) : "open",
                String.format(Locale.ROOT, "%,.1f cm²", m.measures().area() / 100)
                        .replace(',', ' '),
                String.format(Locale.ROOT, "%.1f ms", s.ms())
            };
            for (int c = 0; c < cells.length; c++)
                cell(cells[c], c + 2, i + 1, s.failed() ? "ledger-fault" : "ledger-cell");
        }
    }

    private void cell(String text, int column, int row, String style) {
        Label l = new Label(text);
        l.getStyleClass().add(style);
        l.setMaxWidth(column == 1 ? 220 : Double.MAX_VALUE);
        l.setAlignment(column < 2 ? Pos.CENTER_LEFT : Pos.CENTER_RIGHT);
        table.add(l, column, row);
    }
}
