package org.pelerin.core.intake;

/** A cell does not hold what its column should; the message says why, in plain words and without a full stop. */
public final class UnreadableException extends Exception {

    public UnreadableException(String message) {
        // thrown by the thousand: the stack says nothing that the message does not
        super(message, null, false, false);
    }
}
