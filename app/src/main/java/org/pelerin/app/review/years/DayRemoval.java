package org.pelerin.app.review.years;

import org.pelerin.app.missions.RecordRemoved;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What was reckoned of each day goes with the record. */
@Component
class DayRemoval {

    private final DayMapper days;

    DayRemoval(DayMapper days) {
        this.days = days;
    }

    @EventListener
    void removed(RecordRemoved e) {
        days.clearLines(e.mission());
        days.clearSet(e.mission());
    }
}
