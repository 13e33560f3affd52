package org.modeststack.stack.evaluate;

import java.util.concurrent.CancellationException;

/** Told how an evaluation comes along, on its own thread. */
@FunctionalInterface
public interface Progress {
    Progress NONE = (_, _, _) -> {};

    /**
     * @param body its name
     * @param step its title
     * @param done how much of this step, from 0 to 1
     * @throws CancellationException to stop the evaluation
     */
    void at(String body, String step, double done) throws CancellationException;
}
