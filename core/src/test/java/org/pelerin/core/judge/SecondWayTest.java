package org.pelerin.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.plainfile.PlainFile;
import org.pelerin.core.record.Coverage;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.Statistics;
import org.threeten.extra.Interval;

/** Random records against {@link NaiveJudge}: gaps, exclusions, irregular instants, events, days on which the clock changes. */
class SecondWayTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    /** East and west of Greenwich, and where midnight is at half past nine. */
    private static final List<ZoneId> ZONES =
            List.of(PARIS, ZoneId.of("America/Los_Angeles"), ZoneId.of("Pacific/Marquesas"));
    /** In Paris the clocks go forward on 29 March and back on 25 October, in Los Angeles forward on 8 March. */
    private static final List<String> STARTS =
            List.of("2026-03-28T20:00:00Z", "2026-10-24T19:30:00Z", "2026-07-01T00:00:00Z", "2026-03-08T03:10:00Z");

    /** A random record in both forms. */
    private record Case(
            JudgedRecord record,
            List<List<NaiveJudge.Piece>> stretches,
            long from,
            long to,
            List<long[]> notPart,
            long anchor) {}

    /** Where blocks begin: with the judged time that is given, else with the first row that has a value and is judged. */
    @SafeVarargs
    private static long anchor(boolean period, long from, long[] t, double[] v, List<long[]>... left) {
        for (int i = 0; !period && i < t.length; i++) {
            boolean counts = !Double.isNaN(v[i]);
            for (List<long[]> all : left) {
                for (long[] x : all) {
                    counts &= t[i] < x[0] || t[i] >= x[1];
                }
            }
            if (counts) {
                return t[i];
            }
        }
        return from;
    }

    private static Case random(Random random, boolean exclusions) throws IOException {
        return random(random, exclusions, 30 + random.nextInt(200), false);
    }

    /** @param fine whether hardly a value comes twice */
    private static Case random(Random random, boolean exclusions, int n, boolean fine) throws IOException {
        boolean events = random.nextInt(4) == 0;
        boolean irregular = random.nextInt(3) == 0;
        long[] t = new long[n];
        double[] v = new double[n];
        long at = Instant.parse(STARTS.get(random.nextInt(STARTS.size()))).toEpochMilli();
        int value = 120;
        for (int i = 0; i < n; i++) {
            t[i] = at;
            value += random.nextInt(7) - 3 + (value > 130 ? -2 : value < 110 ? 2 : 0);
            v[i] = !events && random.nextInt(25) == 0
                    ? Double.NaN
                    : value / 10.0 + (fine ? random.nextInt(100_000_000) * 1e-10 : 0);
            long step = events ? 60_000L * (1 + random.nextInt(90)) : 600_000;
            step += irregular ? 1000L * (random.nextInt(240) - 120) : 0;
            step += random.nextInt(30) == 0 ? 600_000L * random.nextInt(12) : 0;
            at += Math.max(1000, step);
        }
        long recordEnd = at;
        Series series = events
                ? Series.of(
                        Channel.of("Air", "°C"),
                        ListedAxis.events(t, Instant.ofEpochMilli(recordEnd), ClockCorrection.NONE),
                        v,
                        null)
                : read(t, v);
        long interval = median(t);
        long end = events ? recordEnd : t[n - 1] + interval;
        boolean period = random.nextBoolean();
        long from = period ? t[0] + (random.nextInt(200) - 60) * 60_000L : t[0];
        long to = period ? end + (random.nextInt(200) - 140) * 60_000L : end;
        List<long[]> notPart = new ArrayList<>();
        List<long[]> notValid = new ArrayList<>();
        List<Exclusion> excluded = new ArrayList<>();
        for (int i = exclusions ? random.nextInt(3) : 0; i > 0; i--) {
            long begin = from + (long) (random.nextDouble() * (to - from));
            long[] x = {begin, begin + 60_000L * (1 + random.nextInt(300))};
            boolean valid = random.nextBoolean();
            (valid ? notPart : notValid).add(x);
            excluded.add(new Exclusion(
                    Interval.of(Instant.ofEpochMilli(x[0]), Instant.ofEpochMilli(x[1])),
                    valid ? Exclusion.Kind.NOT_PART : Exclusion.Kind.NOT_VALID));
        }
        JudgedRecord record = JudgedRecord.of(
                List.of(series),
                period ? Interval.of(Instant.ofEpochMilli(from), Instant.ofEpochMilli(to)) : null,
                excluded);
        return new Case(
                record,
                NaiveJudge.stretches(t, v, interval, events, recordEnd, from, to, notPart, notValid),
                from,
                to,
                notPart,
                anchor(period, from, t, v, notPart, notValid));
    }

    private static Series read(long[] t, double[] v) throws IOException {
        StringBuilder text = new StringBuilder("time,Air (°C)\n");
        for (int i = 0; i < t.length; i++) {
            text.append(Instant.ofEpochMilli(t[i]))
                    .append(',')
                    .append(Double.isNaN(v[i]) ? "" : v[i])
                    .append('\n');
        }
        return PlainFile.read(
                        new ByteArrayInputStream(text.toString().getBytes(StandardCharsets.UTF_8)), null, read -> {})
                .get(0);
    }

    private static long median(long[] t) {
        long[] spacing = new long[t.length - 1];
        for (int i = 0; i < spacing.length; i++) {
            spacing[i] = t[i + 1] - t[i];
        }
        Arrays.sort(spacing);
        int m = spacing.length / 2;
        return spacing.length % 2 == 1 ? spacing[m] : (spacing[m - 1] + spacing[m]) / 2;
    }

    private static Rule rule(Random random) {
        Bound bound = switch (random.nextInt(3)) {
            case 0 -> new Bound.Above(12.2);
            case 1 -> new Bound.Below(11.8);
            default -> new Bound.Outside(11.7, 12.4);
        };
        Lasting lasting = switch (random.nextInt(4)) {
            case 0 -> Lasting.ANY;
            case 1 -> Lasting.delay(Duration.ofMinutes(random.nextInt(60)));
            case 2 -> Lasting.samples(1 + random.nextInt(4));
            default -> Lasting.allowance(Duration.ofMinutes(random.nextInt(600)));
        };
        return Rule.of("r", "Air", bound, lasting)
                .withClearance(random.nextInt(3) == 0 ? random.nextInt(4) / 10.0 : 0)
                .withBridge(random.nextBoolean() ? Rule.DEFAULT_BRIDGE : Duration.ofMinutes(random.nextInt(90)));
    }

    @Test
    void runs_are_those_of_the_plain_reading_of_the_rules() throws IOException {
        int found = 0;
        for (int seed = 0; seed < 3000; seed++) {
            Random random = new Random(seed);
            Case c = random(random, true);
            Rule rule = rule(random);
            List<NaiveJudge.Found> expected = NaiveJudge.judge(rule, c.stretches);
            List<ValueExcursion> got =
                    Judge.judge(c.record, new Limits("x", List.of(rule))).ofValues();
            assertThat(got).as("seed " + seed + " " + rule).hasSameSizeAs(expected);
            for (int i = 0; i < got.size(); i++) {
                same(seed, got.get(i), expected.get(i));
            }
            found += got.size();
        }
        assertThat(found).isGreaterThan(5000);
    }

    /** Records are stored in blocks of 4 096, and 65 536 different values are counted one by one before they are read again. */
    @ParameterizedTest
    @CsvSource({"4095,false", "4096,false", "4097,true", "8193,false", "12289,true", "66000,true", "132000,true"})
    void long_records_are_judged_and_summed_up_across_their_blocks(int n, boolean fine) throws IOException {
        for (int seed = 0; seed < (n > 60_000 ? 2 : 12); seed++) {
            Random random = new Random(1000L * n + seed);
            Case c = random(random, true, n, fine);
            Rule rule = rule(random);
            List<NaiveJudge.Found> expected = NaiveJudge.judge(rule, c.stretches);
            List<ValueExcursion> got =
                    Judge.judge(c.record, new Limits("x", List.of(rule))).ofValues();
            assertThat(got).as(n + ", seed " + seed + " " + rule).hasSameSizeAs(expected);
            for (int i = 0; i < got.size(); i++) {
                same(seed, got.get(i), expected.get(i));
            }
            summed(seed, c);
        }
    }

    private static void same(int seed, ValueExcursion got, NaiveJudge.Found expected) {
        assertThat(List.of(
                        got.direction(),
                        got.span().getStart().toEpochMilli(),
                        got.span().getEnd().toEpochMilli(),
                        got.unobserved().toMillis(),
                        got.samples(),
                        got.alarmAt().toEpochMilli(),
                        got.peak(),
                        got.peakAt().toEpochMilli(),
                        got.openAtStart(),
                        got.openAtEnd(),
                        got.pieces().size()))
                .as("seed " + seed)
                .isEqualTo(List.of(
                        expected.direction(),
                        expected.start(),
                        expected.end(),
                        expected.unobserved(),
                        expected.samples(),
                        expected.alarm(),
                        expected.peak(),
                        expected.peakAt(),
                        expected.openAtStart(),
                        expected.openAtEnd(),
                        expected.pieces().size()));
        assertThat(got.area()).as("area of seed " + seed).isCloseTo(expected.area(), within(1e-9));
        if (!Double.isNaN(expected.mean())) {
            assertThat(got.mean()).as("mean of seed " + seed).isCloseTo(expected.mean(), within(1e-9));
        }
    }

    @Test
    void coverage_and_statistics_are_sums_over_the_pieces() throws IOException {
        for (int seed = 0; seed < 2000; seed++) {
            summed(seed, random(new Random(seed), true));
        }
    }

    private static void summed(int seed, Case c) {
        List<NaiveJudge.Piece> all = c.stretches.stream().flatMap(List::stream).toList();
        List<NaiveJudge.Piece> valid =
                all.stream().filter(NaiveJudge.Piece::valid).toList();
        double time = valid.stream().mapToLong(NaiveJudge.Piece::length).sum();
        double missing = all.stream()
                .filter(p -> !p.valid())
                .mapToLong(NaiveJudge.Piece::length)
                .sum();
        Coverage coverage = Coverage.of(c.record.sources().get(0));
        assertThat(coverage.percent())
                .as("seed " + seed)
                .isCloseTo(time + missing == 0 ? 0 : 100 * time / (time + missing), within(1e-9));
        Statistics s = Statistics.of(c.record.sources().get(0), null);
        assertThat(s.count()).as("seed " + seed).isEqualTo(valid.size());
        if (valid.size() > 1 && !c.record.sources().get(0).events()) {
            double[] sorted =
                    valid.stream().mapToDouble(NaiveJudge.Piece::value).sorted().toArray();
            double plain = Arrays.stream(sorted).average().orElseThrow();
            double squares =
                    Arrays.stream(sorted).map(x -> (x - plain) * (x - plain)).sum();
            assertThat(s.sd()).isCloseTo(Math.sqrt(squares / (sorted.length - 1)), within(1e-9));
            double rank = 0.9 * (sorted.length - 1);
            int below = (int) rank;
            double above = sorted[Math.min(below + 1, sorted.length - 1)];
            assertThat(s.quantiles().p90())
                    .isCloseTo(sorted[below] + (rank - below) * (above - sorted[below]), within(1e-9));
            assertThat(s.mean())
                    .isCloseTo(
                            valid.stream()
                                            .mapToDouble(p -> p.value() * p.length())
                                            .sum()
                                    / time,
                            within(1e-9));
        }
    }

    @Test
    void blocks_are_integrals_between_the_edges_that_the_clock_shows() throws IOException {
        int compared = 0;
        for (int seed = 0; seed < 1500; seed++) {
            Random random = new Random(seed);
            Case c = random(random, random.nextBoolean());
            int minutes = List.of(30, 60, 120, 180, 360, 720, 1440).get(random.nextInt(7));
            boolean clock = random.nextBoolean();
            ZoneId zone = ZONES.get(random.nextInt(ZONES.size()));
            boolean mean = random.nextBoolean();
            double coverage = mean ? 75 : 100;
            Basis.Blocks blocks = new Basis.Blocks(
                    Duration.ofMinutes(minutes),
                    clock ? Basis.Anchor.CLOCK : Basis.Anchor.START,
                    clock ? zone : null,
                    coverage);
            Basis basis = mean ? new Basis.BlockMean(blocks) : new Basis.Total(blocks, Duration.ofHours(1));
            // everything is out: each block that can be judged is told
            Rule rule = Rule.of("r", "Air", new Bound.Above(-1e9), Lasting.ANY)
                    .on(basis)
                    .withBridge(Duration.ZERO);
            List<Long> edges = edges(c, minutes, clock ? zone : null);
            List<long[]> expected = new ArrayList<>();
            double observed = 0;
            for (int i = 0; i + 1 < edges.size(); i++) {
                long left = edges.get(i + 1) - edges.get(i);
                List<long[]> pieces = pieces(edges.get(i), edges.get(i + 1), c.notPart);
                left = pieces.stream().mapToLong(p -> p[1] - p[0]).sum();
                double[] integral = NaiveJudge.integral(c.stretches, edges.get(i), edges.get(i + 1));
                // a total that is out is told however little of it is there
                if (integral[0] > 0 && (!mean || integral[0] * 100 >= coverage * left)) {
                    expected.addAll(pieces);
                    observed += mean ? integral[1] / integral[0] * left : integral[1] / 3_600_000.0;
                }
            }
            List<ValueExcursion> got =
                    Judge.judge(c.record, new Limits("x", List.of(rule))).ofValues();
            long told = got.stream().mapToLong(e -> e.duration().toMillis()).sum();
            assertThat(told)
                    .as("seed " + seed + " " + basis)
                    .isEqualTo(expected.stream().mapToLong(p -> p[1] - p[0]).sum());
            if (mean) {
                double sum = got.stream()
                        .mapToDouble(e -> e.mean() * e.duration().toMillis())
                        .sum();
                assertThat(sum).as("seed " + seed).isCloseTo(observed, within(Math.abs(observed) * 1e-9 + 1e-6));
            }
            compared += expected.size();
        }
        assertThat(compared).isGreaterThan(3000);
    }

    /** @param zone null for blocks that begin with the record */
    private static List<Long> edges(Case c, int minutes, ZoneId zone) {
        if (zone != null) {
            return NaiveJudge.clockEdges(c.from - 172_800_000L, c.to + 172_800_000L, minutes, zone);
        }
        long first = c.anchor;
        List<Long> out = new ArrayList<>();
        for (long t = first; t < c.to + minutes * 60_000L; t += minutes * 60_000L) {
            out.add(t);
        }
        // time before the first row, where a value can hold in
        for (long t = first - minutes * 60_000L; t > c.from - minutes * 60_000L; t -= minutes * 60_000L) {
            out.add(0, t);
        }
        return out;
    }

    private static List<long[]> pieces(long from, long to, List<long[]> notPart) {
        List<long[]> left = new ArrayList<>(List.of(new long[] {from, to}));
        for (long[] x : notPart) {
            List<long[]> next = new ArrayList<>();
            for (long[] s : left) {
                if (Math.min(s[1], x[0]) > s[0]) {
                    next.add(new long[] {s[0], Math.min(s[1], x[0])});
                }
                if (s[1] > Math.max(s[0], x[1])) {
                    next.add(new long[] {Math.max(s[0], x[1]), s[1]});
                }
            }
            left = next;
        }
        return left;
    }

    @Test
    void a_dose_is_summed_shift_by_shift() throws IOException {
        int told = 0;
        for (int seed = 0; seed < 600; seed++) {
            Random random = new Random(seed);
            Case c = random(random, random.nextBoolean());
            LocalTime begin = LocalTime.of(random.nextInt(24), random.nextBoolean() ? 0 : 30);
            LocalTime end = begin.plusMinutes(60 * (2L + random.nextInt(10)));
            // away from the hours that are skipped or come twice
            if (begin.getHour() >= 2 && begin.getHour() < 3 || end.getHour() >= 2 && end.getHour() < 3) {
                continue;
            }
            Set<DayOfWeek> days = random.nextBoolean() ? Set.of(DayOfWeek.values()) : Set.of(DayOfWeek.SUNDAY);
            Basis.Dose dose =
                    new Basis.Dose(11, 3, Double.NEGATIVE_INFINITY, begin, end, days, PARIS, Basis.MEAN_COVERAGE);
            Rule rule = Rule.of("d", "Air", new Bound.Above(0), Lasting.ANY).on(dose);
            List<Double> expected = new ArrayList<>();
            for (long[] shift : NaiveJudge.shifts(c.from, c.to, begin, end, days, PARIS)) {
                double sum = 0;
                for (List<NaiveJudge.Piece> s : c.stretches) {
                    for (NaiveJudge.Piece p : s) {
                        double hours = (Math.min(shift[1], p.to()) - Math.max(shift[0], p.from())) / 3_600_000.0;
                        sum += p.valid() && hours > 0 ? hours * Math.pow(2, (p.value() - 11) / 3) : 0;
                    }
                }
                if (sum > 0) {
                    // in as many pieces as the exclusions leave of it
                    pieces(shift[0], shift[1], c.notPart).forEach(x -> expected.add(0.0));
                    double all = 12.5 * sum;
                    for (int i = expected.size()
                                    - pieces(shift[0], shift[1], c.notPart).size();
                            i < expected.size();
                            i++) {
                        expected.set(i, all);
                    }
                }
            }
            List<ValueExcursion> got =
                    Judge.judge(c.record, new Limits("x", List.of(rule))).ofValues();
            assertThat(got).as("seed " + seed).hasSameSizeAs(expected);
            for (int i = 0; i < got.size(); i++) {
                assertThat(got.get(i).peak()).as("seed " + seed).isCloseTo(expected.get(i), within(1e-6));
            }
            told += got.size();
        }
        assertThat(told).isGreaterThan(300);
    }
}
