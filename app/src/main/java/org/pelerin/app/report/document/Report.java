package org.pelerin.app.report.document;

import java.time.Instant;
import java.time.LocalDate;

/**
 * A report, ordered or kept.
 *
 * @param scope what it is about
 * @param progress of its making
 * @param made null before it is
 */
public record Report(
        long id,
        ReportKind kind,
        String title,
        Scope scope,
        ReportSpec spec,
        Progress progress,
        Instant orderedAt,
        String orderedBy,
        String mailTo,
        Made made) {

    /** What a report is on its way to. */
    public enum State {
        WAITS,
        READY,
        FAILED
    }

    /**
     * A mission, or the spots of a site, one spot, or all of them in a time.
     *
     * @param from its first day, {@code to}: its last one; null for a mission
     */
    public record Scope(Long mission, Long site, Long spot, LocalDate from, LocalDate to) {}

    /** @param trouble why it could not be made; empty otherwise */
    public record Progress(State state, int done, int total, String trouble) {}

    /**
     * As it was made.
     *
     * @param sentence its verdict
     * @param auditHash the head of the audit trail at that moment
     */
    public record Made(
            Instant at,
            String sentence,
            int pages,
            int size,
            String sha256,
            long auditSequence,
            String auditHash,
            Instant mailedAt) {}

    public boolean ready() {
        return progress.state == State.READY;
    }

    public boolean failed() {
        return progress.state == State.FAILED;
    }

    /** Whether it is still being made. */
    public boolean busy() {
        return progress.state == State.WAITS;
    }

    /** As files are called. */
    public String fileName() {
        return "report-" + id + ".pdf";
    }
}
