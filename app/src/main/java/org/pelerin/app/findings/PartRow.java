package org.pelerin.app.findings;

import java.time.Instant;
import org.pelerin.core.judge.Severity;

/** A part as its row has it. */
record PartRow(
        long id,
        long findingId,
        long missionId,
        String rule,
        String channel,
        String basis,
        String direction,
        String unit,
        int severity,
        boolean latched,
        Double limitValue,
        Double peak,
        Instant startAt,
        Instant endAt,
        Instant firstStartAt,
        Instant firstEndAt,
        boolean found) {

    static PartRow of(Part p, long finding) {
        return new PartRow(
                p.id(),
                finding,
                p.missionId(),
                p.rule(),
                p.channel(),
                p.basis(),
                p.direction(),
                p.unit(),
                p.severity().ordinal(),
                p.latched(),
                p.limit(),
                p.peak(),
                p.start(),
                p.end(),
                p.firstStart(),
                p.firstEnd(),
                p.found());
    }

    Part part() {
        return new Part(
                id,
                findingId,
                missionId,
                rule,
                channel,
                basis,
                direction,
                unit,
                Severity.values()[severity],
                latched,
                limitValue,
                peak,
                startAt,
                endAt,
                firstStartAt,
                firstEndAt,
                found);
    }
}
