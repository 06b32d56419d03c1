package org.pelerin.app.organisation;

import java.time.Duration;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.series.ClockTolerance;

/** {@link AttentionRules} as they are typed; a field that is not sent or left empty keeps its default. */
public record AttentionForm(
        String clockSeconds,
        String clockSecondsPerDay,
        String visitDays,
        String startHours,
        String calibrationDays,
        String seenDays) {

    private static final int DAY = 86_400;
    private static final int TEN_YEARS = 3650;

    static AttentionForm of(AttentionRules rules) {
        return new AttentionForm(
                String.valueOf(rules.clock().fixed().toSeconds()),
                FieldReader.plain(rules.clock().secondsPerDay()),
                String.valueOf(rules.visitWithin().toDays()),
                String.valueOf(rules.startWithin().toHours()),
                String.valueOf(rules.calibrationAhead().toDays()),
                String.valueOf(rules.seenWithin().toDays()));
    }

    /** In words, for who compares two versions of it. */
    String clock() {
        return clockSeconds + " s, or " + clockSecondsPerDay + " s a day";
    }

    AttentionRules read(FieldReader read) {
        AttentionRules def = AttentionRules.DEFAULT;
        Integer seconds = read.whole("clockSeconds", clockSeconds, 1, DAY);
        Double perDay = read.number("clockSecondsPerDay", clockSecondsPerDay);
        if (perDay != null && !(perDay >= 0 && perDay <= DAY)) {
            read.wrong("clockSecondsPerDay", "Give a number from 0 to " + DAY);
            perDay = null;
        }
        Integer visit = read.whole("visitDays", visitDays, 1, TEN_YEARS);
        Integer start = read.whole("startHours", startHours, 1, TEN_YEARS);
        Integer calibration = read.whole("calibrationDays", calibrationDays, 0, TEN_YEARS);
        Integer seen = read.whole("seenDays", seenDays, 1, TEN_YEARS);
        return new AttentionRules(
                new ClockTolerance(
                        seconds == null ? def.clock().fixed() : Duration.ofSeconds(seconds),
                        perDay == null ? def.clock().secondsPerDay() : perDay),
                visit == null ? def.visitWithin() : Duration.ofDays(visit),
                start == null ? def.startWithin() : Duration.ofHours(start),
                calibration == null ? def.calibrationAhead() : Duration.ofDays(calibration),
                seen == null ? def.seenWithin() : Duration.ofDays(seen));
    }
}
