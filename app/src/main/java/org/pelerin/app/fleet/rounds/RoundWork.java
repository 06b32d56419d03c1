package org.pelerin.app.fleet.rounds;

import java.time.Clock;
import java.time.Instant;
import java.util.Locale;
import java.util.stream.Stream;
import org.pelerin.app.deployment.placing.Checklist;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A task as it is done on the spot: what it does to the loggers, and its outcome. */
@Service
@RetriedOnDeadlock
class RoundWork {

    /**
     * What somebody reports from the field.
     *
     * @param serial of the logger that lies there now, for a placing or a swap, as it was typed
     * @param runs whether a logger was seen to run
     * @param other what becomes of one that is there already; null where that was not asked
     * @param wired what was said of its wiring, one of {@link Checklist#WIRINGS}; may be empty
     * @param at when it was done
     */
    record Report(
            String serial,
            boolean runs,
            boolean moved,
            PlacementService.Other other,
            String wired,
            String note,
            Instant at) {}

    /** Room that its column has before what was typed, less the sign between them. */
    private static final int FOUND = 90;

    private final RoundService rounds;
    private final PlacementService placements;
    private final MissionLifecycle lifecycle;
    private final LoggerRegistry loggers;
    private final Clock clock;

    RoundWork(
            RoundService rounds,
            PlacementService placements,
            MissionLifecycle lifecycle,
            LoggerRegistry loggers,
            Clock clock) {
        this.loggers = loggers;
        this.rounds = rounds;
        this.placements = placements;
        this.lifecycle = lifecycle;
        this.clock = clock;
    }

    /**
     * Does nothing where it is done already, so that a report may be sent twice.
     *
     * @throws PlacementService.NotPlacedException if something must be decided first; nothing has changed then
     */
    @Transactional
    public void done(Task task, Report r, String by) {
        if (task.state() == Task.State.DONE) {
            return;
        }
        Instant at = r.at.isAfter(clock.instant()) ? clock.instant() : r.at;
        String note = r.note;
        switch (task.kind()) {
            case PLACE, SWAP -> {
                note = joined(place(task, r, at, by), r.note);
            }
            case BRING_HOME ->
                placements
                        .presentOf(task.serial())
                        .filter(p -> p.spotId() == task.spotId())
                        .ifPresent(p -> placements.take(task.serial(), at, by));
            case CHECK -> {
                if (r.runs && !task.serial().isEmpty()) {
                    placements
                            .current(task.serial())
                            .filter(m -> m.course().startsAt() == null)
                            .ifPresent(m -> lifecycle.confirmStarted(m, by));
                    note = Texts.stored(
                            "stored.roundWork.startConfirmed", "more", (r.note.isEmpty() ? "" : "; " + r.note));
                }
            }
            case COLLECT -> {
                // the records say so themselves when they are read in
            }
        }
        rounds.settle(task, Task.State.DONE, at, note, by);
    }

    /** What was found, and after it what somebody typed, which is kept whole. */
    static String joined(String found, String typed) {
        if (typed.isEmpty()) {
            return Length.TASK_NOTE.cut(found);
        }
        int room = Math.max(FOUND, Length.TASK_NOTE.most() - typed.length());
        return (found.length() > room ? found.substring(0, room - 1) + "…" : found) + "; " + typed;
    }

    /** @return what lies there now, and what of it is otherwise than wanted */
    private String place(Task task, Report r, Instant at, String by) {
        if (r.serial.isBlank()) {
            throw new RoundService.NotPossibleException(Texts.of("fleet.rounds.roundWork.scanOrTypeTheSerial"));
        }
        String serial = loggers.typed(r.serial)
                .map(LoggerUnit::serial)
                .orElse(r.serial.strip().toUpperCase(Locale.ROOT));
        if (task.kind() == Task.Kind.SWAP && serial.equals(task.serial())) {
            throw new RoundService.NotPossibleException(
                    Texts.of("fleet.rounds.roundWork.isTheLoggerYouTake", "serial", serial));
        }
        String misfit = placements.place(
                new PlacementService.Placing(
                        serial,
                        task.spotId(),
                        at,
                        r.moved,
                        task.kind() == Task.Kind.SWAP ? PlacementService.Other.TAKEN : r.other,
                        r.note,
                        0,
                        Stream.of(r.wired).filter(Checklist.WIRINGS::contains).toList(),
                        r.runs),
                by);
        return Texts.stored(
                "stored.roundWork.isThereNow", "serial", serial, "more", (misfit.isEmpty() ? "" : ". ◇ " + misfit));
    }
}
