package org.pelerin.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.BlockCodec;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Statistics;

/** A mission of ten million samples: drawn, judged, reckoned; and the block codec both ways. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 1)
@Measurement(iterations = 4, time = 1)
@Fork(value = 1, jvmArgs = "-Xmx2g")
public class SeriesBenchmark {

    private static final int SAMPLES = 10_000_000;
    private static final int COLUMNS = 900;
    private static final Resolution STEP = Resolution.of(1, 20);

    private Series series;
    private Limits limits;
    private double[] block;
    private byte[] encoded;

    @Setup
    public void make() {
        Random random = new Random(1);
        double[] values = new double[SAMPLES];
        for (int i = 0; i < SAMPLES; i++) {
            double daily = Math.sin(i / 13_750.0);
            boolean outing = i % 1_000_000 > 999_000;
            values[i] = STEP.value(Math.round(240 + 10 * daily + random.nextGaussian() * 2 + (outing ? 80 : 0)));
        }
        TimeAxis axis = TimeAxis.of(Instant.EPOCH, Duration.ofSeconds(2), SAMPLES);
        series = Series.of(Channel.of("Air", "°C"), axis, values, STEP);
        limits = new Limits(
                "bench",
                List.of(Rule.of("band", "Air", new Bound.Outside(10, 14), Lasting.delay(Duration.ofMinutes(10)))));
        block = series.values(0, Block.CAPACITY);
        encoded = BlockCodec.encode(block, block.length, STEP);
    }

    @Benchmark
    public Envelope envelopeOfAll() {
        return Envelope.of(series, 0, SAMPLES, COLUMNS);
    }

    @Benchmark
    public Envelope envelopeOfATenth() {
        return Envelope.of(series, 4_000_123, 5_000_123, COLUMNS);
    }

    @Benchmark
    public Judgement judge() {
        return Judge.judge(JudgedRecord.of(List.of(series)), limits);
    }

    @Benchmark
    public Statistics statistics() {
        return Statistics.of(series, null);
    }

    @Benchmark
    public byte[] encodeBlock() {
        return BlockCodec.encode(block, block.length, STEP);
    }

    @Benchmark
    public double[] decodeBlock() {
        return BlockCodec.decode(encoded, block.length);
    }
}
