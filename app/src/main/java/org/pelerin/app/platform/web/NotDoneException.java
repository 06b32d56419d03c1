package org.pelerin.app.platform.web;

/**
 * What a person asked for does not fit how things are; the message says why, without a full stop, and nothing has changed. The page it
 * was asked from is shown again with that word.
 */
public abstract class NotDoneException extends RuntimeException {

    protected NotDoneException(String message) {
        super(message);
    }

    /** Path of the page where one can go on; null for that of the thing it was asked of. */
    public String wayOn() {
        return null;
    }
}
