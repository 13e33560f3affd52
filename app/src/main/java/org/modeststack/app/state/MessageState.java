package org.modeststack.app.state;

/** What was said to the user last. */
public final class MessageState {
    private final Signal changed;
    private String text = "";
    private boolean fault;

    MessageState(Pulse pulse) {
        changed = new Signal(pulse);
    }

    public Signal changed() {
        return changed;
    }

    /** @param isFault whether something did not go as was asked */
    public void say(String newText, boolean isFault) {
        text = newText;
        fault = isFault;
        changed.fire();
    }

    public void clear() {
        if (!text.isEmpty()) say("", false);
    }

    public String text() {
        return text;
    }

    public boolean isFault() {
        return fault;
    }
}
