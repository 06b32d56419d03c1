package org.pelerin.app.judge.shift;

import java.time.Instant;
import org.pelerin.core.sound.WorkingShift;
import org.pelerin.core.stats.NoiseDose;

/**
 * The shift that a mission is judged by.
 *
 * @param ofSpot whether every mission at its spot is
 */
public record ShiftSetting(WorkingShift shift, NoiseDose.Scheme scheme, boolean ofSpot, Instant setAt, String setBy) {}
