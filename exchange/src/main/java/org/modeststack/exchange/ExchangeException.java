package org.modeststack.exchange;

import java.io.IOException;

/** A mesh file could not be read or written. The message is a sentence for the user and says where the file breaks. */
public final class ExchangeException extends IOException {
    public ExchangeException(String message) {
        super(message);
    }

    public ExchangeException(String message, Throwable cause) {
        super(message, cause);
    }
}
