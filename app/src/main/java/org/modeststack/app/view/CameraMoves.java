package org.modeststack.app.view;

import java.util.ArrayDeque;
import java.util.Deque;
import javafx.animation.AnimationTimer;
import org.modeststack.app.state.ViewState;
import org.modeststack.render.Camera;

/** Moves the camera smoothly to another place, and knows the places it has stood at before. */
final class CameraMoves {
    /** How long a move takes, in seconds: long enough to be followed, too short to wait for. */
    private static final double SECONDS = 0.28;

    private static final int KEPT = 50;

    private final ViewState viewState;
    private final Deque<Camera> before = new ArrayDeque<>();
    private Move move;

    CameraMoves(ViewState viewState) {
        this.viewState = viewState;
    }

    private final class Move extends AnimationTimer {
        final Camera from;
        final Camera to;
        private long begun;

        Move(Camera from, Camera to) {
            this.from = from;
            this.to = to;
        }

        @Override
        public void handle(long now) {
            if (begun == 0) begun = now;
            double t = Math.min(1, (now - begun) / 1e9 / SECONDS);
            viewState.setCamera(t >= 1 ? to : from.towards(to, t * t * (3 - 2 * t)));
            if (t >= 1) end();
        }
    }

    /** Goes there; what was seen can be gone back to. */
    void go(Camera to) {
        Camera now = move == null ? viewState.camera() : move.to;
        if (to.equals(now)) return;
        remember(now);
        start(to);
    }

    private void remember(Camera camera) {
        if (camera.equals(before.peek())) return;
        before.push(camera);
        if (before.size() > KEPT) before.removeLast();
    }

    private void start(Camera to) {
        end();
        move = new Move(viewState.camera(), to);
        move.start();
    }

    /** Goes back to the view before the last move. */
    void back() {
        if (!before.isEmpty()) start(before.pop());
    }

    boolean canGoBack() {
        return !before.isEmpty();
    }

    /** The user turns the view by hand: whatever was on its way ends where it is. */
    void end() {
        if (move == null) return;
        move.stop();
        move = null;
    }

    /** The views of another document are of no use. */
    void forget() {
        end();
        before.clear();
    }

    boolean isMoving() {
        return move != null;
    }

    /** Where it comes to rest. */
    Camera goal() {
        return move == null ? viewState.camera() : move.to;
    }
}
