package org.pelerin.app.fleet.attention;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.findings.FindingOverview;
import org.pelerin.app.findings.LoggerWaits;
import org.pelerin.app.loggers.calibration.Calibration;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What the database knows of all loggers, held for as long as one small query says that nothing has changed: with ten thousand loggers
 * reading it all takes some hundred milliseconds. Whatever process changed it, the others notice at their next look.
 */
@Component
class FleetCache {

    /** What is seen of loggers by the way, such as how far their clocks are off, may be as old as this. */
    private static final Duration LONGEST = Duration.ofSeconds(60);
    /** A change is dated before it is committed; within this time another one may follow under the same date. */
    private static final Duration UNSETTLED = Duration.ofSeconds(2);

    private static final Duration CALIBRATIONS_AHEAD = Duration.ofDays(400);

    /**
     * @param calibrationDue when the first of a logger's calibrations lapses, by serial
     * @param findings about a logger that wait, by its number
     */
    record Entries(
            List<OverviewMapper.Row> rows, Map<String, Instant> calibrationDue, Map<Long, LoggerWaits> findings) {}

    private record Held(OverviewMapper.Mark mark, Instant at, Entries entries) {}

    private final OverviewMapper overviews;
    private final CalibrationService calibrations;
    private final FindingOverview findings;
    private final Clock clock;
    private final Clock machine;
    private volatile Held held;

    FleetCache(
            OverviewMapper overviews,
            CalibrationService calibrations,
            FindingOverview findings,
            Clock clock,
            @Qualifier("machineClock") Clock machine) {
        this.overviews = overviews;
        this.calibrations = calibrations;
        this.findings = findings;
        this.clock = clock;
        this.machine = machine;
    }

    Entries entries() {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            // may hold what is not committed, or not see what is
            return read();
        }
        OverviewMapper.Mark mark = overviews.mark();
        Held now = held;
        return now != null && holds(now, mark) ? now.entries : renewed();
    }

    private boolean holds(Held h, OverviewMapper.Mark mark) {
        return h.mark.equals(mark)
                && machine.instant().isBefore(h.at.plus(LONGEST))
                && (mark.changedAt() == null || mark.changedAt().isBefore(h.at.minus(UNSETTLED)));
    }

    /** One reads while the others wait for what it finds. */
    private synchronized Entries renewed() {
        OverviewMapper.Mark mark = overviews.mark();
        if (held == null || !holds(held, mark)) {
            Instant at = machine.instant();
            held = new Held(mark, at, read());
        }
        return held.entries;
    }

    private Entries read() {
        Map<String, Instant> due = new HashMap<>();
        for (Calibration c : calibrations.dueBefore(clock.instant().plus(CALIBRATIONS_AHEAD))) {
            due.merge(c.serial(), c.dueAt(), (a, b) -> a.isBefore(b) ? a : b);
        }
        return new Entries(
                overviews.all(),
                due,
                findings.byLogger().stream().collect(Collectors.toMap(LoggerWaits::loggerId, Function.identity())));
    }
}
