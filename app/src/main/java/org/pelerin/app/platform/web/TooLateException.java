package org.pelerin.app.platform.web;

/** What was asked for has been overtaken: somebody else, or a fact, was faster. Nothing has changed. */
public final class TooLateException extends NotDoneException {

    /** @param message what has happened meanwhile, without a full stop */
    public TooLateException(String message) {
        super(message);
    }
}
