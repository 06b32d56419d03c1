package org.pelerin.app.judge;

import java.time.Instant;
import java.util.List;
import org.pelerin.core.judge.Side;
import org.springframework.stereotype.Service;

/** Excursions of many missions, as their judgements found them. */
@Service
public class Excursions {

    private final JudgementMapper judgements;

    Excursions(JudgementMapper judgements) {
        this.judgements = judgements;
    }

    /** Those of these missions that ended since, the earliest first. */
    public List<ExcursionMark> marks(List<Long> missions, Instant from) {
        return missions.isEmpty()
                ? List.of()
                : judgements.marks(missions, from).stream()
                        .map(m -> new ExcursionMark(m.missionId(), Side.valueOf(m.direction()), m.startAt(), m.endAt()))
                        .toList();
    }

    /** How many excursions of values ended since; missing data are none. */
    public long countSince(Instant from) {
        return judgements.countSince(from);
    }
}
