package org.pelerin.app.report.document;

import org.pelerin.app.platform.language.Texts;

/** What a report is about. */
public enum ReportKind {
    MISSION("report.document.reportKind.mission"),
    PERIOD("report.document.reportKind.period"),
    STUDY("report.document.reportKind.mappingStudy"),
    TESTS("report.document.reportKind.timedTests");

    private final String words;

    ReportKind(String words) {
        this.words = words;
    }

    public String words() {
        return Texts.of(words);
    }
}
