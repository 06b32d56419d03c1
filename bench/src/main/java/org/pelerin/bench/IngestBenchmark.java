package org.pelerin.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;
import org.springframework.context.ConfigurableApplicationContext;

/** Ten million decoded values of one channel, to blocks and summaries that are committed; what was there before is replaced. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 4)
@Measurement(iterations = 8)
@Fork(value = 1, jvmArgs = "-Xmx3g")
public class IngestBenchmark {

    private static final int SAMPLES = 10_000_000;
    private static final Duration INTERVAL = Duration.ofSeconds(10);

    private ConfigurableApplicationContext app;
    private SeriesWriter writer;
    private long mission;
    private SeriesPart part;

    @Setup
    public void make() {
        app = BenchApplication.start();
        writer = app.getBean(SeriesWriter.class);
        Instant start = BenchApplication.yearsAgo(app);
        Plan plan = new Plan(
                "alder-t1",
                "BENCH",
                INTERVAL,
                new StartCondition.Now(),
                new StopCondition.Wrap(),
                List.of(new ChannelSettings(true, "Air", null, null)));
        mission = BenchApplication.mission(app, "QL-INGEST", plan, start);
        double[] values = IntStream.range(0, SAMPLES)
                .mapToDouble(i -> Math.round(
                                80 + 20 * Math.sin(i * 2 * Math.PI / 8_640) + (i * 2_654_435_761L >>> 16 & 0xff) / 51.2)
                        / 10.0)
                .toArray();
        part = new SeriesPart(
                Channel.of("Air", "°C"), 0, TimeAxis.of(start, INTERVAL, SAMPLES), values, Resolution.of(1, 10));
    }

    @Benchmark
    public boolean store() {
        return writer.store(mission, List.of(part));
    }

    @TearDown
    public void end() {
        app.close();
    }
}
