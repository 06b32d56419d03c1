package org.pelerin.app.judge;

import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotDoneException;

/** What is stored of a mission's judgement is none; on the mission's page it can be judged anew. */
public class UnreadableJudgementException extends NotDoneException {

    private final long mission;

    UnreadableJudgementException(long mission) {
        super(Texts.of("judge.unreadableJudgementException.theStoredVerdictOfMission", "mission", mission));
        this.mission = mission;
    }

    @Override
    public String wayOn() {
        return "/missions/" + mission;
    }
}
