package org.pelerin.core.model;

import org.pelerin.core.language.CoreTexts;

/** The ways in which a mission can begin. */
public enum StartKind {
    NOW("core.model.startKind.atOnce"),
    BUTTON("core.model.startKind.onItsButton"),
    AT("core.model.startKind.atDateAndTime"),
    AFTER("core.model.startKind.afterADelay"),
    INTERVAL("core.model.startKind.onAFullIntervalOf"),
    THRESHOLD("core.model.startKind.atAThreshold");

    private final String words;

    StartKind(String words) {
        this.words = words;
    }

    public String words() {
        return CoreTexts.say(words);
    }
}
