package org.pelerin.app.report.document;

import java.io.IOException;
import java.time.Instant;
import org.pelerin.app.evidence.AuditVerification;

/** Puts the content of one kind of report together; whatever a kind is about, it is made, signed and stored by the same hands. */
interface ReportComposer {

    ReportKind kind();

    /**
     * @param r as it was ordered
     * @param at when, on the domain clock
     * @param head of the audit trail
     * @throws NothingToReportException if there is nothing that it could be about
     */
    Composed compose(Report r, Instant at, AuditVerification.Head head, Composed.Progress progress) throws IOException;
}
