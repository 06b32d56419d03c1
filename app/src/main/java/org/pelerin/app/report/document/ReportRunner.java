package org.pelerin.app.report.document;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.language.CurrentLanguage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Makes reports, one after the other. */
@Component
class ReportRunner implements LongWork {

    static final String KIND = "report";

    private static final Logger LOG = LoggerFactory.getLogger(ReportRunner.class);
    private static final Duration TELL_EVERY = Duration.ofMillis(400);

    private final Reports reports;
    private final Map<ReportKind, ReportComposer> composers;
    private final ReportPages pages;
    private final AuditVerification audit;
    private final Clock clock;
    private final Clock machine;

    ReportRunner(
            Reports reports,
            List<ReportComposer> composers,
            ReportPages pages,
            AuditVerification audit,
            Clock clock,
            @Qualifier("machineClock") Clock machine) {
        this.reports = reports;
        this.composers = composers.stream().collect(Collectors.toMap(ReportComposer::kind, c -> c));
        this.pages = pages;
        this.audit = audit;
        this.clock = clock;
        this.machine = machine;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return 1;
    }

    @Override
    public void run(long id, Claim claim) {
        Report ordered = reports.find(id).orElse(null);
        if (ordered == null || !ordered.busy()) {
            claim.finish();
            return;
        }
        try {
            CurrentLanguage.in(ordered.spec().locale(), () -> {
                make(ordered, claim);
                return null;
            });
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            // whoever comes next begins again
            throw e;
        } catch (NothingToReportException e) {
            reports.fail(id, e.getMessage(), claim);
        } catch (IOException | RuntimeException | OutOfMemoryError e) {
            LOG.error("Report {} could not be made", id, e);
            reports.fail(id, Texts.stored("stored.reportRunner.itFailedSeeTheLog"), claim);
        }
    }

    private void make(Report ordered, Claim claim) throws IOException {
        Instant at = clock.instant();
        AuditVerification.Head head = audit.newest();
        Composed.Progress progress = progress(ordered.id());
        Composed c = composers.get(ordered.kind()).compose(ordered, at, head, progress);
        ReportPages.Laid laid = pages.lay(ordered.id(), c, at);
        reports.keep(
                ordered,
                new Report.Made(
                        at,
                        Length.REPORT_SENTENCE.cut(c.sentence()),
                        laid.pages(),
                        laid.pdf().length,
                        Sha256.of(laid.pdf()),
                        head.sequence(),
                        head.hash(),
                        null),
                c.body(),
                laid.pdf(),
                c.files(),
                claim);
    }

    /** Tells the database now and then. */
    private Composed.Progress progress(long id) {
        Instant[] told = {Instant.EPOCH};
        return (done, total) -> {
            Instant now = machine.instant();
            if (Duration.between(told[0], now).compareTo(TELL_EVERY) >= 0) {
                told[0] = now;
                reports.progress(id, done, total);
            }
        };
    }
}
