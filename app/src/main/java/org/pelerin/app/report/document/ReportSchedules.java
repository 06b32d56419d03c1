package org.pelerin.app.report.document;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.SiteDoor;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.language.CurrentLanguage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Reports that are made on the first day after each month or quarter, on the house's clock; one process orders each. */
@Service
@RetriedOnDeadlock
public class ReportSchedules {

    private static final Logger LOG = LoggerFactory.getLogger(ReportSchedules.class);

    private final ScheduleMapper mapper;
    private final SiteDoor door;
    private final Reports reports;
    private final PeriodDocument periods;
    private final AuditTrail audit;
    private final TransactionTemplate transaction;
    private final Formats show;
    private final Clock clock;

    ReportSchedules(
            ScheduleMapper mapper,
            SiteDoor door,
            Reports reports,
            PeriodDocument periods,
            AuditTrail audit,
            TransactionTemplate transaction,
            Formats show,
            Clock clock) {
        this.mapper = mapper;
        this.door = door;
        this.reports = reports;
        this.periods = periods;
        this.audit = audit;
        this.transaction = transaction;
        this.show = show;
        this.clock = clock;
    }

    public List<ReportSchedule> all() {
        return mapper.all().stream().map(ScheduleMapper.Row::schedule).toList();
    }

    /** @param site null for all, as {@code spot} */
    @Transactional
    public void add(Long site, Long spot, ReportSchedule.Span span, ReportSpec spec, String mailTo, String by) {
        ReportRights.require(door, ReportKind.PERIOD, new Report.Scope(null, site, spot, null, null));
        LocalDate next = span.after(today());
        mapper.insert(site, spot, span, spec.json(), mailTo, next, clock.instant(), by);
        audit.record(
                by,
                "schedule report",
                spot != null
                        ? Texts.stored("stored.reportSchedules.spotSpot", "spot", spot)
                        : site != null
                                ? Texts.stored("stored.reportSchedules.siteSite", "site", site)
                                : Texts.stored("stored.reportSchedules.allSites"),
                "",
                Texts.stored(
                        "stored.reportSchedules.firstOn",
                        "span",
                        CurrentLanguage.inEnglish(span::words),
                        "next",
                        next,
                        "more",
                        (mailTo.isEmpty() ? "" : Texts.stored("stored.reportSchedules.sentTo", "mailTo", mailTo))));
    }

    @Transactional
    public void remove(long id, String by) {
        if (mapper.remove(id) == 0) {
            throw new TooLateException(Texts.of("report.document.reportSchedules.theScheduleIsAlreadyStopped"));
        }
        audit.record(
                by, "end scheduled report", Texts.stored("stored.reportSchedules.reportSchedule", "id", id), "", "");
    }

    private LocalDate today() {
        return clock.instant().atZone(show.home()).toLocalDate();
    }

    /** Orders what has become due; of several spans that passed meanwhile each. */
    @Scheduled(fixedDelay = 60_000, initialDelay = 20_000)
    public void look() {
        LocalDate today = today();
        for (ScheduleMapper.Row row : mapper.due(today)) {
            try {
                for (ReportSchedule s = row.schedule(); !s.nextOn().isAfter(today); s = movedOn(s)) {
                    order(s);
                }
            } catch (RuntimeException e) {
                // one that cannot be ordered stops no other
                LOG.warn("Scheduled report {} could not be ordered", row.id(), e);
            }
        }
    }

    private static ReportSchedule movedOn(ReportSchedule s) {
        return new ReportSchedule(
                s.id(),
                s.site(),
                s.spot(),
                s.span(),
                s.spec(),
                s.mailTo(),
                s.span().after(s.nextOn()),
                s.madeAt(),
                s.madeBy());
    }

    private void order(ReportSchedule s) {
        transaction.executeWithoutResult(t -> {
            if (mapper.moveOn(s.id(), s.nextOn(), s.span().after(s.nextOn())) == 1) {
                reports.order(
                        ReportKind.PERIOD,
                        CurrentLanguage.in(s.spec().locale(), () -> periods.title(s.scope())),
                        s.scope(),
                        ReportRights.severalSites(ReportKind.PERIOD, s.scope()),
                        s.spec(),
                        s.mailTo(),
                        s.id(),
                        s.madeBy());
            }
        });
    }
}
