package org.pelerin.app.judge;

import java.time.ZoneId;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.unit.ShownUnits;

/** A mission's verdict as plain text, for documents; without the mark, which the fonts of documents do not hold. */
public final class MissionText {

    private MissionText() {}

    public static String verdict(JudgementDocument j, ZoneId zone, Formats show) {
        MissionSentence s = MissionSentence.of(j, zone, ShownUnits.RECORDED, show);
        return s.lead() + s.strong() + s.rest();
    }
}
