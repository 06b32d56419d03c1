package org.pelerin.link.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

class MessageTest {

    private static Alarm alarm(Random r) {
        return r.nextBoolean()
                ? null
                : new Alarm(r.nextGaussian() * 40, Duration.ofSeconds(r.nextInt(100_000)), r.nextBoolean());
    }

    private static Plan plan(Random r) {
        StartCondition start = switch (r.nextInt(4)) {
            case 0 -> new StartCondition.Now();
            case 1 -> new StartCondition.OnButton();
            case 2 -> new StartCondition.At(Instant.ofEpochMilli(r.nextLong() >>> 20));
            default -> new StartCondition.After(Duration.ofMillis(r.nextInt(1_000_000_000)));
        };
        StopCondition stop = switch (r.nextInt(3)) {
            case 0 -> new StopCondition.MemoryFull();
            case 1 -> new StopCondition.AfterSamples(1 + r.nextInt(1_000_000));
            default -> new StopCondition.Wrap();
        };
        List<ChannelSettings> channels = new ArrayList<>();
        for (int n = r.nextInt(33); n > 0; n--) {
            channels.add(new ChannelSettings(r.nextBoolean(), "Kanal °" + n, alarm(r), alarm(r)));
        }
        return new Plan(
                "model-" + r.nextInt(9),
                "NAME " + r.nextInt(),
                Duration.ofSeconds(1 + r.nextInt(90_000)),
                start,
                stop,
                channels);
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
        short[] counts = new short[2 * 57];
        for (int i = 0; i < counts.length; i++) {
            counts[i] = (short) (i * 311);
        }
        byte[] bytes = new MissionPage(7, 12, 12L * 123, 2, counts).encode();
        assertThat(bytes).hasSize(MissionPage.SIZE);
        MissionPage back = MissionPage.decode(bytes);
        assertThat(back.records()).isEqualTo(57);
        assertThat(back.counts()).isEqualTo(counts);
        assertThat(back.firstRecord()).isEqualTo(12 * 123);
        for (int i = 0; i < bytes.length; i++) {
            byte[] bad = bytes.clone();
            bad[i] ^= 0x10;
            assertThat(MissionPage.intact(bad)).isFalse();
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
}
