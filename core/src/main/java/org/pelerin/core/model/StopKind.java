package org.pelerin.core.model;

import org.pelerin.core.language.CoreTexts;

/** The ways in which a mission can end. */
public enum StopKind {
    MEMORY_FULL("core.model.stopKind.whenMemoryIsFull"),
    AFTER_SAMPLES("core.model.stopKind.afterANumberOfSamples"),
    AFTER_TIME("core.model.stopKind.afterATime"),
    AT("core.model.stopKind.atDateAndTime"),
    WRAP("core.model.stopKind.neverOverwriteOldest");

    private final String words;

    StopKind(String words) {
        this.words = words;
    }

    public String words() {
        return CoreTexts.say(words);
    }
}
