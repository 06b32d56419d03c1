package org.pelerin.app.fleet.attention;

import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.platform.rights.OfSites;
import org.pelerin.app.platform.rights.OwnSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A logger is of the site where it lies, or is meant to; a network station of that of the logger that was seen there. */
@Configuration
class LoggerRights {

    @Bean
    OfSites loggersAtSites(LoggerRegistry registry, AttentionService attention) {
        return new Loggers(registry, attention);
    }

    private record Loggers(LoggerRegistry registry, AttentionService attention) implements OfSites {

        @Override
        public List<String> paths() {
            return List.of(
                    "/dock/{thing}/**",
                    "/loggers/{thing}/**",
                    "/api/v1/loggers/{thing}",
                    "/yard/carrier/{thing}",
                    "/admin/dock/{thing}/**");
        }

        @Override
        public List<String> parameters() {
            return List.of("serial", "serials");
        }

        /** As at every door, in full or the end of it. */
        @Override
        public Where of(String typed) {
            return Where.at(registry.typed(typed)
                    .map(l -> attention.sites().get(l.serial()))
                    .orElse(null));
        }

        /** Of serials in full. */
        @Override
        public Predicate<String> within(OwnSites own) {
            Map<String, Long> sites = attention.sites();
            return serial -> sites.containsKey(serial)
                    ? own.holds(sites.get(serial))
                    : of(serial).within(own);
        }
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
                        .map(attention.sites()::get)
                        .orElse(null)));
    }

    /** What is found on the network may be anybody's. */
    @Bean
    OfSites networkAsAWhole() {
        return OfSites.whole("/dock/find", "/dock/stations");
    }
}
