package org.pelerin.app.judge;

import org.pelerin.app.platform.web.NotDoneException;

/** What is stored of a mission's judgement is none; on the mission's page it can be judged anew. */
public class UnreadableJudgementException extends NotDoneException {

    private final long mission;

    UnreadableJudgementException(long mission) {
        super("What is stored of the result of mission " + mission + " cannot be read");
        this.mission = mission;
    }

    @Override
    public String wayOn() {
        return "/missions/" + mission;
    }
}
