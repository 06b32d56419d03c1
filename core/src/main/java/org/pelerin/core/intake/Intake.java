package org.pelerin.core.intake;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.BlockCodec;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Mean;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;

/**
 * Takes in the rows of a file one after the other and makes series of them.
 *
 * <p>Memory: 12 bytes a row for its instant and line, and the values encoded as they come, about one to three bytes each; making the
 * series takes one channel in the clear at a time, 8 bytes a row. Sorting takes 8 bytes a row more. Not for several threads.
 *
 * <p>The interval is the median spacing of the rows. Where two rows are more than 1.5 intervals apart, a missing value begins one
 * interval after the first of them. Rows on a grid make an even axis, all others a listed one.
 */
public final class Intake {

    /** More troubles than this mean that the layout is wrong, not the file. */
    public static final int MOST_TROUBLES = 10_000;

    private static final int LISTED = 100;
    /** Missing values that a grid may be filled up with, beyond as many as there are rows. */
    private static final long SPARE = 100_000;

    /** There are more troubles than {@link #MOST_TROUBLES}. */
    public static final class TooManyTroublesException extends RuntimeException {
        private final transient List<Trouble> troubles;

        TooManyTroublesException(List<Trouble> troubles) {
            super(CoreTexts.say("core.intake.intake.moreThanRowsOrCells", "mostTroubles", MOST_TROUBLES));
            this.troubles = troubles.subList(0, Math.min(LISTED, troubles.size()));
        }

        /** The first of them. */
        public List<Trouble> first() {
            return troubles;
        }
    }

    private final RowReader reader;
    private final List<Layout.Column> columns;
    private final List<Trouble> troubles = new ArrayList<>();
    private final Column[] values;
    private long[] instants = new long[Block.CAPACITY];
    private int[] lines = new int[Block.CAPACITY];
    private int count;
    private long rows;
    private long missing;
    private long disorder;
    private final List<Long> firstDisorder = new ArrayList<>();

    public Intake(Layout layout) {
        reader = new RowReader(layout);
        columns = layout.values();
        values = new Column[reader.count()];
        for (int i = 0; i < values.length; i++) {
            values[i] = new Column();
        }
    }

    /** Values of one column as they come: full blocks are encoded at once. */
    private static final class Column {
        private final List<byte[]> full = new ArrayList<>();
        private final double[] open = new double[Block.CAPACITY];
        private int held;

        void add(double v, int decimals) {
            open[held++] = v;
            if (held == Block.CAPACITY) {
                full.add(BlockCodec.encode(open, held, resolution(decimals)));
                held = 0;
            }
        }

        double[] all() {
            double[] out = new double[full.size() * Block.CAPACITY + held];
            for (int b = 0; b < full.size(); b++) {
                System.arraycopy(
                        BlockCodec.decode(full.get(b), Block.CAPACITY), 0, out, b * Block.CAPACITY, Block.CAPACITY);
            }
            System.arraycopy(open, 0, out, full.size() * Block.CAPACITY, held);
            return out;
        }
    }

    /**
     * Takes in a row; what cannot be read of it is noted.
     *
     * @param line of the file, from 1
     * @throws TooManyTroublesException if that makes too many
     */
    public void add(long line, List<String> cells) {
        if (RowReader.blank(cells)) {
            return;
        }
        rows++;
        long millis;
        try {
            millis = reader.millis(cells);
        } catch (UnreadableException e) {
            trouble(new Trouble(line, "", e.getMessage()));
            return;
        }
        if (count == instants.length) {
            int larger = Math.toIntExact(Math.min(Integer.MAX_VALUE - 8L, count + (long) count / 2));
            instants = Arrays.copyOf(instants, larger);
            lines = Arrays.copyOf(lines, larger);
        }
        if (count > 0 && millis < instants[count - 1]) {
            disorder++;
            list(firstDisorder, line);
        }
        instants[count] = millis;
        lines[count] = (int) line;
        count++;
        for (int i = 0; i < values.length; i++) {
            double v = Double.NaN;
            try {
                v = reader.value(cells, i);
                if (Double.isNaN(v)) {
                    missing++;
                }
            } catch (UnreadableException e) {
                trouble(new Trouble(line, reader.name(i), e.getMessage()));
            }
            values[i].add(v, reader.decimals(i));
        }
    }

    private void trouble(Trouble t) {
        troubles.add(t);
        if (troubles.size() > MOST_TROUBLES) {
            throw new TooManyTroublesException(troubles);
        }
    }

    private static void list(List<Long> lines, long line) {
        if (lines.size() < LISTED) {
            lines.add(line);
        }
    }

    private static Resolution resolution(int decimals) {
        return Resolution.of(1, (int) Math.pow(10, decimals));
    }

    /** What has been found so far. */
    public FileSummary findings() {
        int[] order = order();
        long duplicates = 0;
        long differing = 0;
        List<Integer> repeated = new ArrayList<>();
        for (int i = 1; i < count; i++) {
            if (instants[at(order, i)] == instants[at(order, i - 1)]) {
                duplicates++;
                if (repeated.size() < LISTED) {
                    repeated.add(i);
                }
            }
        }
        if (duplicates > 0) {
            differing = differing(order);
        }
        List<Long> firstDuplicates =
                repeated.stream().map(i -> (long) lines[at(order, i)]).toList();
        long[] distinct = distinct(order);
        Duration interval = interval(distinct);
        long gaps = 0;
        for (int i = 1; i < distinct.length; i++) {
            gaps += apart(distinct[i - 1], distinct[i], interval.toMillis()) ? 1 : 0;
        }
        return new FileSummary(
                rows,
                count,
                troubles,
                missing,
                count == 0 ? null : Instant.ofEpochMilli(distinct[0]),
                count == 0 ? null : Instant.ofEpochMilli(distinct[distinct.length - 1]),
                interval,
                duplicates,
                differing,
                firstDuplicates,
                disorder,
                firstDisorder,
                gaps);
    }

    /** Whether more than 1.5 intervals lie between two instants. */
    private static boolean apart(long a, long b, long interval) {
        return 2 * (b - a) > 3 * interval;
    }

    /** Rows whose values differ from those of the first row of their instant. */
    private long differing(int[] order) {
        boolean[] differs = new boolean[count];
        for (Column c : values) {
            double[] all = c.all();
            int first = 0;
            for (int i = 1; i < count; i++) {
                if (instants[at(order, i)] != instants[at(order, first)]) {
                    first = i;
                } else if (Double.compare(all[at(order, i)], all[at(order, first)]) != 0) {
                    differs[i] = true;
                }
            }
        }
        long out = 0;
        for (boolean d : differs) {
            out += d ? 1 : 0;
        }
        return out;
    }

    /** The rows by their instants, those of one instant as in the file; null where they are in order already. */
    private int[] order() {
        return disorder == 0 ? null : Sorted.order(instants, count);
    }

    private static int at(int[] order, int i) {
        return order == null ? i : order[i];
    }

    private long[] distinct(int[] order) {
        long[] out = new long[count];
        int n = 0;
        for (int i = 0; i < count; i++) {
            long t = instants[at(order, i)];
            if (n == 0 || out[n - 1] != t) {
                out[n++] = t;
            }
        }
        return n == count ? out : Arrays.copyOf(out, n);
    }

    /** Median spacing; null for fewer than two instants. */
    private static Duration interval(long[] distinct) {
        if (distinct.length < 2) {
            return null;
        }
        long[] spacings = new long[distinct.length - 1];
        for (int i = 0; i < spacings.length; i++) {
            spacings[i] = distinct[i + 1] - distinct[i];
        }
        Arrays.sort(spacings);
        int middle = spacings.length / 2;
        long median = spacings.length % 2 == 1 ? spacings[middle] : (spacings[middle - 1] + spacings[middle]) / 2;
        return Duration.ofMillis(Math.max(1, median));
    }

    /**
     * The series, one a column of values, all on one axis.
     *
     * @param merge what is done with rows of the same instant
     * @throws IllegalStateException if there are fewer than two rows, or duplicates and {@code merge} is none
     */
    public List<Series> series(Merge merge) {
        int[] order = order();
        long[] distinct = distinct(order);
        if (distinct.length < 2) {
            throw new IllegalStateException("A record needs two rows with different instants");
        }
        if (distinct.length < count && merge == Merge.NONE) {
            throw new IllegalStateException("Some instants come more than once");
        }
        Duration interval = interval(distinct);
        Grid grid = Grid.of(distinct, interval.toMillis());
        List<Series> out = new ArrayList<>();
        for (int i = 0; i < values.length; i++) {
            double[] merged = merged(
                    values[i].all(),
                    order,
                    distinct.length,
                    merge,
                    columns.get(i).unit());
            Layout.Column c = columns.get(i);
            // a mean of two is no whole number of steps of the file's last decimal
            Resolution resolution = merge == Merge.MEAN ? null : resolution(reader.decimals(i));
            out.add(Series.of(Channel.of(c.name(), c.unit()), grid.axis, grid.spread(merged), resolution));
        }
        return out;
    }

    private double[] merged(double[] all, int[] order, int distinct, Merge merge, String unit) {
        double[] out = new double[distinct];
        int n = 0;
        for (int from = 0; from < count; ) {
            int to = from + 1;
            while (to < count && instants[at(order, to)] == instants[at(order, from)]) {
                to++;
            }
            out[n++] = switch (merge) {
                case MEAN -> mean(all, order, from, to, unit);
                case LAST -> all[at(order, to - 1)];
                case FIRST, NONE -> all[at(order, from)];
            };
            from = to;
        }
        return out;
    }

    /** Of the values that are there; missing if none is. A value that stands alone stays as it is. */
    private static double mean(double[] all, int[] order, int from, int to, String unit) {
        Mean mean = Mean.forUnit(Unit.of(unit));
        int n = 0;
        double only = Double.NaN;
        for (int i = from; i < to; i++) {
            double v = all[at(order, i)];
            if (!Double.isNaN(v)) {
                mean.add(v, 1);
                only = v;
                n++;
            }
        }
        return n < 2 ? only : SignificantDigits.rounded(mean.value());
    }

    /** Where the rows go on the axis, with room for what is missing between them. */
    private record Grid(TimeAxis axis, int[] places, int size) {

        static Grid of(long[] t, long interval) {
            Grid even = even(t, interval);
            return even != null ? even : listed(t, interval);
        }

        /** Null where the rows lie on no grid of the interval, or too far apart to fill it. */
        private static Grid even(long[] t, long interval) {
            long size = (t[t.length - 1] - t[0]) / interval + 1;
            if (size > 2L * t.length + SPARE || size > Integer.MAX_VALUE - 8) {
                return null;
            }
            int[] places = new int[t.length];
            for (int i = 0; i < t.length; i++) {
                if ((t[i] - t[0]) % interval != 0) {
                    return null;
                }
                places[i] = (int) ((t[i] - t[0]) / interval);
            }
            return new Grid(
                    TimeAxis.of(Instant.ofEpochMilli(t[0]), Duration.ofMillis(interval), size), places, (int) size);
        }

        private static Grid listed(long[] t, long interval) {
            int size = t.length;
            for (int i = 1; i < t.length; i++) {
                size += apart(t[i - 1], t[i], interval) ? 1 : 0;
            }
            long[] own = new long[size];
            int[] places = new int[t.length];
            int n = 0;
            for (int i = 0; i < t.length; i++) {
                if (i > 0 && apart(t[i - 1], t[i], interval)) {
                    own[n++] = t[i - 1] + interval;
                }
                places[i] = n;
                own[n++] = t[i];
            }
            return new Grid(ListedAxis.rows(own, Duration.ofMillis(interval)), places, size);
        }

        double[] spread(double[] values) {
            if (values.length == size) {
                return values;
            }
            double[] out = new double[size];
            Arrays.fill(out, Double.NaN);
            for (int i = 0; i < values.length; i++) {
                out[places[i]] = values[i];
            }
            return out;
        }
    }
}
