package org.modeststack.app.state;

import org.modeststack.stack.evaluate.Evaluator;

/**
 * All that one window is about, in parts that tell of their own changes. Whoever puts the window together hands each widget
 * the parts that it needs. Lives on the interface thread.
 */
public final class AppState implements AutoCloseable {
    private final Pulse pulse = new Pulse();
    private final MessageState messages = new MessageState(pulse);
    private final DocumentState document = new DocumentState(pulse, messages);
    private final SelectionState selected = new SelectionState(pulse, document);
    private final ResultState results;
    private final OpenStepState openStep;
    private final PickState picks;
    private final PointState points;
    private final ViewState view;
    private final ToolAsking asking;
    private final TrialState trial;
    private final StepHabits habits = new StepHabits();
    private final BackgroundJobs jobs = new BackgroundJobs(pulse, messages);

    /** @param evaluator may be at work already, warming up on what will be opened */
    public AppState(Evaluator evaluator) {
        results = new ResultState(pulse, document, selected, messages, evaluator);
        openStep = new OpenStepState(pulse, selected, results);
        picks = new PickState(pulse, document, selected, results, openStep, messages);
        points = new PointState(pulse, document, selected, results, messages, picks);
        asking = new ToolAsking(document, selected, results);
        trial = new TrialState(document, selected);
        view = new ViewState(pulse, document, selected, results, messages);
    }

    public MessageState messages() {
        return messages;
    }

    public DocumentState document() {
        return document;
    }

    public SelectionState selected() {
        return selected;
    }

    public ResultState results() {
        return results;
    }

    public OpenStepState openStep() {
        return openStep;
    }

    public PickState picks() {
        return picks;
    }

    public PointState points() {
        return points;
    }

    public ViewState view() {
        return view;
    }

    public ToolAsking asking() {
        return asking;
    }

    public TrialState trial() {
        return trial;
    }

    public StepHabits habits() {
        return habits;
    }

    public BackgroundJobs jobs() {
        return jobs;
    }

    /** Whether anything is still to come of what was asked for, or to be told. */
    public boolean isBusy() {
        return results.isBusy() || openStep.isBusy() || picks.isBusy() || jobs.isBusy() || pulse.isPending();
    }

    @Override
    public void close() {
        results.close();
        openStep.close();
        picks.close();
        jobs.close();
    }
}
