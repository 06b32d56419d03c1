package org.pelerin.app.shell.setup;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.report.document.Report;
import org.pelerin.app.report.document.ReportKind;
import org.pelerin.app.report.document.ReportOrders;
import org.pelerin.app.report.document.ReportSchedule;
import org.pelerin.app.report.document.ReportSchedules;
import org.pelerin.app.report.document.ReportSpec;
import org.springframework.stereotype.Component;

/** The reports of the demo's house: one of the cellars up to now, and one of each month from now on. */
@Component
class DemoReports {

    private final ReportOrders orders;
    private final ReportSchedules schedules;
    private final PlaceService places;
    private final Clock clock;

    DemoReports(ReportOrders orders, ReportSchedules schedules, PlaceService places, Clock clock) {
        this.orders = orders;
        this.schedules = schedules;
        this.places = places;
        this.clock = clock;
    }

    void make(String reviewer) {
        List<Site> cellars = places.sites().stream()
                .filter(s -> s.name().equals("Ostrel cellars"))
                .toList();
        for (Site s : cellars) {
            LocalDate today = clock.instant().atZone(ZoneId.of(s.zone())).toLocalDate();
            orders.ofPeriod(new Report.Scope(null, s.id(), null, today.minusDays(31), today), "", reviewer);
            schedules.add(s.id(), null, ReportSchedule.Span.MONTH, ReportSpec.whole(ReportKind.PERIOD), "", reviewer);
        }
    }
}
