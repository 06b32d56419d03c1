package org.pelerin.app.report.document;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.pelerin.app.platform.language.Texts;

/** Parts of a report that can be chosen, in their order; the first page, evidence and signatures are in every one. */
public enum ReportSection {
    CHARTS("report.document.reportSection.record", ReportKind.MISSION),
    CARPETS("report.document.reportSection.spots", ReportKind.PERIOD),
    EXCURSIONS("report.document.reportSection.excursionsAndGaps", ReportKind.MISSION, ReportKind.PERIOD),
    FINDINGS("report.document.reportSection.findings", ReportKind.MISSION, ReportKind.PERIOD),
    STATISTICS("report.document.reportSection.statistics", ReportKind.MISSION, ReportKind.PERIOD),
    LIMITS("report.document.reportSection.limitsInForce", ReportKind.MISSION, ReportKind.PERIOD),
    MISSIONS("report.document.reportSection.missions", ReportKind.PERIOD),
    SETTINGS("report.document.reportSection.settings", ReportKind.MISSION),
    CALIBRATIONS("report.document.reportSection.calibrationsInForce", ReportKind.MISSION, ReportKind.PERIOD),
    EXCLUSIONS("report.document.reportSection.assessedPeriodAndExclusions", ReportKind.MISSION, ReportKind.PERIOD),
    SHIFTS("report.document.reportSection.workingShifts", ReportKind.MISSION),
    DISTURBANCES("report.document.reportSection.mainsDisturbances", ReportKind.MISSION),
    NOTES("report.document.reportSection.events", ReportKind.MISSION),
    HISTORY("report.document.reportSection.collections", ReportKind.MISSION),
    VISITS("report.document.reportSection.lateVisits", ReportKind.PERIOD),
    PICTURES("report.document.reportSection.picturesAndFiles", ReportKind.MISSION);

    private final String words;
    private final List<ReportKind> kinds;

    ReportSection(String words, ReportKind... kinds) {
        this.words = words;
        this.kinds = List.of(kinds);
    }

    public String words() {
        return Texts.of(words);
    }

    /** Of its place in a document. */
    public String anchor() {
        return "report-" + name().toLowerCase(java.util.Locale.ROOT);
    }

    public static Set<ReportSection> of(ReportKind kind) {
        Set<ReportSection> out = EnumSet.noneOf(ReportSection.class);
        Arrays.stream(values()).filter(s -> s.kinds.contains(kind)).forEach(out::add);
        return out;
    }
}
