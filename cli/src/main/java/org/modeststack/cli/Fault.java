package org.modeststack.cli;

/** The step or the file is at fault: the message goes to standard error and the exit code is 1. */
final class Fault extends RuntimeException {
    Fault(String message) {
        super(message);
    }
}
