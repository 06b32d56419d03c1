package org.pelerin.app.platform.web;

import org.pelerin.app.platform.language.Texts;

/** Somebody else saved what a person was typing into a form that showed how it was before; nothing has changed. */
public final class ChangedMeanwhileException extends NotDoneException {

    public ChangedMeanwhileException() {
        super(Texts.of("platform.web.changedMeanwhileException.somebodyElseSavedItAfter"));
    }
}
