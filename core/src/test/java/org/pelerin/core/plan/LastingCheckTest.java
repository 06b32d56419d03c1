package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;

/** What does not last long enough to be written, and on whose days that is told. */
class LastingCheckTest {

    private static final Instant NOW = Instant.parse("2026-03-19T08:00:00Z");
    private static final LoggerModel ALDER = ModelCatalogue.get("alder-t1");

    private static List<Conflict> conflicts(double battery, Deployment deployment, Map<Integer, Instant> due) {
        LoggerCondition logger = new LoggerCondition(
                new Firmware(1, 6),
                battery,
                false,
                0,
                Duration.ZERO,
                List.of(new Reading(12.0, 12.0)),
                false,
                null,
                due);
        return Preflight.of(ALDER, plan(), logger, deployment, NOW);
    }

    @Test
    void an_empty_battery_blocks_and_so_does_one_that_lasts_for_less_than_an_hour() {
        assertThat(conflicts(0, Deployment.NONE, Map.of()))
                .filteredOn(Conflict::blocking)
                .extracting(Conflict::field, Conflict::message)
                .containsExactly(tuple("weakBattery", "Its battery is empty"));
        // half an hour of what a whole one lasts for
        double whole = Forecast.batteryLeft(ALDER, plan(), 1, ForecastCheck.SURROUNDINGS)
                .toSeconds();
        assertThat(conflicts(1800 / whole, Deployment.NONE, Map.of()))
                .filteredOn(Conflict::blocking)
                .extracting(Conflict::message)
                .singleElement()
                .asString()
                .startsWith("Its battery lasts for ");
        assertThat(conflicts(7200 / whole, Deployment.NONE, Map.of())).noneMatch(Conflict::blocking);
    }

    private static Plan plan() {
        return new Plan(
                "alder-t1",
                "X",
                Duration.ofMinutes(10),
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", null, null)));
    }

    @Test
    void with_a_reason_it_is_written_all_the_same_and_the_reason_is_told() {
        assertThat(conflicts(0, Deployment.NONE.weakBattery(" a new one is fitted there "), Map.of()))
                .noneMatch(Conflict::blocking)
                .anyMatch(c -> c.message().equals("Its battery is empty")
                        && c.fix().equals("Written anyway: a new one is fitted there"));
    }

    /** Lapsing at midnight in Paris is not lapsing the day before. */
    @Test
    void a_calibration_lapses_on_a_day_of_the_place_and_not_of_utc() {
        Map<Integer, Instant> due = Map.of(0, Instant.parse("2026-04-17T22:00:00Z"));
        assertThat(conflicts(0.9, Deployment.NONE.in(ZoneId.of("Europe/Paris")), due))
                .anyMatch(c -> c.message().endsWith("lapses during the mission, on 18 Apr 2026"));
        assertThat(conflicts(0.9, Deployment.NONE, due))
                .anyMatch(c -> c.message().endsWith("on 17 Apr 2026"));
    }
}
