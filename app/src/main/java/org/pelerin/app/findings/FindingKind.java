package org.pelerin.app.findings;

/** What a finding is about. */
public enum FindingKind {
    DEPARTURE("departure from limits"),
    CLOCK("clock of a logger"),
    ALARM("alarms of a logger and the judgement differ"),
    BATTERY("battery of a logger"),
    PAGES("records that are missing");

    private final String words;

    FindingKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
