package org.modeststack.stack.evaluate;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.logging.Handler;
import java.util.logging.LogRecord;
import java.util.logging.Logger;

/** What classes write to the log while a test runs. */
final class LoggedMistakes extends Handler implements AutoCloseable {
    private final List<String> texts = new CopyOnWriteArrayList<>();
    private final Logger logger;

    LoggedMistakes(Class<?> of) {
        logger = Logger.getLogger(of.getName());
        logger.addHandler(this);
    }

    List<String> texts() {
        return texts;
    }

    @Override
    public void publish(LogRecord r) {
        texts.add(r.getMessage());
    }

    @Override
    public void flush() {}

    @Override
    public void close() {
        logger.removeHandler(this);
    }
}
