package org.pelerin.app.loggers.calibration;

import java.time.Duration;

/** How long before it lapses a calibration is due; answered by whoever keeps the rules of the organisation. */
public interface CalibrationNotice {

    Duration ahead();
}
