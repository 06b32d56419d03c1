package org.pelerin.app.report.document;

import java.util.List;
import org.pelerin.app.platform.rights.NotYourSiteException;
import org.pelerin.app.platform.rights.OfSites;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.rights.SiteDoor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A report is of the site that it is about; one about several, or all, of whoever has the rights at all. */
@Configuration
class ReportRights {

    @Bean
    OfSites reportsAtSites(ReportMapper reports) {
        return OfSites.numbered(List.of("/reports/{thing}/**", "/api/v1/reports/{thing}/**"), List.of(), id -> {
            ReportMapper.Place place = reports.placeOf(id);
            return place != null && place.severalSites()
                    ? OfSites.Where.WHOLE
                    : OfSites.Where.at(place == null ? null : place.site());
        });
    }

    @Bean
    OfSites schedulesAtSites(ScheduleMapper schedules) {
        return OfSites.numbered(List.of("/reports/schedules/{thing}/**"), List.of(), id -> {
            Long site = schedules.siteOf(id);
            return site == null ? OfSites.Where.WHOLE : OfSites.Where.at(site);
        });
    }

    /** @throws NotYourSiteException where whoever orders has no rights at what the report is to be about */
    static void require(SiteDoor door, ReportKind kind, Report.Scope scope) {
        if (severalSites(kind, scope) && !OwnSites.now().all()) {
            throw new NotYourSiteException(true);
        }
        door.require("mission", scope.mission());
        door.require("site", scope.site());
        door.require("spot", scope.spot());
    }

    /** Of tests whoever orders knows the sites. */
    static boolean severalSites(ReportKind kind, Report.Scope scope) {
        return kind == ReportKind.PERIOD && scope.site() == null && scope.spot() == null;
    }
}
