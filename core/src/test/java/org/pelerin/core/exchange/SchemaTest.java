package org.pelerin.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;

/** What is written agrees with the published schemas. */
class SchemaTest {

    static List<String> violations(String schema, String document) throws IOException {
        Path file = Path.of("..", "docs", "formats", schema);
        JsonSchema s =
                JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(Files.readString(file));
        return s.validate(document, InputFormat.JSON).stream()
                .map(v -> v.getInstanceLocation() + " " + v.getMessage())
                .toList();
    }

    private static Plan plan(Sensor sensor, Lasting lasting, StartCondition start, StopCondition stop) {
        ChannelSettings channel = new ChannelSettings(
                true,
                "Feed",
                sensor,
                "",
                new Correction.Points(List.of(new Scaling.Point(0, 0.1), new Scaling.Point(5, 5.2))),
                0.05,
                FaultDirection.UP,
                2,
                new ChannelSettings.Display(0, 6),
                List.of(new AlarmLevel(new Alarm(5, lasting, true), null)));
        return new Plan(
                "rowan-a2",
                "FEED",
                Duration.ofMinutes(10),
                Duration.ofMinutes(1),
                start,
                stop,
                List.of(channel, new ChannelSettings(false, "", null, null)),
                Map.of("lamp", "off"));
    }

    /** One of each kind of start, stop, alarm and sensor. */
    static List<Plan> plans() {
        List<StartCondition> starts = List.of(
                new StartCondition.Now(),
                new StartCondition.OnButton(),
                new StartCondition.At(Instant.EPOCH),
                new StartCondition.After(Duration.ofHours(1)),
                new StartCondition.OnInterval(Duration.ofHours(1)),
                new StartCondition.OnThreshold(0, StartCondition.Crossing.ENTERS, 1, 2));
        List<StopCondition> stops = List.of(
                new StopCondition.MemoryFull(),
                new StopCondition.AfterSamples(3),
                new StopCondition.AfterTime(Duration.ofDays(1)),
                new StopCondition.At(Instant.EPOCH),
                new StopCondition.Wrap());
        List<Lasting> lastings = List.of(
                Lasting.ANY,
                Lasting.delay(Duration.ofHours(1)),
                Lasting.samples(3),
                Lasting.allowance(Duration.ofHours(8)));
        List<Sensor> sensors = SensorDocument.ready();
        return IntStream.range(0, sensors.size())
                .mapToObj(i -> plan(
                        sensors.get(i),
                        lastings.get(i % lastings.size()),
                        starts.get(i % starts.size()),
                        stops.get(i % stops.size())))
                .toList();
    }

    @Test
    void plans_of_every_kind_follow_their_schema() throws IOException {
        for (Plan plan : plans()) {
            assertThat(violations("plan.schema.json", PlanDocument.file("Feed", plan)))
                    .isEmpty();
        }
    }

    @Test
    void the_schema_refuses_what_the_program_refuses() throws IOException {
        String good = PlanDocument.write(
                "Feed", plan(null, Lasting.ANY, new StartCondition.Now(), new StopCondition.MemoryFull()));
        assertThat(violations("plan.schema.json", good)).isEmpty();
        assertThat(violations("plan.schema.json", good.replace("\"cutOff\"", "\"cut\"")))
                .isNotEmpty();
        assertThat(violations("plan.schema.json", good.replace("\"version\":2", "\"version\":9")))
                .isNotEmpty();
    }

    @Test
    void the_model_catalogue_follows_its_schema() throws IOException {
        try (InputStream in = ModelCatalogue.class.getResourceAsStream("catalogue.json")) {
            String catalogue = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            assertThat(violations("catalogue.schema.json", catalogue)).isEmpty();
        }
    }
}
