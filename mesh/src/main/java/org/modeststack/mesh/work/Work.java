package org.modeststack.mesh.work;

import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * Work that can be stopped from outside. Whoever starts it says how one can tell that nobody wants it any more; long
 * loops, however deep below, ask now and then by {@link #checkpoint()} and leave by a {@link CancellationException}. The
 * question is bound to the thread ({@link ScopedValue}), not handed from method to method, so that kernel loops can be
 * stopped without knowing who runs them; {@link Workers} hands it on to its helpers.
 */
public final class Work {
    private static final ScopedValue<BooleanSupplier> STOPPED = ScopedValue.newInstance();

    private static final int OFTEN = (1 << 10) - 1;

    private static final BooleanSupplier NEVER = () -> false;

    private Work() {}

    /**
     * Carries work out, stopped where {@code stopped} says so or where the work around it is.
     *
     * @param stopped is asked often, from any thread: it must be quick and take no lock
     * @throws CancellationException if it was stopped
     */
    public static <R> R stoppable(BooleanSupplier stopped, Supplier<R> work) {
        BooleanSupplier outer = current();
        BooleanSupplier both = outer == NEVER ? stopped : () -> stopped.getAsBoolean() || outer.getAsBoolean();
        return ScopedValue.where(STOPPED, both).call(work::get);
    }

    /**
     * To be called at least every few milliseconds in long work. Costs a few nanoseconds.
     *
     * @throws CancellationException if the work is not wanted any more
     */
    public static void checkpoint() {
        if (isStopped()) throw new CancellationException();
    }

    /**
     * To be called at each turn of a loop of many short turns: a {@link #checkpoint()} at every 1,024th.
     *
     * @param turn its number; not that of an element of a set, of which there may be none that is asked at
     */
    public static void checkpoint(int turn) {
        if ((turn & OFTEN) == 0) checkpoint();
    }

    /** Whether the work that this thread is at is not wanted any more. */
    public static boolean isStopped() {
        return current().getAsBoolean();
    }

    /** Tells at any time and on any thread whether the work that this thread is at now is not wanted any more. */
    public static BooleanSupplier question() {
        return current();
    }

    /** What this thread's work asks; for helpers of the same work. */
    static BooleanSupplier current() {
        return STOPPED.orElse(NEVER);
    }
}
