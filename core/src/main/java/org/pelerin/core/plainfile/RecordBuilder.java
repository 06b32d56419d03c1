package org.pelerin.core.plainfile;

import java.nio.ByteBuffer;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/**
 * Makes series of rows as they come. Values are kept in blocks from the start, one to two bytes each where they are few and eight where each is another; instants
 * that lie on a grid take no room, others 8 bytes each. What is more than a share of the memory lies in a temporary file ({@link Scratch}).
 *
 * <p>The nominal interval is the median spacing of the rows, whatever their cells hold. Where two rows are more than 1.5 intervals apart,
 * a missing value begins one interval after the first.
 */
final class RecordBuilder {

    /** Missing values that a grid may be filled up with, beyond as many as there are rows. */
    private static final long SPARE = 100_000;
    /** Different spacings that are counted; more are sorted. */
    private static final int SPACINGS = 1 << 16;

    private final List<Channel> channels;
    private final Scratch scratch;
    private final Column[] columns;
    private final Instants instants;
    private final Map<Long, Long> spacings = new HashMap<>();
    private long spacing;
    private long times;

    RecordBuilder(List<Channel> channels) {
        this(channels, new Scratch());
    }

    RecordBuilder(List<Channel> channels, Scratch scratch) {
        this.channels = channels;
        this.scratch = scratch;
        this.instants = new Instants(scratch);
        this.columns = new Column[channels.size()];
        Arrays.setAll(columns, c -> new Column(scratch));
    }

    /** Values of a channel, encoded block by block. */
    private static final class Column {
        private final List<Block> blocks = new ArrayList<>();
        private final double[] open = new double[Block.CAPACITY];
        private final Scratch scratch;
        private int held;
        private int decimals;

        Column(Scratch scratch) {
            this.scratch = scratch;
        }

        void add(double v) {
            open[held++] = v;
            if (held == Block.CAPACITY) {
                flush();
            }
        }

        void flush() {
            if (held > 0) {
                blocks.add(Block.atHand(
                                (long) blocks.size() * Block.CAPACITY,
                                open,
                                held,
                                decimals > 9 ? null : Resolution.of(1, (int) Math.pow(10, decimals)))
                        .put(scratch::put));
                held = 0;
            }
        }
    }

    /** Ascending instants: none kept as long as they are evenly spaced. */
    private static final class Instants {
        private final List<Supplier<byte[]>> whole = new ArrayList<>();
        private final Scratch scratch;
        private long[] open = new long[Block.CAPACITY];
        private long[] looked;
        private int lookedAt = -1;
        private boolean even = true;
        private long first;
        private long step;
        private long last;
        private long count;

        Instants(Scratch scratch) {
            this.scratch = scratch;
        }

        void add(long t) {
            if (count == 0) {
                first = t;
            } else if (count == 1) {
                step = t - first;
            } else if (even && t - last != step) {
                list();
            }
            if (!even) {
                put(t);
            }
            last = t;
            count++;
        }

        private void list() {
            even = false;
            long n = count;
            for (count = 0; count < n; count++) {
                put(first + count * step);
            }
        }

        private void put(long t) {
            int at = (int) (count % Block.CAPACITY);
            open[at] = t;
            if (at == Block.CAPACITY - 1) {
                ByteBuffer bytes = ByteBuffer.allocate(Block.CAPACITY * Long.BYTES);
                bytes.asLongBuffer().put(open);
                whole.add(scratch.put(bytes.array()));
            }
        }

        /** Fast where it is asked for in order. */
        long at(long i) {
            return even ? first + i * step : block((int) (i / Block.CAPACITY))[(int) (i % Block.CAPACITY)];
        }

        private long[] block(int b) {
            if (b == whole.size()) {
                return open;
            }
            if (b != lookedAt) {
                looked = read(whole.get(b));
                lookedAt = b;
            }
            return looked;
        }

        private static long[] read(Supplier<byte[]> stored) {
            long[] out = new long[Block.CAPACITY];
            ByteBuffer.wrap(stored.get()).asLongBuffer().get(out);
            return out;
        }

        /** Blocks from one to another, both inclusive, of exactly what there is; for any thread. */
        List<long[]> blocks(int from, int to) {
            int last = (int) (count % Block.CAPACITY);
            return IntStream.rangeClosed(from, to)
                    .mapToObj(b -> b == whole.size() ? Arrays.copyOf(open, last) : read(whole.get(b)))
                    .toList();
        }
    }

    /** @param firstLine of the file that the rows begin with */
    void add(Rows rows, long firstLine) {
        if (rows.count() > 0 && instants.count > 0 && rows.instant(0) <= instants.last) {
            throw Rows.order(rows.instant(0), instants.last, firstLine);
        }
        for (int r = 0; r < rows.count(); r++) {
            long t = rows.instant(r);
            if (instants.count > 0) {
                spaced(t - instants.last);
            }
            instants.add(t);
        }
        for (int c = 0; c < columns.length; c++) {
            Column column = columns[c];
            column.decimals = Math.max(column.decimals, rows.decimals(c));
            double[] values = rows.values(c);
            for (int r = 0; r < rows.count(); r++) {
                column.add(values[r]);
            }
        }
    }

    /** Spacings are counted, runs of the same one at once. */
    private void spaced(long now) {
        if (now == spacing) {
            times++;
            return;
        }
        counted();
        spacing = now;
        times = 1;
    }

    private void counted() {
        if (times > 0 && spacings.size() <= SPACINGS) {
            spacings.merge(spacing, times, Long::sum);
        }
    }

    long rows() {
        return instants.count;
    }

    /** @param nominal interval; null for the median spacing */
    List<Series> series(Duration nominal) {
        for (Column c : columns) {
            c.flush();
        }
        if (nominal == null && instants.count == 1) {
            return alone();
        }
        long interval = nominal != null ? nominal.toMillis() : median();
        if (instants.even && (instants.count < 2 || instants.step == interval)) {
            TimeAxis axis = TimeAxis.of(
                    Instant.ofEpochMilli(instants.first), Duration.ofMillis(Math.max(1, interval)), instants.count);
            List<Series> out = new ArrayList<>();
            for (int c = 0; c < columns.length; c++) {
                out.add(new Series(channels.get(c), axis, columns[c].blocks));
            }
            return out;
        }
        return spread(interval);
    }

    /** One row tells no interval: it stands for no time. */
    private List<Series> alone() {
        Instant at = Instant.ofEpochMilli(instants.first);
        List<long[]> only = List.of(new long[] {instants.first});
        TimeAxis axis =
                ListedAxis.rows(1, only.get(0), (from, to) -> only.subList(from, to + 1), Duration.ofMillis(1), at);
        List<Series> out = new ArrayList<>();
        for (int c = 0; c < columns.length; c++) {
            out.add(new Series(channels.get(c), axis, columns[c].blocks));
        }
        return out;
    }

    /** Of an even number the mean of the two in the middle; at least 1 ms. */
    private long median() {
        counted();
        times = 0;
        long n = instants.count - 1;
        if (n < 1) {
            return 1;
        }
        if (spacings.size() > SPACINGS) {
            long[] all = new long[Math.toIntExact(n)];
            for (int i = 0; i < n; i++) {
                all[i] = instants.at(i + 1L) - instants.at(i);
            }
            Arrays.sort(all);
            return middle(all[(int) ((n - 1) / 2)], all[(int) (n / 2)]);
        }
        long[] sorted =
                spacings.keySet().stream().mapToLong(Long::longValue).sorted().toArray();
        return middle(ranked(sorted, (n - 1) / 2), ranked(sorted, n / 2));
    }

    private static long middle(long a, long b) {
        return Math.max(1, a + (b - a) / 2);
    }

    private long ranked(long[] sorted, long rank) {
        long until = 0;
        for (long s : sorted) {
            until += spacings.get(s);
            if (rank < until) {
                return s;
            }
        }
        throw new IllegalStateException();
    }

    /** Puts missing values where rows are missing: all of them on a grid, the first of each gap elsewhere. */
    private List<Series> spread(long interval) {
        long first = instants.at(0);
        long size = (instants.last - first) / interval + 1;
        boolean grid = size <= 2 * instants.count + SPARE;
        for (long i = 1; grid && i < instants.count; i++) {
            grid = (instants.at(i) - first) % interval == 0;
        }
        Instants own = new Instants(scratch);
        own.even = grid;
        Column[] spread = new Column[columns.length];
        Arrays.setAll(spread, c -> new Column(scratch));
        double[][] values = new double[columns.length][];
        for (long i = 0; i < instants.count; i++) {
            int block = (int) (i / Block.CAPACITY);
            int at = (int) (i % Block.CAPACITY);
            if (at == 0) {
                for (int c = 0; c < columns.length; c++) {
                    values[c] = columns[c].blocks.set(block, null).values();
                    spread[c].decimals = columns[c].decimals;
                }
            }
            long t = instants.at(i);
            if (i > 0) {
                long before = instants.at(i - 1);
                if (grid) {
                    for (long m = (t - before) / interval; m > 1; m--) {
                        missing(spread);
                    }
                } else if (2 * (t - before) > 3 * interval) {
                    own.put(before + interval);
                    own.count++;
                    missing(spread);
                }
            }
            if (!grid) {
                own.put(t);
                own.count++;
            }
            for (int c = 0; c < columns.length; c++) {
                spread[c].add(values[c][at]);
            }
        }
        TimeAxis axis = grid
                ? TimeAxis.of(Instant.ofEpochMilli(first), Duration.ofMillis(interval), size)
                : listed(own, interval);
        List<Series> out = new ArrayList<>();
        for (int c = 0; c < columns.length; c++) {
            spread[c].flush();
            out.add(new Series(channels.get(c), axis, spread[c].blocks));
        }
        return out;
    }

    private static void missing(Column[] columns) {
        for (Column c : columns) {
            c.add(Double.NaN);
        }
    }

    private static TimeAxis listed(Instants own, long interval) {
        long[] marks = new long[(int) ((own.count + ListedAxis.MARK - 1) / ListedAxis.MARK)];
        for (int m = 0; m < marks.length; m++) {
            marks[m] = own.at((long) m * ListedAxis.MARK);
        }
        return ListedAxis.rows(
                own.count,
                marks,
                own::blocks,
                Duration.ofMillis(interval),
                Instant.ofEpochMilli(own.at(own.count - 1) + interval));
    }
}
