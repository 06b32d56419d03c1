package org.pelerin.app.plans;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.StartKind;
import org.pelerin.core.model.StopKind;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;

class PlanFormTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");

    private static PlanForm birch() {
        PlanForm form = PlanForm.blank(ModelCatalogue.get("birch-th"));
        form.loggerName = "VAULT";
        return form;
    }

    private static PlanForm.Parsed parsed(PlanForm form) {
        return form.parse(
                PARIS,
                NOW,
                name -> SensorDocument.ready().stream()
                        .filter(s -> s.name().equals(name))
                        .findFirst()
                        .orElse(null));
    }

    /** Every model with every kind of setting that its form has, shown and read again. */
    @Test
    void whatever_a_model_can_be_told_comes_back_from_its_form() {
        for (LoggerModel model : ModelCatalogue.all()) {
            for (StartKind start : model.starts()) {
                for (StopKind stop : model.stops()) {
                    PlanForm form = PlanForm.blank(model);
                    form.start = start.name();
                    form.startAt = "2026-07-01T06:00";
                    form.thresholdLow = "1";
                    form.thresholdHigh = "2,5";
                    form.stop = stop.name();
                    form.stopAfter = "4 000";
                    form.stopAt = "2026-09-01T06:00";
                    form.scan = model.scans() ? "2 min" : "";
                    model.options()
                            .forEach(o -> form.options.put(
                                    o.key(),
                                    o.number()
                                            ? String.valueOf((int) o.high())
                                            : o.choices()
                                                    .get(o.choices().size() - 1)
                                                    .value()));
                    ChannelForm first = form.channels.get(0);
                    first.label = "Vault {n}";
                    first.decimals = "2";
                    first.displayLow = "-5";
                    first.displayHigh = "30";
                    first.fault = "UP";
                    first.cutOff = "0,5";
                    first.sensor = model.channels().get(0).choosable() ? ready(model) : "";
                    for (int i = 0; i < model.alarmLevels(); i++) {
                        first.levels.get(i).high = String.valueOf(14 + i);
                        first.levels.get(i).lasting = i == 0 ? "8 h in all" : "3 samples";
                    }
                    PlanForm.Parsed once = parsed(form);
                    assertThat(once.errors())
                            .as("%s %s %s", model.name(), start, stop)
                            .isEmpty();
                    assertThat(once.plan().start().kind()).isEqualTo(start);
                    assertThat(once.plan().stop().kind()).isEqualTo(stop);
                    assertThat(once.plan().channels().get(0).label()).isEqualTo("Vault 1");
                    PlanForm again = PlanForm.of("X", 1, once.plan(), PARIS, SensorDocument.ready()::contains);
                    assertThat(parsed(again).plan()).isEqualTo(once.plan());
                }
            }
        }
    }

    private static String ready(LoggerModel model) {
        return SensorDocument.ready().stream()
                .filter(s -> model.channels().get(0).input(s.input()).isPresent())
                .findFirst()
                .orElseThrow()
                .name();
    }

    @Test
    void a_sensor_that_the_library_no_longer_has_is_kept_as_the_plan_has_it() {
        Sensor gone = Sensor.of("Gone", Input.CURRENT, new Scaling.TwoPoint(4, 0, 20, 7), "bar", 0, 7, 2);
        ChannelSettings one = new ChannelSettings(
                true, "Feed", gone, "mbar", Correction.offset(0.1), 0, FaultDirection.MISSING, null, null, List.of());
        Plan plan = new Plan(
                "rowan-a2",
                "FEED",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        one,
                        new ChannelSettings(false, "Input 2", null, null),
                        new ChannelSettings(false, "State", null, null)));
        assertThat(parsed(PlanForm.of("Feed", 1, plan, PARIS, SensorDocument.ready()::contains))
                        .plan())
                .isEqualTo(plan);
        PlanForm unknown = PlanForm.of("Feed", 1, plan, PARIS, SensorDocument.ready()::contains);
        unknown.channels.get(0).sensor = "Never heard of";
        assertThat(parsed(unknown).errors()).containsOnlyKeys("channels[0].sensor");
    }

    @Test
    void a_plan_shown_and_read_again_is_the_same() {
        Plan plan = new Plan(
                "birch-th",
                "VAULT",
                Duration.ofSeconds(90),
                new StartCondition.At(Instant.parse("2026-07-01T04:00:00Z")),
                new StopCondition.AfterSamples(12_000),
                List.of(
                        new ChannelSettings(
                                true,
                                "Air",
                                new Alarm(14.5, Duration.ofHours(1), true),
                                new Alarm(-2, Duration.ofHours(1), true)),
                        new ChannelSettings(false, "Humidity", null, new Alarm(85, Duration.ZERO, false))));
        PlanForm.Parsed back = parsed(PlanForm.of("Vault", 3, plan, PARIS, sensor -> false));
        assertThat(back.errors()).isEmpty();
        assertThat(back.plan()).isEqualTo(plan);
    }

    @Test
    void a_blank_form_has_the_channels_of_its_model() {
        assertThat(birch().channels).extracting(c -> c.label).containsExactly("Air", "Humidity");
        PlanForm form = birch();
        form.model = "alder-t1";
        form.fillChannels();
        assertThat(form.channels).hasSize(1);
    }

    @Test
    void a_decimal_comma_and_a_true_minus_are_understood() {
        PlanForm form = birch();
        form.channels.get(0).levels.get(0).high = "14,5";
        form.channels.get(0).levels.get(0).low = "−2";
        Plan plan = parsed(form).plan();
        assertThat(plan.channels().get(0).high().limit()).isEqualTo(14.5);
        assertThat(plan.channels().get(0).low().limit()).isEqualTo(-2);
    }

    @Test
    void each_mistake_is_told_at_its_field() {
        PlanForm form = birch();
        form.interval = "often";
        form.start = "AT";
        form.startAt = "tomorrow";
        form.stop = "AFTER_SAMPLES";
        form.stopAfter = "0";
        form.channels.get(0).levels.get(0).high = "1e999";
        form.channels.get(1).levels.get(0).lasting = "an hour";
        assertThat(parsed(form).errors())
                .containsOnlyKeys(
                        "interval",
                        "startAt",
                        "stopAfter",
                        "channels[0].levels[0].high",
                        "channels[1].levels[0].lasting");
    }

    @Test
    void limits_in_per_cent_are_of_the_nominal_voltage() {
        PlanForm form = PlanForm.blank(ModelCatalogue.get("yew-v3"));
        form.channels.get(0).levels.get(0).high = "+10 %";
        form.channels.get(0).levels.get(0).low = "−15%";
        Plan plan = parsed(form).plan();
        assertThat(plan.channels().get(0).high().limit()).isEqualTo(253);
        assertThat(plan.channels().get(0).low().limit()).isEqualTo(195.5);
        assertThat(understood(parsed(form), "channels[0].levels[0].high")).isEqualTo("253 V, 110 % of 230 V");
        form.options.put("nominal", "400");
        assertThat(parsed(form).plan().channels().get(0).high().limit()).isEqualTo(440);
        // a current has no nominal value
        form.channels.get(3).levels.get(0).high = "10 %";
        assertThat(parsed(form).errors()).containsOnlyKeys("channels[3].levels[0].high");
    }

    private static String understood(PlanForm.Parsed parsed, String field) {
        return parsed.understood().getOrDefault(field, "").replace('\u00a0', ' ');
    }

    @ParameterizedTest
    @CsvSource({
        "90 %,207,'207 V, 90 % of 230 V'",
        "90 % of nominal,207,'207 V, 90 % of 230 V'",
        "110%,253,'253 V, 110 % of 230 V'",
        "−10 %,207,'207 V, 90 % of 230 V'",
        "-6.5 %,215.05,'215.05 V, 93.5 % of 230 V'",
        "207,207,''"
    })
    void per_cent_of_nominal_are_read_as_the_trade_writes_them(String text, double limit, String understood) {
        PlanForm form = PlanForm.blank(ModelCatalogue.get("yew-v3"));
        form.channels.get(0).levels.get(0).low = text;
        PlanForm.Parsed parsed = parsed(form);
        assertThat(parsed.errors()).isEmpty();
        assertThat(parsed.plan().channels().get(0).low().limit()).isEqualTo(limit);
        assertThat(understood(parsed, "channels[0].levels[0].low")).isEqualTo(understood);
    }

    @Test
    void a_per_cent_that_can_mean_two_things_is_asked_about() {
        PlanForm form = PlanForm.blank(ModelCatalogue.get("yew-v3"));
        form.channels.get(0).levels.get(0).high = "10 %";
        assertThat(parsed(form).errors().get("channels[0].levels[0].high")).contains("two meanings");
        form.channels.get(0).levels.get(0).high = "−10 % of nominal";
        assertThat(parsed(form).errors()).containsKey("channels[0].levels[0].high");
        // humidity is in per cent itself
        PlanForm humid = birch();
        humid.channels.get(1).levels.get(0).high = "90 %";
        assertThat(parsed(humid).plan().channels().get(1).high().limit()).isEqualTo(90);
        humid.channels.get(0).levels.get(0).high = "90 %";
        assertThat(parsed(humid).errors().get("channels[0].levels[0].high")).contains("no nominal value");
    }

    @Test
    void a_page_that_lost_channels_is_never_filled_up_in_silence() {
        PlanForm form = PlanForm.blank(ModelCatalogue.get("rowan-a2"));
        form.channels.remove(2);
        assertThat(parsed(form).errors().get("name")).contains("lost 1 of its channels");
        PlanForm nameless = birch();
        nameless.model = "";
        assertThatThrownBy(() -> parsed(nameless)).isInstanceOf(NotThereException.class);
    }

    @Test
    void what_the_format_has_and_the_form_has_not_is_kept() {
        Plan plan = new Plan(
                "birch-th",
                "VAULT",
                Duration.ofMinutes(10),
                new StartCondition.At(Instant.parse("2026-07-01T04:00:30Z")),
                new StopCondition.At(Instant.parse("2026-08-01T04:00:07Z")),
                List.of(
                        new ChannelSettings(
                                true,
                                "Air",
                                new Alarm(14.5, Duration.ofHours(1), true),
                                new Alarm(-2, Duration.ofMinutes(30), false)),
                        new ChannelSettings(
                                true,
                                "Humidity",
                                new Alarm(95, Duration.ZERO, true),
                                new Alarm(85, Duration.ofHours(2), true))));
        PlanForm form = PlanForm.of("Vault", 3, plan, PARIS, sensor -> false);
        assertThat(form.channels.get(0).levels.get(0).lasting).isEqualTo("30 min / 1 h");
        assertThat(form.channels.get(1).levels.get(0).lasting).isEqualTo("2 h / at once");
        assertThat(parsed(form).plan()).isEqualTo(plan);
    }

    @Test
    void times_are_read_as_people_write_them_and_it_is_said_how() {
        PlanForm form = birch();
        form.interval = "0:10";
        form.channels.get(0).levels.get(0).lasting = "1h30";
        PlanForm.Parsed parsed = parsed(form);
        assertThat(parsed.plan().interval()).isEqualTo(Duration.ofMinutes(10));
        assertThat(understood(parsed, "interval")).isEqualTo("10 min");
        assertThat(understood(parsed, "channels[0].levels[0].lasting")).isEqualTo("1 h 30 min");
        form.interval = "10 min";
        assertThat(parsed(form).understood()).doesNotContainKey("interval");
    }

    @Test
    void nothing_is_no_interval() {
        PlanForm form = birch();
        form.interval = "0 min";
        assertThat(parsed(form).errors()).containsKey("interval");
    }

    @ParameterizedTest
    @CsvSource({
        // summer, winter, the hour that is not there in spring, the hour that is there twice in autumn: the earlier one
        "2026-07-01T06:00,2026-07-01T04:00:00Z",
        "2026-12-01T06:00,2026-12-01T05:00:00Z",
        "2026-03-29T02:30,2026-03-29T01:30:00Z",
        "2026-10-25T02:30,2026-10-25T00:30:00Z"
    })
    void a_start_is_typed_in_local_time(String typed, Instant instant) {
        PlanForm form = birch();
        form.start = "AT";
        form.startAt = typed;
        assertThat(parsed(form).plan().start()).isEqualTo(new StartCondition.At(instant));
    }
}
