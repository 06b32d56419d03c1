package org.pelerin.app;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import org.pelerin.app.report.document.Report;
import org.pelerin.app.report.document.ReportKind;
import org.pelerin.app.report.document.ReportSpec;
import org.pelerin.app.report.document.Reports;

/** Waits for reports that were ordered. */
final class MadeReports {

    private MadeReports() {}

    static Report made(TestBed bed, long id) throws InterruptedException {
        Reports reports = bed.bean(Reports.class);
        Waiting.until(
                "report " + id + " is made",
                () -> !reports.find(id).orElseThrow().busy());
        return reports.find(id).orElseThrow();
    }

    static byte[] pdf(TestBed bed, long id) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        bed.bean(Reports.class).write(id, out);
        return out.toByteArray();
    }

    /** A whole report of a mission, as PDF. */
    static byte[] ofMission(TestBed bed, long mission) throws IOException, InterruptedException {
        Report r = made(
                bed,
                bed.bean(Reports.class)
                        .order(
                                ReportKind.MISSION,
                                "Mission " + mission,
                                new Report.Scope(mission, null, null, null, null),
                                ReportSpec.whole(ReportKind.MISSION),
                                "",
                                "tech"));
        if (!r.ready()) {
            throw new AssertionError(r.progress().trouble());
        }
        return pdf(bed, r.id());
    }
}
