package org.pelerin.app.missions;

import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotDoneException;

/** A mission is signed, so that what it is judged on and what is said of it stay as they are. */
public final class SignedException extends NotDoneException {

    private final long mission;

    public SignedException(long mission) {
        super(Texts.of("missions.signedException.missionIsSignedAndCannot", "mission", mission));
        this.mission = mission;
    }

    @Override
    public String wayOn() {
        return "/missions/" + mission + "#signatures";
    }
}
