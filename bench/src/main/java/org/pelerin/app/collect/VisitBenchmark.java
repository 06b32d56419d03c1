package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.bench.BenchApplication;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.PageTable;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A visit to a logger that goes on recording: 360 samples, an hour of them, come to those that are here, from the first page taken in
 * to the committed judgement. One channel, 10 s, 0.1 °C steps; the clock is off, so that every instant is corrected.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 5)
@Measurement(iterations = 20)
@Fork(value = 1, jvmArgs = "-Xmx3g")
public class VisitBenchmark {

    private static final Duration INTERVAL = Duration.ofSeconds(10);
    private static final int HOUR = 360;
    private static final String BY = "bench";

    @Param({"100000", "10000000"})
    private int held;

    private ConfigurableApplicationContext app;
    private CaptureIntake intake;
    private CaptureProcessing processing;
    private Memory memory;
    private long mission;

    @Setup
    public void first() {
        app = BenchApplication.start();
        intake = app.getBean(CaptureIntake.class);
        processing = app.getBean(CaptureProcessing.class);
        Instant start = BenchApplication.yearsAgo(app);
        memory = new Memory("QL-VISITED-" + held, start, held);
        mission = BenchApplication.mission(app, memory.serial, memory.plan(), start);
        // pages are committed one by one where they come over a link; here all at once, as they are not what is
        // measured
        app.getBean(TransactionTemplate.class)
                .executeWithoutResult(t -> intake.take(mission, memory, BY, (done, total) -> {}));
        processing.settle(mission, true, BY, step -> {});
    }

    @Benchmark
    public String visit() {
        memory.records += HOUR;
        intake.take(mission, memory, BY, (done, total) -> {});
        return processing.settle(mission, true, BY, step -> {});
    }

    @TearDown
    public void end() {
        app.close();
    }

    /** What the logger holds: a day's swing, and an hour too warm every fortnight. */
    private static final class Memory implements CaptureIntake.Source {

        private static final int A_PAGE = MissionPage.recordsPerPage(1, false);

        private final String serial;
        private final Instant start;
        private long records;

        Memory(String serial, Instant start, long records) {
            this.serial = serial;
            this.start = start;
            this.records = records;
        }

        Plan plan() {
            return new Plan(
                    "alder-t1",
                    "BENCH",
                    INTERVAL,
                    new StartCondition.Now(),
                    new StopCondition.Wrap(),
                    List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null)));
        }

        @Override
        public MissionInfo info() {
            return new MissionInfo(
                    1,
                    LoggerState.LOGGING,
                    0,
                    records,
                    List.of(new MissionInfo.Pages(0, (records + A_PAGE - 1) / A_PAGE)));
        }

        @Override
        public byte[] header() {
            return new MissionHeader(serial, 1, plan(), start, start, List.of()).encode();
        }

        @Override
        public UnitReading clock() {
            return new UnitReading(
                    start.plus(INTERVAL.multipliedBy(records)), Duration.ofMillis(records / 1000), 900, false);
        }

        @Override
        public byte[] page(long number) {
            long first = number * A_PAGE;
            int[] counts = new int[(int) Math.min(A_PAGE, records - first)];
            for (int i = 0; i < counts.length; i++) {
                long at = first + i;
                double noise = (at * 2_654_435_761L >>> 16 & 0xff) / 512.0;
                double warm = at % 120_960 < 720 ? 8 : 0;
                counts[i] = (int) Math.round(20 * (8 + 2 * Math.sin(at * 2 * Math.PI / 8_640) + noise + warm));
            }
            return new MissionPage(1, number, first, 1, false, counts).encode();
        }

        @Override
        public Map<PageTable, Long> oldest() {
            return Map.of(PageTable.RECORDS, 0L);
        }

        @Override
        public Map<Long, Integer> rereads() {
            return Map.of();
        }
    }
}
