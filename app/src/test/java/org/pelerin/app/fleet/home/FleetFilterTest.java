package org.pelerin.app.fleet.home;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.LoggerStatus;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.attention.OverviewSample;
import org.pelerin.app.missions.MissionState;

class FleetFilterTest {

    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");

    private static LoggerOverview overview(
            String model, MissionState state, String site, boolean retired, Need.Kind... kinds) {
        List<Need> needs = java.util.Arrays.stream(kinds)
                .map(k -> new Need(k, "PL-1", 1L, "", 3L, NOW, false))
                .toList();
        return OverviewSample.of(
                7,
                "PL-1",
                model,
                Duration.ZERO,
                NOW,
                state == null ? null : 1L,
                state,
                NOW,
                state == MissionState.LOGGING ? NOW : null,
                null,
                false,
                null,
                null,
                site == null ? null : 3L,
                site == null ? null : "rear",
                site,
                null,
                null,
                null,
                null,
                retired,
                false,
                false,
                needs);
    }

    private static final LoggerOverview FULL =
            overview("alder-t1", MissionState.LOGGING, "Ash & Birk", false, Need.Kind.MEMORY_FULL, Need.Kind.ALARM);
    private static final LoggerOverview FINE = overview("birch-th", MissionState.LOGGING, "Ash & Birk", false);
    private static final LoggerOverview NEW = overview("alder-t1", null, null, false);
    private static final LoggerOverview SHELVED = overview("alder-t1", MissionState.COLLECTED, "Fell", true);
    private static final LoggerOverview CLOCK =
            overview("alder-t1", MissionState.WRITTEN, "Fell", false, Need.Kind.CLOCK_OFF);

    private static List<LoggerOverview> shown(FleetFilter f) {
        return List.of(FULL, FINE, NEW, SHELVED, CLOCK).stream()
                .filter(s -> f.shows(s, NOW))
                .toList();
    }

    @Test
    void each_choice_narrows_and_together_they_narrow_more() {
        FleetFilter f = new FleetFilter();
        assertThat(shown(f)).hasSize(5);
        f.model = "alder-t1";
        assertThat(shown(f)).containsExactly(FULL, NEW, SHELVED, CLOCK);
        f.site = "Fell";
        assertThat(shown(f)).containsExactly(SHELVED, CLOCK);
        f.stand = LoggerStatus.STOCK;
        assertThat(shown(f)).containsExactly(SHELVED);
        FleetFilter trouble = new FleetFilter();
        trouble.need = Need.Kind.ALARM;
        assertThat(shown(trouble)).containsExactly(FULL);
        FleetFilter needy = new FleetFilter();
        needy.who = "needy";
        // as many as the list of what needs somebody names
        assertThat(shown(needy)).containsExactly(FULL, CLOCK);
        FleetFilter stock = new FleetFilter();
        stock.site = LoggerHistory.inStock();
        assertThat(shown(stock)).containsExactly(NEW);
    }

    @Test
    void how_they_stand() {
        assertThat(List.of(FULL, NEW, SHELVED, CLOCK))
                .extracting(s -> LoggerStatus.of(s, NOW))
                .containsExactly(LoggerStatus.AT_WORK, LoggerStatus.STOCK, LoggerStatus.STOCK, LoggerStatus.WAITING);
        assertThat(LoggerStatus.of(overview("alder-t1", MissionState.COLLECTED, "Fell", false), NOW))
                .isEqualTo(LoggerStatus.STOPPED);
    }

    @Test
    void an_address_keeps_what_is_chosen_and_begins_at_the_first_page() {
        FleetFilter f = new FleetFilter();
        f.site = "Ash & Birk";
        f.page = 4;
        assertThat(f.with("scale", "week")).isEqualTo("/?scale=week&site=Ash%20%26%20Birk");
        assertThat(f.with("page", 5)).isEqualTo("/?site=Ash%20%26%20Birk&page=5");
        assertThat(new FleetFilter().with("who", "")).isEqualTo("/");
        f.scale = "century";
        assertThat(f.span()).isEqualTo(Duration.ofDays(35));
    }
}
