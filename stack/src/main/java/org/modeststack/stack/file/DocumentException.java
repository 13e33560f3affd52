package org.modeststack.stack.file;

import java.io.IOException;

/** A document file could not be read or written. The message is a sentence for the user. */
public final class DocumentException extends IOException {
    public DocumentException(String message) {
        super(message);
    }

    public DocumentException(String message, Throwable cause) {
        super(message, cause);
    }
}
