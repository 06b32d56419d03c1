package org.pelerin.app.findings;

import java.time.Instant;
import java.time.LocalDate;
import org.pelerin.core.judge.Severity;

/** A finding as its row has it. */
record FindingRow(
        long id,
        FindingKind kind,
        FindingState state,
        int severity,
        boolean latched,
        String told,
        String leadChannel,
        String leadBasis,
        String leadDirection,
        String leadUnit,
        Double leadLimit,
        Double leadPeak,
        Instant fromAt,
        Instant toAt,
        int parts,
        int missions,
        long missionId,
        String serial,
        Long siteId,
        Long spotId,
        String site,
        String spot,
        String zone,
        String owner,
        LocalDate dueOn,
        Long causeId,
        String cause,
        String action,
        String disposition,
        Instant openedAt,
        Instant acknowledgedAt,
        String acknowledgedBy,
        Instant closedAt,
        String closedBy,
        boolean changed,
        Long mergedInto) {

    Finding finding() {
        return new Finding(
                id,
                kind,
                state,
                Severity.values()[severity],
                latched,
                told,
                new Finding.Lead(leadChannel, leadBasis, leadDirection, leadUnit, leadLimit, leadPeak),
                new Finding.Extent(fromAt, toAt, parts, missions),
                new Finding.Subject(
                        missionId,
                        serial,
                        siteId,
                        spotId,
                        site == null ? "" : spot == null ? site : site + " / " + spot,
                        zone),
                new Finding.Work(
                        owner,
                        dueOn,
                        causeId,
                        cause,
                        action,
                        disposition,
                        acknowledgedAt,
                        acknowledgedBy,
                        closedAt,
                        closedBy),
                openedAt,
                changed,
                mergedInto);
    }
}
