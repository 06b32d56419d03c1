package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.CollectionScope;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Series;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.message.Status;

/** What a technician does with loggers again and again, for tests of what comes of it. */
record Hands(TestBed bed) {

    static final String WHO = "tech";

    /** Air every 2 minutes. */
    static Plan alder(StartCondition start) {
        return new Plan(
                "alder-t1",
                "TEST",
                Duration.ofMinutes(2),
                start,
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(30, Duration.ofMinutes(10), true), null)));
    }

    /** Of any wired model: its first channel, from its button, and kept when it is started again. */
    static Plan again(String model, Duration interval) {
        return new Plan(
                model,
                "RUNS",
                interval,
                null,
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                IntStream.range(0, ModelCatalogue.get(model).channels().size())
                        .mapToObj(i -> new ChannelSettings(i == 0, "In " + (i + 1), null, null))
                        .toList(),
                Map.of(Plan.AGAIN, Plan.AGAIN_KEPT));
    }

    /** One run of so many hours, begun and ended by hand. */
    void run(String serial, int hours) {
        bed.outdoors().post("/press", Map.of("serial", serial));
        pass(Duration.ofHours(hours));
        bed.outdoors().post("/press", Map.of("serial", serial, "long", true));
        pass(Duration.ofMinutes(10));
    }

    /** In the dock; returns the mission. */
    long write(String serial, StartCondition start) {
        return write(serial, alder(start));
    }

    long write(String serial, Plan plan) {
        bed.carry(serial, "dock");
        return bed.bean(WriteService.class).write(new MissionDraft(serial, "test", 0, plan, null, WHO));
    }

    Job collect(String serial) throws InterruptedException {
        return collect(serial, false, CollectionScope.ALL);
    }

    /** The logger goes on. */
    Job visit(String serial) throws InterruptedException {
        return collect(serial, true, CollectionScope.ALL);
    }

    Job collect(String serial, boolean leaveRunning, CollectionScope choice) throws InterruptedException {
        CollectService collections = bed.bean(CollectService.class);
        collections.order(serial, leaveRunning, choice, WHO);
        Waiting.until(
                () -> "the collection of " + serial + " ends: " + collections.active(serial),
                () -> collections.active(serial).isEmpty());
        return collections.newest(serial).orElseThrow();
    }

    /** Loggers of a shared fleet, left as they are wanted by whoever comes next: home, stopped and lying nowhere. */
    void leave(String... serials) throws InterruptedException {
        for (String serial : serials) {
            bed.carry(serial, "dock");
            Status status = bed.bean(Dock.class).find(serial).orElseThrow().status();
            if (status.state().running() || status.holdsRecords()) {
                collect(serial);
            }
            PlacementService placements = bed.bean(PlacementService.class);
            if (placements.presentOf(serial).isPresent()) {
                placements.take(serial, bed.bean(Clock.class).instant(), WHO);
            }
            bed.carry(serial, "bench");
        }
    }

    /** On the yard's clock, which the application follows. */
    void pass(Duration time) {
        bed.outdoors().post("/advance", Map.of("seconds", time.toSeconds()));
    }

    Mission mission(long id) {
        return bed.bean(MissionQueries.class).find(id).orElseThrow();
    }

    /** Everything that was recorded, give or take the quartz's part in one sample. */
    void home(long id, long samples) {
        Mission m = mission(id);
        assertThat(m.records().received()).isEqualTo(m.records().expected()).isBetween(samples - 1, samples + 1);
        storedAsCaptured(m);
    }

    /** However many visits brought it: what is stored is what its whole capture decodes to, byte for byte. */
    private void storedAsCaptured(Mission m) {
        StoredCapture capture = bed.bean(CaptureStore.class).find(m.id()).orElseThrow();
        List<Series> whole =
                CaptureDecoder.decode(capture.capture(), capture.correction()).series();
        List<Series> stored = bed.bean(SeriesStore.class).load(m);
        assertThat(stored)
                .extracting(Series::channel)
                .isEqualTo(whole.stream().map(Series::channel).toList());
        for (int s = 0; s < stored.size(); s++) {
            assertThat(instants(stored.get(s))).isEqualTo(instants(whole.get(s)));
            assertThat(stored.get(s).blocks()).hasSameSizeAs(whole.get(s).blocks());
            for (int b = 0; b < stored.get(s).blocks().size(); b++) {
                Block is = stored.get(s).blocks().get(b);
                Block should = whole.get(s).blocks().get(b);
                assertThat(is.data()).isEqualTo(should.data());
                assertThat(is.sum()).isEqualTo(should.sum());
            }
        }
    }

    private static long[] instants(Series s) {
        return LongStream.rangeClosed(0, s.axis().count())
                .map(s.axis()::millisAt)
                .toArray();
    }

    void until(BooleanSupplier so) throws InterruptedException {
        Waiting.until("what is waited for", so);
    }
}
