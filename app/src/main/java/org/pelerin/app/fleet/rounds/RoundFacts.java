package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.util.List;
import org.pelerin.app.deployment.placing.Moved;
import org.pelerin.app.missions.RecordsCollected;
import org.pelerin.app.platform.language.Texts;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What happens to loggers settles tasks, wherever it was done; within the transaction of what happened. */
@Component
class RoundFacts {

    private final RoundMapper rounds;

    RoundFacts(RoundMapper rounds) {
        this.rounds = rounds;
    }

    @EventListener
    void moved(Moved m) {
        settle(
                m.placed()
                        ? rounds.settledByPlacing(m.spotId(), m.serial())
                        : rounds.settledByTaking(m.spotId(), m.serial()),
                m.placed()
                        ? Texts.stored("stored.roundFacts.wasPlaced", "serial", m.serial())
                        : Texts.stored("stored.roundFacts.takenAway"),
                m.at(),
                m.by());
    }

    @EventListener
    void home(RecordsCollected h) {
        settle(rounds.settledByCollecting(h.serial()), "collected", h.at(), h.by());
    }

    /** Open ones are done; what a closed round left undone stays so in its record, but is not due any more. */
    private void settle(List<Task> tasks, String note, Instant at, String by) {
        for (Task t : tasks) {
            if (t.open() && rounds.fact(t.id(), at, by, note) == 1) {
                rounds.touch(t.roundId(), at);
            } else {
                rounds.noLongerDue(t.id());
            }
        }
    }
}
