package org.pelerin.app.record;

import org.pelerin.app.missions.RecordRemoved;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Samples go with the record they are of. */
@Component
class SeriesRemoval {

    private final SeriesMapper series;
    private final OutlineMapper outlines;
    private final DisturbanceMapper disturbances;
    private final DerivedMapper derived;

    SeriesRemoval(SeriesMapper series, OutlineMapper outlines, DisturbanceMapper disturbances, DerivedMapper derived) {
        this.series = series;
        this.outlines = outlines;
        this.disturbances = disturbances;
        this.derived = derived;
    }

    @EventListener
    void removed(RecordRemoved e) {
        derived.forgetNotes(e.mission());
        disturbances.deleteAfter(e.mission(), -1);
        outlines.delete(e.mission());
        series.deleteBlocks(e.mission());
        series.deleteInstants(e.mission());
        series.deleteSeries(e.mission());
    }
}
