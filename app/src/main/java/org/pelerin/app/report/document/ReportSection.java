package org.pelerin.app.report.document;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** Parts of a report that can be chosen, in their order; the first page, evidence and signatures are in every one. */
public enum ReportSection {
    CHARTS("Record", ReportKind.MISSION),
    CARPETS("Day by day", ReportKind.PERIOD),
    EXCURSIONS("Excursions and gaps", ReportKind.MISSION, ReportKind.PERIOD),
    FINDINGS("Findings", ReportKind.MISSION, ReportKind.PERIOD),
    STATISTICS("Statistics", ReportKind.MISSION, ReportKind.PERIOD),
    LIMITS("Limits in force", ReportKind.MISSION, ReportKind.PERIOD),
    MISSIONS("Missions", ReportKind.PERIOD),
    SETTINGS("Settings", ReportKind.MISSION),
    CALIBRATIONS("Calibrations in force", ReportKind.MISSION, ReportKind.PERIOD),
    EXCLUSIONS("What is judged, and what is left out", ReportKind.MISSION, ReportKind.PERIOD),
    SHIFTS("Working shifts", ReportKind.MISSION),
    DISTURBANCES("Disturbances of the mains", ReportKind.MISSION),
    NOTES("What happened", ReportKind.MISSION),
    HISTORY("How it came home", ReportKind.MISSION),
    VISITS("Visits that were late", ReportKind.PERIOD),
    PICTURES("Pictures and files", ReportKind.MISSION);

    private final String words;
    private final List<ReportKind> kinds;

    ReportSection(String words, ReportKind... kinds) {
        this.words = words;
        this.kinds = List.of(kinds);
    }

    public String words() {
        return words;
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
