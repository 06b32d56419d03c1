package org.pelerin.app.findings;

import org.pelerin.app.platform.language.Texts;

/** What a finding is about. */
public enum FindingKind {
    DEPARTURE("findings.findingKind.excursion"),
    CLOCK("findings.findingKind.clockOfALogger"),
    ALARM("findings.findingKind.alarmsOfALoggerDiffer"),
    BATTERY("findings.findingKind.batteryOfALogger"),
    PAGES("findings.findingKind.missingRecords");

    private final String words;

    FindingKind(String words) {
        this.words = words;
    }

    public String words() {
        return Texts.of(words);
    }
}
