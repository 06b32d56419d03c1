package org.pelerin.app.deployment.placing;

import java.time.Instant;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.springframework.stereotype.Service;

/** When the logger of a mission was at the mission's spot. */
@Service
public class SpotTimes {

    private final PlacementMapper placements;

    SpotTimes(PlacementMapper placements) {
        this.placements = placements;
    }

    /** How long its logger was to take on the temperature after it was placed for it; null where that was not said. */
    public Acclimatisation acclimatisation(long mission) {
        return placements.acclimatisation(mission);
    }

    /** From the first placing of its logger at its spot to the last taking away, within the mission; empty where no placing was noted. */
    public Optional<TimeAtSpot> of(Mission m) {
        Instant from = m.course().startsAt() != null
                ? m.course().startsAt()
                : m.course().writtenAt();
        if (m.place().spotId() == null || from == null) {
            return Optional.empty();
        }
        Instant until = m.records().collectedAt() == null
                ? Instant.ofEpochMilli(Long.MAX_VALUE)
                : m.records().collectedAt();
        return TimeAtSpot.of(placements.timesAt(m.device().loggerId(), m.place().spotId(), from, until));
    }
}
