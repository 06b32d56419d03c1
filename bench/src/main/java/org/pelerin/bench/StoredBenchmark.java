package org.pelerin.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.review.Chart;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Records in the database: a zoom into four channels, from the query to the points that the page is sent, whole, at a random stretch of
 * a random length, and so close that values are decoded; and the way in, from decoded values to committed blocks.
 */
@State(Scope.Benchmark)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 3)
@Measurement(iterations = 4, time = 3)
@Fork(value = 1, jvmArgs = "-Xmx6g")
public class StoredBenchmark {

    private static final int COLUMNS = 900;
    private static final int CHANNELS = 4;
    private static final Duration INTERVAL = Duration.ofSeconds(2);
    private static final int AT_ONCE = 5_000_000;

    private ConfigurableApplicationContext app;
    private Chart chart;
    private Mission mission;
    private Instant start;
    private final Random random = new Random(9);

    @Param({"100000", "1000000", "10000000", "100000000"})
    private int samples;

    @Setup(Level.Trial)
    public void store() {
        app = BenchApplication.start();
        start = BenchApplication.yearsAgo(app);
        Plan plan = new Plan(
                "alder-t1",
                "BENCH",
                INTERVAL,
                new StartCondition.Now(),
                new StopCondition.Wrap(),
                List.of(new ChannelSettings(true, "Air", null, null)));
        long id = BenchApplication.mission(app, "QL-" + samples + "-" + System.nanoTime() % 1_000_000, plan, start);
        SeriesWriter writer = app.getBean(SeriesWriter.class);
        for (int from = 0; from < samples; from += AT_ONCE) {
            writer.store(id, parts(from, Math.min(samples, from + AT_ONCE)));
        }
        mission = app.getBean(MissionQueries.class).find(id).orElseThrow();
        chart = app.getBean(Chart.class);
    }

    /** The clock was off, as clocks are. */
    private List<SeriesPart> parts(int from, int to) {
        ClockCorrection drift = new ClockCorrection(
                start,
                start.plus(INTERVAL.multipliedBy(samples)),
                INTERVAL.multipliedBy(samples).dividedBy(50_000));
        TimeAxis axis = TimeAxis.of(start.plus(INTERVAL.multipliedBy(from)), INTERVAL, to - from, drift);
        List<SeriesPart> out = new ArrayList<>();
        for (int channel = 0; channel < CHANNELS; channel++) {
            int c = channel;
            double[] values = IntStream.range(from, to)
                    .parallel()
                    .mapToDouble(i -> Math.round(80
                                    + 10 * c
                                    + 20 * Math.sin(i * 2 * Math.PI / 43_200)
                                    + (i * 2_654_435_761L >>> 16 & 0xff) / 51.2)
                            / 10.0)
                    .toArray();
            out.add(new SeriesPart(Channel.of("In " + c, "°C"), from, axis, values, Resolution.of(1, 10)));
        }
        return out;
    }

    private Chart.Window window(long from, long count) {
        long begin = start.toEpochMilli() + from * INTERVAL.toMillis();
        return chart.window(mission, begin, begin + count * INTERVAL.toMillis(), COLUMNS, ShownUnits.RECORDED);
    }

    @Benchmark
    @BenchmarkMode(Mode.SampleTime)
    public Chart.Window zoomToAll() {
        return window(0, samples);
    }

    /** From a hundred samples to all, each order of magnitude as often. */
    @Benchmark
    @BenchmarkMode(Mode.SampleTime)
    public Chart.Window zoomAnywhere() {
        long count = (long) (100 * Math.pow(samples / 100.0, random.nextDouble()));
        return window((long) (random.nextDouble() * (samples - count)), count);
    }

    /** As many samples as are decoded at the most. */
    @Benchmark
    @BenchmarkMode(Mode.SampleTime)
    public Chart.Window zoomToMostValues() {
        long count = Math.min(samples, 511L * COLUMNS);
        return window((long) (random.nextDouble() * (samples - count)), count);
    }

    @TearDown(Level.Trial)
    public void end() {
        app.close();
    }
}
