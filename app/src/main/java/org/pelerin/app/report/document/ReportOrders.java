package org.pelerin.app.report.document;

import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.pelerin.app.collect.timed.TimedTest;
import org.pelerin.app.collect.timed.TimedTests;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.review.section.MappingStudy;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Service;

/** Whole reports for who does not choose what they hold; an order that makes no sense is refused before anything is begun. */
@Service
public class ReportOrders {

    /** The order makes no sense; nothing was ordered. */
    public static final class NotOrderedException extends NotDoneException {
        NotOrderedException(String message) {
            super(message);
        }
    }

    private static final int LONGEST_YEARS = 3;
    private static final int MOST_TESTS = 100;

    private final Reports reports;
    private final PeriodDocument periods;
    private final TimedTests timed;
    private final Formats show;
    private final Clock clock;

    ReportOrders(Reports reports, PeriodDocument periods, TimedTests timed, Formats show, Clock clock) {
        this.reports = reports;
        this.periods = periods;
        this.timed = timed;
        this.show = show;
        this.clock = clock;
    }

    /** What is wrong with days from one to another, both included; empty for nothing. */
    public String wrong(LocalDate from, LocalDate to) {
        if (to.isBefore(from)) {
            return Texts.of("report.document.reportOrders.thePeriodEndsBeforeIt");
        }
        if (ChronoUnit.DAYS.between(from, to) > LONGEST_YEARS * 366L) {
            return Texts.of("report.document.reportOrders.aReportCoversThreeYears");
        }
        return from.isAfter(today()) ? Texts.of("report.document.reportOrders.thePeriodHasNotBegun") : "";
    }

    LocalDate today() {
        return clock.instant().atZone(show.home()).toLocalDate();
    }

    public long ofMission(Mission m, String comment, String by) {
        return ofMission(m, spec(ReportKind.MISSION, comment), "", by);
    }

    long ofMission(Mission m, ReportSpec spec, String mail, String by) {
        if (!m.collected() && m.records().received() == null) {
            throw new NotOrderedException(
                    Texts.of("report.document.reportOrders.missionHasNoCollectedRecords", "id", m.id()));
        }
        return reports.order(
                ReportKind.MISSION,
                CurrentLanguage.in(
                        spec.locale(),
                        () -> Texts.of(
                                "report.document.reportOrders.missionIdWhere", "id", m.id(), "where", m.where())),
                new Report.Scope(m.id(), null, null, null, null),
                spec,
                mail,
                by);
    }

    public long ofPeriod(Report.Scope scope, String comment, String by) {
        String wrong = wrong(scope.from(), scope.to());
        if (!wrong.isEmpty()) {
            throw new NotOrderedException(wrong);
        }
        ReportSpec spec = spec(ReportKind.PERIOD, comment);
        return reports.order(ReportKind.PERIOD, periods.title(scope), scope, spec, "", by);
    }

    public long ofStudy(MappingStudy study, String by) {
        return reports.order(
                ReportKind.STUDY,
                Texts.of("report.document.reportOrders.mappingStudy", "name", study.name()),
                new Report.Scope(null, study.siteId(), null, null, null),
                ReportSpec.ofStudy(study.id()),
                "",
                by);
    }

    /** @param tests at least one of them has to be there */
    public long ofTests(List<Long> tests, String by) {
        List<TimedTest> chosen = tests.stream()
                .filter(Objects::nonNull)
                .distinct()
                .flatMap(i -> timed.find(i).stream())
                .toList();
        if (chosen.isEmpty()) {
            throw new NotOrderedException(Texts.of("report.document.reportOrders.selectAtLeastOneTest"));
        }
        if (chosen.size() > MOST_TESTS) {
            throw new NotOrderedException(Texts.of(
                    "report.document.reportOrders.aReportCoversTestsAt",
                    "mostTests",
                    MOST_TESTS,
                    "chosen",
                    chosen.size()));
        }
        Set<Long> sites = timed.sitesOf(chosen);
        return reports.order(
                ReportKind.TESTS,
                chosen.size() == 1
                        ? Texts.of(
                                "report.document.reportOrders.timedTest",
                                "name",
                                chosen.get(0).name())
                        : Texts.of(
                                "report.document.reportOrders.timedTests",
                                "chosen",
                                chosen.size(),
                                "subject",
                                chosen.get(0).subject()),
                new Report.Scope(null, sites.size() == 1 ? sites.iterator().next() : null, null, null, null),
                sites.size() > 1,
                ReportSpec.ofTests(chosen.stream().map(TimedTest::id).toList()),
                "",
                by);
    }

    private static ReportSpec spec(ReportKind kind, String comment) {
        if (Length.REPORT_COMMENT.exceeded(comment)) {
            throw new NotOrderedException(Length.REPORT_COMMENT.said(comment));
        }
        return new ReportSpec(ReportSection.of(kind), List.of(), comment.strip());
    }
}
