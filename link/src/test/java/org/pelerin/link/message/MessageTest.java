package org.pelerin.link.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.Input;
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
import org.pelerin.core.sensor.Supply;
import org.pelerin.core.sensor.ThermocoupleType;

class MessageTest {

    private static Alarm alarm(Random r) {
        Lasting lasting = switch (r.nextInt(4)) {
            case 0 -> Lasting.ANY;
            case 1 -> Lasting.delay(Duration.ofSeconds(r.nextInt(100_000)));
            case 2 -> Lasting.samples(1 + r.nextInt(500));
            default -> Lasting.allowance(Duration.ofMinutes(r.nextInt(5_000)));
        };
        return r.nextBoolean() ? null : new Alarm(r.nextGaussian() * 40, lasting, r.nextBoolean());
    }

    private static List<Scaling.Point> points(Random r) {
        List<Scaling.Point> out = new ArrayList<>();
        for (int i = 2 + r.nextInt(20); i > 0; i--) {
            out.add(new Scaling.Point(-i * 1.5, r.nextGaussian()));
        }
        return out;
    }

    private static Sensor sensor(Random r) {
        Scaling scaling = switch (r.nextInt(9)) {
            case 0 -> new Scaling.None();
            case 1 -> new Scaling.TwoPoint(4, r.nextGaussian(), 20, r.nextGaussian());
            case 2 -> new Scaling.SlopeOffset(r.nextGaussian(), r.nextGaussian());
            case 3 -> new Scaling.Polynomial(List.of(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()));
            case 4 -> new Scaling.Table(points(r), Scaling.Outside.values()[r.nextInt(2)]);
            case 5 -> new Scaling.Formula("x * " + r.nextInt(99) + " + [Käse 1]".repeat(1 + r.nextInt(60)));
            case 6 -> new Scaling.Platinum(100 + r.nextDouble());
            case 7 -> new Scaling.NtcBeta(10_000, 3000 + r.nextInt(999));
            default -> new Scaling.SteinhartHart(r.nextDouble(), r.nextDouble(), r.nextDouble());
        };
        boolean thermocouple = r.nextInt(5) == 0;
        Input input = thermocouple ? Input.THERMOCOUPLE : r.nextBoolean() ? Input.RESISTANCE : Input.CURRENT;
        Supply supply = r.nextBoolean()
                ? null
                : new Supply("12 V", 12, r.nextDouble() * 50, Duration.ofMillis(r.nextInt(5000)), r.nextBoolean());
        return new Sensor(
                "sensor " + r.nextInt(),
                input,
                thermocouple ? new Scaling.Thermocouple(ThermocoupleType.values()[r.nextInt(8)]) : scaling,
                "°C",
                -100 - r.nextInt(100),
                r.nextInt(1000),
                r.nextInt(7),
                input == Input.RESISTANCE ? 2 + r.nextInt(3) : 0,
                r.nextDouble(),
                r.nextInt(250),
                supply);
    }

    private static ChannelSettings channel(Random r, int n) {
        List<AlarmLevel> levels = new ArrayList<>();
        for (int i = r.nextInt(3); i > 0; i--) {
            levels.add(new AlarmLevel(alarm(r), alarm(r)));
        }
        return new ChannelSettings(
                r.nextBoolean(),
                "Kanal °" + n,
                r.nextBoolean() ? null : sensor(r),
                r.nextBoolean() ? "" : "°F",
                r.nextBoolean()
                        ? new Correction.Points(points(r))
                        : new Correction.Linear(1 + r.nextDouble(), r.nextGaussian()),
                r.nextInt(3),
                FaultDirection.values()[r.nextInt(3)],
                r.nextBoolean() ? null : r.nextInt(5),
                r.nextBoolean() ? null : new ChannelSettings.Display(-1, r.nextInt(50)),
                levels);
    }

    private static Plan plan(Random r) {
        StartCondition start = switch (r.nextInt(6)) {
            case 0 -> new StartCondition.Now();
            case 1 -> new StartCondition.OnButton();
            case 2 -> new StartCondition.At(Instant.ofEpochMilli(r.nextLong() >>> 20));
            case 3 -> new StartCondition.OnInterval(Duration.ofMinutes(15));
            case 4 ->
                new StartCondition.OnThreshold(
                        r.nextInt(32), StartCondition.Crossing.values()[r.nextInt(4)], -r.nextDouble(), r.nextDouble());
            default -> new StartCondition.After(Duration.ofMillis(r.nextInt(1_000_000_000)));
        };
        StopCondition stop = switch (r.nextInt(5)) {
            case 0 -> new StopCondition.MemoryFull();
            case 1 -> new StopCondition.AfterSamples(1 + r.nextInt(1_000_000));
            case 2 -> new StopCondition.AfterTime(Duration.ofMillis(1 + r.nextInt(1_000_000_000)));
            case 3 -> new StopCondition.At(Instant.ofEpochMilli(r.nextLong() >>> 20));
            default -> new StopCondition.Wrap();
        };
        List<ChannelSettings> channels = new ArrayList<>();
        for (int n = r.nextInt(35); n > 0; n--) {
            channels.add(channel(r, n));
        }
        return new Plan(
                "model-" + r.nextInt(9),
                "NAME " + r.nextInt(),
                Duration.ofSeconds(1 + r.nextInt(90_000)),
                r.nextBoolean() ? null : Duration.ofSeconds(1 + r.nextInt(60)),
                start,
                stop,
                channels,
                r.nextBoolean() ? Map.of() : Map.of("lamp", "off", "nominal", "" + r.nextInt(400)));
    }

    /** As programs of the first version wrote it, byte for byte. */
    @Test
    void a_plan_of_version_one_is_still_read() {
        byte[] old = new Payload()
                .u8(1)
                .text("alder-t1")
                .text("OSTREL-V1")
                .i64(600_000)
                .u8(1)
                .i64(0)
                .u8(1)
                .i64(4000)
                .u8(1)
                .u8(1 | 2 | 4 | 8)
                .text("Air")
                .f64(14)
                .i64(3_600_000)
                .f64(10)
                .i64(0)
                .bytes();
        assertThat(PlanCodec.decode(old))
                .isEqualTo(new Plan(
                        "alder-t1",
                        "OSTREL-V1",
                        Duration.ofMinutes(10),
                        new StartCondition.OnButton(),
                        new StopCondition.AfterSamples(4000),
                        List.of(new ChannelSettings(
                                true,
                                "Air",
                                new Alarm(14, Duration.ofHours(1), true),
                                new Alarm(10, Duration.ZERO, false)))));
    }

    @Test
    void any_plan_is_read_as_it_was_written() {
        Random random = new Random(42);
        for (int i = 0; i < 500; i++) {
            Plan plan = plan(random);
            assertThat(PlanCodec.decode(PlanCodec.encode(plan))).isEqualTo(plan);
        }
    }

    @Test
    void garbage_is_malformed_and_nothing_else() {
        Random random = new Random(43);
        byte[] good = PlanCodec.encode(plan(random));
        for (int i = 0; i < 3_000; i++) {
            byte[] bad = Arrays.copyOf(good, random.nextInt(good.length + 4));
            if (bad.length > 0) {
                bad[random.nextInt(bad.length)] = (byte) random.nextInt();
            }
            try {
                PlanCodec.decode(bad);
            } catch (MalformedMessageException expected) {
                // the only way it may fail
            }
        }
        for (byte[] bytes : List.of(new byte[0], new byte[] {5}, new byte[40])) {
            assertThatThrownBy(() -> Status.decode(bytes)).isInstanceOf(MalformedMessageException.class);
            assertThatThrownBy(() -> MissionHeader.decode(bytes)).isInstanceOf(MalformedMessageException.class);
        }
    }

    @Test
    void a_page_comes_back_and_any_damage_shows() {
        damage(false, 287);
        damage(true, 1_000_003);
    }

    private static void damage(boolean wide, int step) {
        int[] counts = new int[2 * 57];
        for (int i = 0; i < counts.length; i++) {
            counts[i] = (i % 2 == 0 ? 1 : -1) * i * step;
        }
        counts[5] = MissionPage.FAULT;
        byte[] bytes = new MissionPage(7, 12, 12L * 123, 2, wide, counts).encode();
        assertThat(bytes).hasSize(MemoryPage.SIZE);
        MissionPage back = MissionPage.decode(bytes);
        assertThat(back.records()).isEqualTo(57);
        assertThat(back.counts()).isEqualTo(counts);
        assertThat(back.firstRecord()).isEqualTo(12 * 123);
        for (int i = 0; i < bytes.length; i++) {
            byte[] bad = bytes.clone();
            bad[i] ^= 0x10;
            assertThat(MemoryPage.intact(bad)).isFalse();
        }
    }

    @Test
    void a_header_keeps_its_events() {
        Plan plan = plan(new Random(1));
        MissionHeader header = new MissionHeader(
                "PL-20417",
                3,
                plan,
                Instant.ofEpochMilli(1_000),
                Instant.ofEpochMilli(9_000),
                List.of(
                        new LoggerEvent(LoggerEvent.Kind.STARTED, Instant.ofEpochMilli(9_000)),
                        new LoggerEvent(LoggerEvent.Kind.STOPPED_BY_LINK, Instant.ofEpochMilli(99_000))));
        MissionHeader back = MissionHeader.decode(header.encode());
        assertThat(back).isEqualTo(header);
        assertThat(back.stop().orElseThrow().at()).isEqualTo(Instant.ofEpochMilli(99_000));
        byte[] bad = header.encode();
        bad[20] ^= 1;
        assertThatThrownBy(() -> MissionHeader.decode(bad)).hasMessageContaining("damaged");
    }

    @Test
    void a_page_grows_at_its_end_and_nowhere_else() {
        byte[] two = new MissionPage(3, 7, 40, 2, false, new int[] {1, 2, 3, 4}).encode();
        byte[] three = new MissionPage(3, 7, 40, 2, false, new int[] {1, 2, 3, 4, 5, 6}).encode();
        byte[] other = new MissionPage(3, 7, 40, 2, false, new int[] {1, 2, 9, 4, 5, 6}).encode();
        assertThat(MemoryPage.grown(two, two)).isTrue();
        assertThat(MemoryPage.grown(two, three)).isTrue();
        assertThat(MemoryPage.grown(three, two)).isFalse();
        assertThat(MemoryPage.grown(two, other)).isFalse();
        byte[] elsewhere = new MissionPage(3, 8, 40, 2, false, new int[] {1, 2, 3, 4, 5, 6}).encode();
        byte[] wide = new MissionPage(3, 7, 40, 2, true, new int[] {1, 2, 3, 4}).encode();
        byte[] later = new MissionPage(3, 7, 41, 2, false, new int[] {1, 2, 3, 4}).encode();
        assertThat(MemoryPage.grown(two, elsewhere)).isFalse();
        assertThat(MemoryPage.grown(two, wide)).isFalse();
        assertThat(MemoryPage.grown(two, later)).isFalse();
        byte[] closed = new ChangesPage(3, 9, 0, List.of(new ChangesPage.Change(1000, 2, 1))).encode();
        byte[] opened = new ChangesPage(
                        3, 9, 0, List.of(new ChangesPage.Change(1000, 2, 1), new ChangesPage.Change(2000, 2, 0)))
                .encode();
        assertThat(MemoryPage.grown(closed, opened)).isTrue();
        assertThat(MemoryPage.grown(opened, closed)).isFalse();
        assertThat(MemoryPage.grown(closed, two)).isFalse();
    }
}
