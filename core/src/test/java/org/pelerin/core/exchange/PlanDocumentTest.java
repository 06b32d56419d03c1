package org.pelerin.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;

class PlanDocumentTest {

    private static Plan full(Sensor sensor) {
        ChannelSettings one = new ChannelSettings(
                true,
                "Feed",
                sensor,
                "mbar",
                new Correction.Points(List.of(new Scaling.Point(0, 0.1), new Scaling.Point(5, 5.2))),
                0.05,
                FaultDirection.UP,
                2,
                new ChannelSettings.Display(0, 6),
                List.of(
                        new AlarmLevel(new Alarm(5, Lasting.allowance(Duration.ofHours(8)), true), null),
                        new AlarmLevel(new Alarm(6, Lasting.samples(3), false), new Alarm(1, Lasting.ANY, false))));
        return new Plan(
                "rowan-a2",
                "FEED",
                Duration.ofMinutes(10),
                Duration.ofMinutes(1),
                new StartCondition.OnThreshold(0, StartCondition.Crossing.LEAVES, 1, 5),
                new StopCondition.At(Instant.parse("2026-04-01T00:00:00Z")),
                List.of(one, new ChannelSettings(false, "", null, null)),
                Map.of("lamp", "off"));
    }

    @Test
    void names_in_a_document_are_read_without_what_cannot_be_seen() {
        String text = PlanDocument.write("feed", full(SensorDocument.ready().get(0)));
        Plan read = PlanDocument.plan(
                text.replace("\"FEED\"", "\"FE\\u000bE\\u202eD\"").replace("\"Feed\"", "\"Fe\\r\\ned\""));
        assertThat(read.loggerName()).isEqualTo("FEED");
        assertThat(read.channels().get(0).label()).isEqualTo("Fe ed");
    }

    @Test
    void whatever_a_plan_holds_comes_back() {
        for (Sensor sensor : SensorDocument.ready()) {
            Plan plan = full(sensor);
            assertThat(PlanDocument.read(PlanDocument.write("Feed", plan)))
                    .isEqualTo(new PlanDocument(2, "Feed", plan));
            assertThat(PlanDocument.plan(PlanDocument.file("Feed", plan))).isEqualTo(plan);
            assertThat(SensorDocument.read(SensorDocument.write(sensor))).isEqualTo(sensor);
        }
    }

    @Test
    void a_plan_of_version_one_is_brought_up_to_date() {
        String old =
                "{\"version\":1,\"plan\":{\"model\":\"alder-t1\",\"loggerName\":\"X\",\"interval\":\"PT10M\",\"start\":{\"kind\":\"button\"},\"stop\":{\"kind\":\"afterSamples\",\"count\":40},\"channels\":[{\"enabled\":true,\"label\":\"Air\",\"high\":{\"limit\":14.0,\"delay\":\"PT1H\",\"latched\":true},\"low\":null}]}}";
        assertThat(PlanDocument.plan(old))
                .isEqualTo(new Plan(
                        "alder-t1",
                        "X",
                        Duration.ofMinutes(10),
                        new StartCondition.OnButton(),
                        new StopCondition.AfterSamples(40),
                        List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null))));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"version\":2 | \"version\":7 | version | plans of version 7 are not known",
                "\"label\":\"Feed\" | \"label\":\"Feed\",\"colour\":1 | plan.channels[0].colour | there is no field “colour”",
                "\"interval\":\"PT10M\" | \"interval\":\"ten\" | plan.interval | this is not a duration such as PT10M",
                "\"latched\":true | \"latched\":\"yes\" | plan.channels[0].levels[0].high.latched | this is not true or false",
                "\"cutOff\":0.05 | \"cutOff\":-1 | plan.channels[0] | A low cut-off is 0 or more, not −1",
                "\"enabled\":true | \"enabled\":\"no\" | plan.channels[0].enabled | this is not true or false",
                "\"fault\":\"UP\" | \"fault\":\"SIDEWAYS\" | plan.channels[0].fault | this is not one of MISSING, UP, DOWN",
                "\"kind\":\"threshold\" | \"kind\":\"moonrise\" | plan.start | there is no kind “moonrise”",
                "\"count\":3 | \"count\":3.5 | plan.channels[0].levels[1].high.lasting.count | this is not a whole number",
                "\"options\":{\"lamp\":\"off\"} | \"options\":null | plan | null stands where something has to be",
                "\"channel\":0 | \"channel\":-1 | plan.start | There is no channel -1",
                "\"loggerName\":\"FEED\", | '' | plan | the field “loggerName” is missing",
                "\"cutOff\":0.05 | \"cutOf\":0.05 | plan.channels[0].cutOf | there is no field “cutOf”; is “cutOff” meant?",
                "\"loggerName\":\"FEED\", | \"loggerName\":\"FEED\",\"loggerName\":\"B\", | '' | the field “loggerName” is there twice",
                "\"model\":\"rowan-a2\", | \"model\":\"rowan-a2\" | '' | this is not JSON at line 1, column",
                "\"channels\":[ | \"channels\":[, | '' | this is not JSON"
            })
    void what_was_edited_wrongly_is_named_with_its_place(String from, String to, String place, String message) {
        String text = PlanDocument.write("Feed", full(SensorDocument.ready().get(0)));
        assertThat(text).contains(from);
        String wrong = text.replaceFirst(
                java.util.regex.Pattern.quote(from), java.util.regex.Matcher.quoteReplacement(to == null ? "" : to));
        assertThatExceptionOfType(DocumentException.class)
                .isThrownBy(() -> PlanDocument.read(wrong))
                .withMessageContaining(message)
                .satisfies(e -> assertThat(e.place()).startsWith(place == null ? "" : place));
    }

    @Test
    void a_missing_comma_is_told_with_its_line_in_plain_words() {
        String file = PlanDocument.file("Feed", full(SensorDocument.ready().get(0)));
        String wrong = file.replaceFirst("(\"label\" : \"Feed\"),", "$1");
        int line = (int) wrong.substring(0, wrong.indexOf("\"label\" : \"Feed\""))
                        .lines()
                        .count()
                + 1;
        assertThatExceptionOfType(DocumentException.class)
                .isThrownBy(() -> PlanDocument.read(wrong))
                .withMessageContaining("this is not JSON at line " + line)
                .withMessageContaining("a comma, a colon, a bracket")
                .satisfies(e -> assertThat(e.line()).isEqualTo(line));
        assertThatExceptionOfType(DocumentException.class)
                .isThrownBy(() -> PlanDocument.read(file.substring(0, 300)))
                .withMessageContaining("ends too early");
    }

    @Test
    void an_error_in_a_file_knows_its_line() {
        String file = PlanDocument.file("Feed", full(SensorDocument.ready().get(0)));
        String wrong = file.replace("\"cutOff\" : 0.05", "\"cutOff\" : \"much\"");
        int line = (int) wrong.substring(0, wrong.indexOf("much")).lines().count();
        assertThatExceptionOfType(DocumentException.class)
                .isThrownBy(() -> PlanDocument.read(wrong))
                .satisfies(e -> assertThat(e.line()).isEqualTo(line));
    }

    @Test
    void every_ready_sensor_fits_some_channel_and_their_names_differ() {
        assertThat(SensorDocument.ready()).extracting(Sensor::name).doesNotHaveDuplicates();
        for (Sensor sensor : SensorDocument.ready()) {
            assertThat(ModelCatalogue.all().stream()
                            .flatMap(m -> m.channels().stream())
                            .filter(c -> c.input(sensor.input()).isPresent()))
                    .as(sensor.name())
                    .isNotEmpty()
                    .allSatisfy(c -> {
                        ChannelSettings settings = new ChannelSettings(
                                true,
                                "A",
                                sensor,
                                "",
                                Correction.NONE,
                                0,
                                FaultDirection.MISSING,
                                null,
                                null,
                                List.of());
                        assertThat(MeasuredChannel.of(c, settings, List.of()).unit())
                                .isEqualTo(sensor.unit());
                    });
        }
    }
}
