package org.pelerin.app.report.document;

import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
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

    private final Reports reports;
    private final PeriodDocument periods;
    private final Formats show;
    private final Clock clock;

    ReportOrders(Reports reports, PeriodDocument periods, Formats show, Clock clock) {
        this.reports = reports;
        this.periods = periods;
        this.show = show;
        this.clock = clock;
    }

    /** What is wrong with days from one to another, both included; empty for nothing. */
    public String wrong(LocalDate from, LocalDate to) {
        if (to.isBefore(from)) {
            return "It ends before it begins";
        }
        if (ChronoUnit.DAYS.between(from, to) > LONGEST_YEARS * 366L) {
            return "A report is about three years at most";
        }
        return from.isAfter(today()) ? "That time has not begun yet" : "";
    }

    LocalDate today() {
        return clock.instant().atZone(show.home()).toLocalDate();
    }

    public long ofMission(Mission m, String comment, String by) {
        return ofMission(m, spec(ReportKind.MISSION, comment), "", by);
    }

    long ofMission(Mission m, ReportSpec spec, String mail, String by) {
        if (!m.collected() && m.records().received() == null) {
            throw new NotOrderedException("Nothing of mission " + m.id() + " is home that could be reported");
        }
        return reports.order(
                ReportKind.MISSION,
                "Mission " + m.id() + ", " + m.where(),
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

    private static ReportSpec spec(ReportKind kind, String comment) {
        if (Length.REPORT_COMMENT.exceeded(comment)) {
            throw new NotOrderedException(Length.REPORT_COMMENT.said(comment));
        }
        return new ReportSpec(Section.of(kind), List.of(), comment.strip());
    }
}
