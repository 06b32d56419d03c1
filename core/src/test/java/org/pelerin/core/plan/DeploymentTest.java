package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.pelerin.core.mains.PhaseCheck;
import org.pelerin.core.mains.Phasor;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;

/** Preflight against what a logger is sent out for, and the rarer things about the logger in hand. */
class DeploymentTest {

    private static final Instant NOW = Instant.parse("2026-03-02T08:00:00Z");

    private static LoggerCondition healthy(LoggerModel model, boolean pin, PhaseCheck phases) {
        return new LoggerCondition(
                model.firmware().newest(), 0.9, false, 0, Duration.ZERO, List.of(), pin, phases, Map.of());
    }

    private static Plan plan(
            LoggerModel model, StartCondition start, Map<String, String> options, Alarm high, Alarm low) {
        List<ChannelSettings> channels = IntStream.range(0, model.channels().size())
                .mapToObj(i -> new ChannelSettings(
                        i == 0, model.channels().get(i).label(), i == 0 ? high : null, i == 0 ? low : null))
                .toList();
        return new Plan(
                model.id(),
                "X",
                Duration.ofMinutes(10),
                null,
                start,
                new StopCondition.MemoryFull(),
                channels,
                options);
    }

    private static Alarm alarm(double limit) {
        return new Alarm(limit, Duration.ofHours(1), true);
    }

    private static Alarm atOnce(double limit) {
        return new Alarm(limit, Duration.ZERO, true);
    }

    private static Deployment demanding(Double low, Double high) {
        return new Deployment(null, null, null, List.of(new Deployment.Demand("°C", low, high)));
    }

    private static List<Conflict> found(LoggerModel model, Plan plan, Deployment deployment) {
        return Preflight.of(model, plan, healthy(model, false, null), deployment, NOW);
    }

    @Test
    void no_logger_goes_deeper_than_it_is_made_for() {
        LoggerModel willow = ModelCatalogue.get("willow-p9");
        Plan plan = plan(willow, new StartCondition.Now(), Map.of(), null, null);
        assertThat(found(willow, plan, new Deployment(null, null, 9.0, List.of())))
                .noneMatch(Conflict::blocking);
        assertThat(found(willow, plan, new Deployment(null, null, 9.5, List.of())))
                .filteredOn(Conflict::blocking)
                .singleElement()
                .extracting(Conflict::message)
                .asString()
                .contains("9.5 m under water", "depth of 9 m");
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        Plan dry = plan(alder, new StartCondition.Now(), Map.of(), alarm(8), null);
        assertThat(found(alder, dry, new Deployment(null, null, 0.2, List.of())))
                .anyMatch(c -> c.blocking() && c.message().contains("must stay dry"));
    }

    @Test
    void limits_that_the_spot_demands_must_be_there_and_no_laxer() {
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        Plan none = plan(alder, new StartCondition.Now(), Map.of(), null, null);
        assertThat(found(alder, none, demanding(2.0, 8.0)))
                .filteredOn(Conflict::blocking)
                .singleElement()
                .extracting(Conflict::message)
                .asString()
                .contains("2 to 8\u00a0°C", "no limits");
        Plan lax = plan(alder, new StartCondition.Now(), Map.of(), alarm(8.5), alarm(2));
        assertThat(found(alder, lax, demanding(2.0, 8.0)))
                .singleElement()
                .extracting(Conflict::message)
                .asString()
                .contains("8.5\u00a0°C of “Air” is wider than the 8\u00a0°C");
        Plan strict = plan(alder, new StartCondition.Now(), Map.of(), alarm(7), alarm(3));
        assertThat(found(alder, strict, demanding(2.0, 8.0))).isEmpty();
        LoggerModel yew = ModelCatalogue.get("yew-v3");
        Plan volts = plan(yew, new StartCondition.Now(), Map.of(), alarm(253), null);
        assertThat(found(yew, volts, demanding(2.0, 8.0)))
                .anyMatch(c -> !c.blocking() && c.message().contains("which the plan does not measure"));
    }

    @Test
    void demanded_limits_are_compared_in_the_unit_shown() {
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        // 8 °C is 46.4 °F
        for (double limit : new double[] {46.4, 46.5}) {
            ChannelSettings air = new ChannelSettings(
                    true,
                    "Air",
                    null,
                    "°F",
                    org.pelerin.core.sensor.Correction.NONE,
                    0,
                    FaultDirection.MISSING,
                    null,
                    null,
                    List.of(new AlarmLevel(alarm(limit), null)));
            Plan plan = new Plan(
                    alder.id(),
                    "X",
                    Duration.ofMinutes(10),
                    new StartCondition.Now(),
                    new StopCondition.MemoryFull(),
                    List.of(air));
            assertThat(found(alder, plan, demanding(null, 8.0))).hasSize(limit > 46.4 ? 1 : 0);
        }
    }

    @Test
    void a_start_before_the_placing_is_warned_of_unless_it_waits_for_a_person() {
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        Deployment tomorrow = new Deployment(NOW.plus(Duration.ofDays(1)), null, null, List.of());
        Plan now = plan(alder, new StartCondition.Now(), Map.of(), alarm(8), null);
        assertThat(found(alder, now, tomorrow))
                .singleElement()
                .satisfies(c -> assertThat(c.field()).isEqualTo("start"))
                .extracting(Conflict::message)
                .asString()
                .contains("before it is placed");
        Plan button = plan(alder, new StartCondition.OnButton(), Map.of(), alarm(8), null);
        assertThat(found(alder, button, tomorrow)).isEmpty();
        Plan later = plan(alder, new StartCondition.After(Duration.ofHours(24)), Map.of(), alarm(8), null);
        assertThat(found(alder, later, tomorrow)).isEmpty();
    }

    @Test
    void an_alarm_at_once_on_a_band_that_noise_fills_is_warned_of() {
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        // one step of the sensor is its noise; six of them make the band
        double step = alder.channels().get(0).own().noise();
        Plan narrow = plan(alder, new StartCondition.Now(), Map.of(), atOnce(8 + 5 * step), atOnce(8));
        Plan wide = plan(alder, new StartCondition.Now(), Map.of(), atOnce(8 + 7 * step), atOnce(8));
        assertThat(found(alder, narrow, Deployment.NONE))
                .anyMatch(c -> c.message().contains("noisier"));
        assertThat(found(alder, wide, Deployment.NONE))
                .noneMatch(c -> c.message().contains("noisier"));
        Plan patient = plan(alder, new StartCondition.Now(), Map.of(), alarm(8 + 5 * step), alarm(8));
        assertThat(found(alder, patient, Deployment.NONE))
                .noneMatch(c -> c.message().contains("noisier"));
    }

    @Test
    void a_button_that_nobody_may_press_and_a_pin_that_leaves_only_looking() {
        LoggerModel model = ModelCatalogue.get("alder-t2");
        Map<String, String> look = Map.of("field", "look");
        assertThat(found(model, plan(model, new StartCondition.OnButton(), look, null, null), Deployment.NONE))
                .anyMatch(c -> !c.blocking() && c.message().contains("lets nobody press it"));
        Plan now = plan(model, new StartCondition.Now(), look, null, null);
        assertThat(found(model, now, Deployment.NONE))
                .noneMatch(c -> c.message().contains("PIN"));
        assertThat(Preflight.of(model, now, healthy(model, true, null), Deployment.NONE, NOW))
                .anyMatch(c -> !c.blocking() && c.message().contains("PIN"));
    }

    @Test
    void wrong_leads_are_warned_of_before_the_logger_is_left_alone() {
        LoggerModel yew = ModelCatalogue.get("yew-v3");
        PhaseCheck turned = PhaseCheck.of(
                List.of(new Phasor(230, 0), new Phasor(230, 120), new Phasor(230, -120)),
                List.of(new Phasor(0, 0), new Phasor(0, 0), new Phasor(0, 0)),
                230,
                3);
        Plan plan = plan(yew, new StartCondition.Now(), Map.of(), alarm(253), null);
        assertThat(Preflight.of(yew, plan, healthy(yew, false, turned), Deployment.NONE, NOW))
                .anyMatch(c -> !c.blocking() && c.message().contains("1, 3, 2"));
    }
}
