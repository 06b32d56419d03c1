package org.pelerin.app.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

class PlanFormTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");

    private static PlanForm birch() {
        PlanForm form = PlanForm.blank(ModelCatalogue.BIRCH_TH);
        form.setLoggerName("VAULT");
        return form;
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
        PlanForm.Parsed back = PlanForm.of("Vault", 3, plan, PARIS).parse(PARIS, NOW);
        assertThat(back.errors()).isEmpty();
        assertThat(back.plan()).isEqualTo(plan);
    }

    @Test
    void a_blank_form_has_the_channels_of_its_model() {
        assertThat(birch().getChannels()).extracting(PlanForm.Channel::getLabel).containsExactly("Air", "Humidity");
        PlanForm form = birch();
        form.setModel("alder-t1");
        form.fillChannels();
        assertThat(form.getChannels()).hasSize(1);
    }

    @Test
    void a_decimal_comma_and_a_true_minus_are_understood() {
        PlanForm form = birch();
        form.getChannels().get(0).setHigh("14,5");
        form.getChannels().get(0).setLow("−2");
        Plan plan = form.parse(PARIS, NOW).plan();
        assertThat(plan.channels().get(0).high().limit()).isEqualTo(14.5);
        assertThat(plan.channels().get(0).low().limit()).isEqualTo(-2);
    }

    @Test
    void each_mistake_is_told_at_its_field() {
        PlanForm form = birch();
        form.setInterval("often");
        form.setStart("at");
        form.setStartAt("tomorrow");
        form.setStop("after");
        form.setStopAfter("0");
        form.getChannels().get(0).setHigh("1e999");
        form.getChannels().get(1).setDelay("an hour");
        assertThat(form.parse(PARIS, NOW).errors())
                .containsOnlyKeys("interval", "startAt", "stopAfter", "channels[0].high", "channels[1].delay");
    }

    @Test
    void nothing_is_no_interval() {
        PlanForm form = birch();
        form.setInterval("0 min");
        assertThat(form.parse(PARIS, NOW).errors()).containsKey("interval");
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
        form.setStart("at");
        form.setStartAt(typed);
        assertThat(form.parse(PARIS, NOW).plan().start()).isEqualTo(new StartCondition.At(instant));
    }
}
