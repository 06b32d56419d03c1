package org.pelerin.app.report.document;

/** What a report is about. */
public enum ReportKind {
    MISSION("mission"),
    PERIOD("period"),
    STUDY("mapping study"),
    TESTS("timed tests");

    private final String words;

    ReportKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
