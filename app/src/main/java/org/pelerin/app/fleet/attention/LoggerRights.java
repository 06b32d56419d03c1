package org.pelerin.app.fleet.attention;

import java.util.List;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A logger is of the site where it lies, or is meant to; a network station of that of the logger that was seen there. */
@Configuration
class LoggerRights {

    @Bean
    OfSites loggersAtSites(LoggerRegistry registry, AttentionService attention) {
        return new OfSites.Named(
                List.of(
                        "/dock/{thing}/**",
                        "/loggers/{thing}/**",
                        "/api/v1/loggers/{thing}",
                        "/yard/carrier/{thing}",
                        "/admin/dock/{thing}/**"),
                List.of("serial", "serials"),
                // as at every door, in full or the end of it
                typed -> OfSites.Where.at(registry.typed(typed)
                        .map(l -> attention.siteOf(l.serial()))
                        .orElse(null)));
    }

    @Bean
    OfSites stationsAtSites(Stations stations, AttentionService attention) {
        return OfSites.numbered(
                List.of("/dock/stations/{thing}/**"),
                List.of(),
                id -> OfSites.Where.at(stations.all().stream()
                        .filter(s -> s.id() == id)
                        .map(Station::serial)
                        .findFirst()
                        .map(attention::siteOf)
                        .orElse(null)));
    }

    /** What is found on the network may be anybody's. */
    @Bean
    OfSites networkAsAWhole() {
        return OfSites.whole("/dock/find", "/dock/stations");
    }
}
