package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.PageTable;

/**
 * A capture with what was read beside it.
 *
 * @param clockReadAt on the logger's clock
 * @param clockCompared whether the logger's clock was compared with the reference at all; what comes on a memory stick has none to compare
 * @param rereads pages that had to be asked for again
 * @param sha256 null until it is complete
 * @param leftOut tables of the memory that are not here, by choice
 */
public record StoredCapture(
        Capture capture,
        Duration clockOffset,
        Instant clockReadAt,
        boolean clockCompared,
        int rereads,
        String sha256,
        long endRecord,
        Set<PageTable> leftOut) {

    public MissionHeader header() {
        return MissionHeader.decode(capture.header());
    }

    public ClockCorrection correction() {
        MissionHeader header = header();
        return new ClockCorrection(header.writtenAt(), clockReadAt, clockOffset, header.clockSettings());
    }

    /** When the newest record that is here was taken, by the reference clock as far as it is known; null where there is none. */
    public Instant lastRecordAt() {
        MissionHeader header = header();
        return header.firstSampleAt() == null || endRecord == 0 || leftOut.contains(PageTable.RECORDS)
                ? null
                : correction()
                        .correct(header.firstSampleAt()
                                .plus(header.plan().interval().multipliedBy(endRecord - 1)));
    }
}
