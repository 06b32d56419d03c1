package org.pelerin.app.organisation;

import java.time.Duration;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.series.ClockTolerance;

/** {@link AttentionRules} as they are typed; a field that is not sent keeps what it says. */
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
        return Texts.of(
                "organisation.attentionForm.sOrSPerDay",
                "clockSeconds",
                clockSeconds,
                "clockSecondsPerDay",
                clockSecondsPerDay);
    }

    /** @param before what stays where a field was not sent, or is wrong */
    AttentionRules read(FieldReader read, AttentionRules before) {
        AttentionForm stays = of(before);
        int seconds = whole(read, "clockSeconds", clockSeconds, stays.clockSeconds, 1, DAY);
        int visit = whole(read, "visitDays", visitDays, stays.visitDays, 1, TEN_YEARS);
        int start = whole(read, "startHours", startHours, stays.startHours, 1, TEN_YEARS);
        int calibration = whole(read, "calibrationDays", calibrationDays, stays.calibrationDays, 0, TEN_YEARS);
        int seen = whole(read, "seenDays", seenDays, stays.seenDays, 1, TEN_YEARS);
        return new AttentionRules(
                new ClockTolerance(Duration.ofSeconds(seconds), perDay(read, before)),
                Duration.ofDays(visit),
                Duration.ofHours(start),
                Duration.ofDays(calibration),
                Duration.ofDays(seen));
    }

    private double perDay(FieldReader read, AttentionRules before) {
        double otherwise = before.clock().secondsPerDay();
        if (clockSecondsPerDay == null) {
            return otherwise;
        }
        double perDay = read.needed("clockSecondsPerDay", clockSecondsPerDay, otherwise);
        if (!(perDay >= 0 && perDay <= DAY)) {
            read.wrong("clockSecondsPerDay", Texts.of("organisation.attentionForm.enterANumberFrom0", "day", DAY));
            return otherwise;
        }
        return perDay;
    }

    private static int whole(FieldReader read, String field, String typed, String stays, int least, int most) {
        if (typed != null && typed.isBlank()) {
            read.wrong(
                    field, Texts.of("organisation.attentionForm.enterAWholeNumberFrom", "least", least, "most", most));
        }
        Integer v = typed == null ? null : read.whole(field, typed, least, most);
        return v == null ? Integer.parseInt(stays) : v;
    }
}
