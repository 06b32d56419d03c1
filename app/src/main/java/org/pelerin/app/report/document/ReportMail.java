package org.pelerin.app.report.document;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.mail.SmtpSender;
import org.pelerin.app.platform.web.OwnAddress;
import org.pelerin.app.platform.work.BackOff;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.mail.MailException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Sends a report that somebody wanted by mail. A server that does not take it is asked again, later each time. */
@Component
class ReportMail implements LongWork {

    static final String KIND = "report-mail";

    private static final Logger LOG = LoggerFactory.getLogger(ReportMail.class);
    private static final int MOST_ATTEMPTS = 12;
    private static final BackOff PAUSES = new BackOff(Duration.ofMinutes(1), Duration.ofDays(2));

    private final ReportMapper mapper;
    private final Reports reports;
    private final SmtpSender mails;
    private final OwnAddress address;
    private final TransactionTemplate transaction;
    private final Clock clock;

    ReportMail(
            ReportMapper mapper,
            Reports reports,
            SmtpSender mails,
            OwnAddress address,
            TransactionTemplate transaction,
            Clock clock) {
        this.mapper = mapper;
        this.reports = reports;
        this.mails = mails;
        this.address = address;
        this.transaction = transaction;
        this.clock = clock;
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
    public void run(long id, Claim claim) throws IOException {
        Report r = reports.find(id).orElse(null);
        if (r == null || r.made() == null || r.made().mailedAt() != null || !mails.present()) {
            transaction.executeWithoutResult(t -> claim.finish());
            return;
        }
        try {
            send(r);
            transaction.executeWithoutResult(t -> {
                mapper.mailed(id, clock.instant());
                claim.finish();
            });
        } catch (MailException e) {
            LOG.warn("Report {} could not be sent to {}: {}", id, r.mailTo(), e.getMessage());
            transaction.executeWithoutResult(t -> {
                if (claim.attempts() >= MOST_ATTEMPTS) {
                    claim.finish();
                } else {
                    claim.retry(PAUSES.after(claim.attempts()));
                }
            });
        }
    }

    private void send(Report r) throws IOException {
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        reports.write(r.id(), pdf);
        mails.send(
                r.mailTo(),
                Texts.of("report.document.reportMail.reportTitle", "title", r.title()),
                Texts.of(
                        "report.document.reportMail.theReportIsAttachedIt",
                        "sentence",
                        r.made().sentence(),
                        "base",
                        address.base(),
                        "id",
                        r.id(),
                        "sha256",
                        r.made().sha256()),
                r.fileName(),
                "application/pdf",
                pdf.toByteArray());
    }
}
