package org.pelerin.app.mission;

import java.time.ZoneId;
import org.pelerin.app.platform.web.Show;

/** A mission's verdict as plain text, for documents. */
public final class MissionText {

    private MissionText() {}

    public static String verdict(JudgementDocument j, ZoneId zone, Show show) {
        MissionSentence s = MissionSentence.of(j, zone, false, show);
        String mark = s.mark().isEmpty() ? "" : s.mark() + "\u00a0";
        return s.lead() + mark + s.strong() + s.rest();
    }
}
