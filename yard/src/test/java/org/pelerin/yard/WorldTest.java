package org.pelerin.yard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.message.Status;
import org.pelerin.yard.world.Incident;
import org.pelerin.yard.world.World;
import org.pelerin.yard.world.WorldStore;

class WorldTest {

    private static final String ALDER = "PL-18033";
    private static final String BIRCH = "PL-20417";

    private static Plan plan(Duration interval, StartCondition start, StopCondition stop) {
        return new Plan(
                ModelCatalogue.get("alder-t1").id(),
                "TEST",
                interval,
                start,
                stop,
                List.of(new ChannelSettings(
                        true,
                        "Air",
                        new Alarm(14, Duration.ofMinutes(30), true),
                        new Alarm(10, Duration.ZERO, false))));
    }

    private static void write(World world, String serial, Plan plan) {
        world.with(serial, (l, now, probe) -> {
            l.setClock(now, now);
            l.writePlan(now, plan);
            return null;
        });
    }

    private static Status status(World world, String serial) {
        return world.with(serial, (l, now, probe) -> l.status(now));
    }

    private static MissionInfo mission(World world, String serial) {
        return world.with(serial, (l, now, probe) -> l.missions().get(0));
    }

    private static List<byte[]> pages(World world, String serial) {
        MissionInfo info = mission(world, serial);
        List<byte[]> out = new ArrayList<>();
        info.pageNumbers().forEach(page -> out.add(world.with(serial, (l, now, probe) -> l.page(info.number(), page))));
        return out;
    }

    private static World nineDays(long seed) {
        World world = TestClock.world(seed);
        write(world, ALDER, plan(Duration.ofMinutes(1), new StartCondition.OnButton(), new StopCondition.MemoryFull()));
        world.carryToSpot(ALDER, "ostrel-v1-rear");
        world.with(ALDER, (l, now, probe) -> {
            l.press(now, probe);
            return null;
        });
        world.addIncident(new Incident(
                "ostrel-v1-rear",
                Incident.Kind.COMPRESSOR_FAILURE,
                TestClock.START.plus(Duration.ofHours(87)),
                TestClock.START.plus(Duration.ofHours(93))));
        world.advance(Duration.ofDays(9));
        return world;
    }

    @Test
    void the_same_seed_gives_the_same_bytes_and_another_one_others() {
        byte[] a = nineDays(1).flashes().get(ALDER + "-1");
        assertThat(nineDays(1).flashes().get(ALDER + "-1")).isEqualTo(a);
        assertThat(nineDays(2).flashes().get(ALDER + "-1")).isNotEqualTo(a);
    }

    @Test
    void many_small_steps_give_the_same_bytes_as_one_leap() {
        World steps = TestClock.world(1);
        World leap = TestClock.world(1);
        for (World w : List.of(steps, leap)) {
            write(w, ALDER, plan(Duration.ofMinutes(1), new StartCondition.Now(), new StopCondition.MemoryFull()));
        }
        for (int i = 0; i < 100; i++) {
            steps.advance(Duration.ofSeconds(997));
        }
        leap.advance(Duration.ofSeconds(99_700));
        assertThat(steps.flashes().get(ALDER + "-1")).isEqualTo(leap.flashes().get(ALDER + "-1"));
    }

    @Test
    void a_failed_compressor_is_in_the_record_and_in_the_logger_s_alarm() {
        World world = nineDays(1);
        Status status = status(world, ALDER);
        assertThat(status.state()).isEqualTo(LoggerState.LOGGING);
        // nine days of minutes, start included; the quartz is off by a fraction of one
        assertThat(status.records()).isBetween(12_960L, 12_962L);
        assertThat(status.alarmed()).isTrue();
        MissionHeader header = world.with(ALDER, (l, now, probe) -> MissionHeader.decode(l.header(1)));
        Instant raised = header.events().stream()
                .filter(e -> e.kind() == LoggerEvent.Kind.ALARM_HIGH)
                .findFirst()
                .orElseThrow()
                .at();
        assertThat(raised)
                .isBetween(TestClock.START.plus(Duration.ofHours(87)), TestClock.START.plus(Duration.ofHours(90)));
        String lamp = world.with(ALDER, (l, now, probe) -> l.lamp());
        assertThat(lamp).contains("red");
    }

    @Test
    void memory_is_full_when_the_forecast_said() {
        World world = TestClock.world(3);
        Plan plan = plan(Duration.ofSeconds(2), new StartCondition.Now(), new StopCondition.MemoryFull());
        Forecast forecast = Forecast.of(ModelCatalogue.get("alder-t1"), plan, 1, 20, TestClock.START);
        write(world, ALDER, plan);
        world.advance(Duration.between(TestClock.START, forecast.stopsAt()).plusSeconds(10));
        assertThat(status(world, ALDER).state()).isEqualTo(LoggerState.ENDED);
        assertThat(status(world, ALDER).records()).isEqualTo(32_000);
        MissionHeader header = world.with(ALDER, (l, now, probe) -> MissionHeader.decode(l.header(1)));
        LoggerEvent stop = header.stop().orElseThrow();
        assertThat(stop.kind()).isEqualTo(LoggerEvent.Kind.STOPPED_MEMORY_FULL);
        // the last sample is one interval before memory's end
        assertThat(Duration.between(stop.at(), forecast.stopsAt()).abs()).isLessThanOrEqualTo(Duration.ofSeconds(4));
    }

    @Test
    void a_wrapped_memory_keeps_the_last_that_fit() {
        World world = TestClock.world(4);
        write(world, ALDER, plan(Duration.ofSeconds(2), new StartCondition.Now(), new StopCondition.Wrap()));
        world.advance(Duration.ofSeconds(2 * 70_000));
        MissionInfo info = mission(world, ALDER);
        assertThat(info.records()).isEqualTo(32_000);
        assertThat(info.firstRecord()).isEqualTo(info.endRecord() - 32_000);
        List<byte[]> pages = pages(world, ALDER);
        assertThat(MissionPage.decode(pages.get(0)).firstRecord()).isLessThanOrEqualTo(info.firstRecord());
        assertThatThrownBy(() -> world.with(
                        ALDER, (l, now, probe) -> l.page(1, info.parts().get(0).first() - 1)))
                .isInstanceOfSatisfying(
                        RefusedException.class, e -> assertThat(e.refusal()).isEqualTo(Refusal.PAGE_GONE));
    }

    @Test
    void each_start_condition_starts_when_it_should() {
        World world = TestClock.world(5);
        Instant at = TestClock.START.plus(Duration.ofHours(20));
        write(
                world,
                "PL-18034",
                plan(Duration.ofMinutes(1), new StartCondition.At(at), new StopCondition.AfterSamples(30)));
        write(
                world,
                "PL-18051",
                plan(
                        Duration.ofMinutes(1),
                        new StartCondition.After(Duration.ofMinutes(90)),
                        new StopCondition.MemoryFull()));
        write(
                world,
                "PL-18055",
                plan(Duration.ofMinutes(1), new StartCondition.OnButton(), new StopCondition.MemoryFull()));
        world.advance(Duration.ofHours(2));
        assertThat(status(world, "PL-18034").state()).isEqualTo(LoggerState.WAITING);
        assertThat(status(world, "PL-18051").records()).isBetween(30L, 31L);
        assertThat(status(world, "PL-18055").state()).isEqualTo(LoggerState.WAITING);
        world.advance(Duration.ofHours(20));
        assertThat(status(world, "PL-18034").state()).isEqualTo(LoggerState.ENDED);
        assertThat(status(world, "PL-18034").records()).isEqualTo(30);
        MissionHeader header = world.with("PL-18034", (l, now, probe) -> MissionHeader.decode(l.header(1)));
        assertThat(header.firstSampleAt()).isEqualTo(at);
    }

    @Test
    void a_logger_protects_what_nobody_has_collected() {
        World world = nineDays(1);
        Plan plan = plan(Duration.ofMinutes(1), new StartCondition.Now(), new StopCondition.MemoryFull());
        assertRefused(Refusal.RUNNING, () -> write(world, ALDER, plan));
        world.with(ALDER, (l, now, probe) -> {
            l.stop(now);
            return null;
        });
        assertRefused(Refusal.UNCOLLECTED, () -> write(world, ALDER, plan));
        List<byte[]> pages = pages(world, ALDER);
        long end = mission(world, ALDER).endRecord();
        assertRefused(
                Refusal.PROOF_WRONG,
                () -> erase(world, EraseRequest.collected(1, end, pages.subList(0, pages.size() - 1))));
        assertRefused(Refusal.PROOF_WRONG, () -> erase(world, EraseRequest.discard(1, end - 1)));
        assertThat(pages(world, ALDER)).usingRecursiveComparison().isEqualTo(pages);
        erase(world, EraseRequest.collected(1, end, pages));
        assertThat(status(world, ALDER).state()).isEqualTo(LoggerState.IDLE);
        write(world, ALDER, plan);
        assertThat(status(world, ALDER).mission()).isEqualTo(2);
    }

    private static void erase(World world, EraseRequest request) {
        world.with(ALDER, (l, now, probe) -> {
            l.erase(request);
            return null;
        });
    }

    private static void assertRefused(Refusal refusal, org.assertj.core.api.ThrowableAssert.ThrowingCallable call) {
        assertThatThrownBy(call)
                .isInstanceOfSatisfying(
                        RefusedException.class, e -> assertThat(e.refusal()).isEqualTo(refusal));
    }

    @Test
    void a_plan_the_model_cannot_do_is_refused_by_the_device_itself() {
        World world = TestClock.world(6);
        Plan odd = plan(Duration.ofSeconds(3), new StartCondition.Now(), new StopCondition.MemoryFull());
        assertRefused(Refusal.INVALID_PLAN, () -> write(world, ALDER, odd));
        Plan other = plan(Duration.ofMinutes(1), new StartCondition.Now(), new StopCondition.MemoryFull());
        assertRefused(Refusal.INVALID_PLAN, () -> write(world, BIRCH, other));
    }

    @Test
    void an_open_sensor_is_recorded_as_a_fault() {
        World world = TestClock.world(7);
        write(world, ALDER, plan(Duration.ofMinutes(1), new StartCondition.Now(), new StopCondition.MemoryFull()));
        world.advance(Duration.ofMinutes(5));
        world.with(ALDER, (l, now, probe) -> {
            l.openSensor(true);
            return null;
        });
        world.advance(Duration.ofMinutes(5));
        int[] counts = MissionPage.decode(pages(world, ALDER).get(0)).counts();
        assertThat(counts[2]).isNotEqualTo(MissionPage.FAULT);
        assertThat(counts[counts.length - 1]).isEqualTo(MissionPage.FAULT);
    }

    @Test
    void a_stored_world_goes_on_as_if_it_had_never_stopped(@TempDir Path directory) {
        World untouched = nineDays(1);
        untouched.advance(Duration.ofHours(31));

        World stored = nineDays(1);
        WorldStore store = new WorldStore(directory);
        store.save(stored);
        World back = store.open(1, Clock.fixed(TestClock.START, ZoneOffset.UTC), Duration.ZERO);
        back.advance(Duration.ofHours(31));
        assertThat(back.flashes().get(ALDER + "-1"))
                .isEqualTo(untouched.flashes().get(ALDER + "-1"));
        assertThat(back.snapshot()).usingRecursiveComparison().isEqualTo(untouched.snapshot());
    }

    @Test
    void a_world_of_an_earlier_version_is_refused_and_not_begun_with_empty_loggers(@TempDir Path directory)
            throws IOException {
        WorldStore store = new WorldStore(directory);
        store.save(nineDays(1));
        Path file = directory.resolve("world.json");
        Files.writeString(file, Files.readString(file).replace("\"missions\":", "\"mission\":"));
        assertThatThrownBy(() -> store.open(1, Clock.fixed(TestClock.START, ZoneOffset.UTC), Duration.ZERO))
                .hasStackTraceContaining("stored by an earlier version; begin a new world");
        assertThat(directory.resolve(ALDER + "-1.flash")).exists();
    }

    @Test
    void what_has_happened_cannot_be_changed() {
        World world = nineDays(1);
        assertThatThrownBy(() -> world.addIncident(new Incident(
                        "van-2", Incident.Kind.DOOR_OPEN, TestClock.START, TestClock.START.plusSeconds(60))))
                .hasMessageContaining("cannot be changed");
    }
}
