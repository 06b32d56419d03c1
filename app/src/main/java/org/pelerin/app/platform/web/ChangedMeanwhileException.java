package org.pelerin.app.platform.web;

/** Somebody else saved what a person was typing into a form that showed how it was before; nothing has changed. */
public final class ChangedMeanwhileException extends NotDoneException {

    public ChangedMeanwhileException() {
        super("Somebody else saved it since you opened it");
    }
}
