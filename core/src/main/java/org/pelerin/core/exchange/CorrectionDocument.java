package org.pelerin.core.exchange;

import org.pelerin.core.sensor.Correction;

/** Corrections as JSON. */
public final class CorrectionDocument {

    private CorrectionDocument() {}

    public static String write(Correction correction) {
        return Documents.write(correction);
    }

    /** @throws DocumentException that says what is wrong and where */
    public static Correction read(String text) {
        return Documents.read(text, Correction.class);
    }
}
