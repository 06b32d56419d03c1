package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.message.MissionHeader;

/**
 * A capture with what was read beside it.
 *
 * @param clockReadAt on the logger's clock
 * @param rereads pages that had to be asked for again
 * @param sha256 null until it is complete
 */
public record StoredCapture(
        Capture capture, Duration clockOffset, Instant clockReadAt, int rereads, String sha256, long endRecord) {

    public MissionHeader header() {
        return MissionHeader.decode(capture.header());
    }

    public ClockCorrection correction() {
        return new ClockCorrection(header().writtenAt(), clockReadAt, clockOffset);
    }
}
