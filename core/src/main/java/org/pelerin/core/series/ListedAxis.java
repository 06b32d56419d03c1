package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * Instants that follow no rule and are listed one by one: those of events, where a value holds until the next one however long that
 * takes, or those of rows that were taken about every so often.
 *
 * <p>Held in memory whole, 8 bytes an instant; or every {@value #MARK}th only, and blocks of {@value Block#CAPACITY} that are read when
 * one of their instants is asked for; some more of them where the block before is at hand. Finding an index reads once then, and the edges of a view drawn from summaries none.
 */
public final class ListedAxis implements TimeAxis {

    /** Of this many instants one is at hand without reading; blocks and cells begin at one. */
    public static final int MARK = CellSummaries.CELL;

    private static final int AHEAD = 15;

    /** Where blocks of instants come from. */
    public interface Source {

        /** Instants of the blocks, both inclusive, each whole but for the last of the record. */
        List<long[]> read(int firstBlock, int lastBlock);
    }

    private final long count;
    private final long[] marks;
    private final AtomicReferenceArray<long[]> blocks;
    private final Source source;
    private final Duration interval;
    private final long end;
    private final ClockCorrection correction;

    private ListedAxis(long[] own, Duration interval, long end, ClockCorrection correction) {
        ascending(own);
        if (own.length > 0 && end < own[own.length - 1]) {
            throw new IllegalArgumentException("A record ends before its last instant");
        }
        this.count = own.length;
        this.marks = new long[(own.length + MARK - 1) / MARK];
        Arrays.setAll(marks, m -> own[m * MARK]);
        this.blocks = new AtomicReferenceArray<>((own.length + Block.CAPACITY - 1) / Block.CAPACITY);
        for (int b = 0; b < blocks.length(); b++) {
            int from = b * Block.CAPACITY;
            blocks.set(b, Arrays.copyOfRange(own, from, Math.min(own.length, from + Block.CAPACITY)));
        }
        this.source = (first, last) -> {
            throw new IllegalStateException("All blocks are there");
        };
        this.interval = interval;
        this.end = end;
        this.correction = correction;
    }

    private ListedAxis(
            long count, long[] marks, Source source, Duration interval, long end, ClockCorrection correction) {
        if (count < 1 || marks.length != (count + MARK - 1) / MARK) {
            throw new IllegalArgumentException(count + " instants have not " + marks.length + " marks");
        }
        ascending(marks);
        if (end < marks[marks.length - 1]) {
            throw new IllegalArgumentException("A record ends before its last instant");
        }
        this.count = count;
        this.marks = marks;
        this.blocks = new AtomicReferenceArray<>((int) ((count + Block.CAPACITY - 1) / Block.CAPACITY));
        this.source = source;
        this.interval = interval;
        this.end = end;
        this.correction = correction;
    }

    private static void ascending(long[] instants) {
        for (int i = 1; i < instants.length; i++) {
            if (instants[i] < instants[i - 1]) {
                throw new IllegalArgumentException("Instant " + i + " lies before the one that precedes it");
            }
        }
    }

    /**
     * The instants of events.
     *
     * @param own on the logger's clock, in ms, not descending; none where nothing came to a record
     * @param end of the record on the logger's clock, not before the last event
     */
    public static ListedAxis events(long[] own, Instant end, ClockCorrection correction) {
        return new ListedAxis(own, Duration.ZERO, end.toEpochMilli(), correction);
    }

    /** The same, read when it is needed; see {@link #rows(long, long[], Source, Duration, Instant)}. */
    public static ListedAxis events(long count, long[] marks, Source source, Instant end, ClockCorrection correction) {
        return new ListedAxis(count, marks, source, Duration.ZERO, end.toEpochMilli(), correction);
    }

    /**
     * The instants of rows; where nothing was taken for longer than half as much again as the interval, a missing value begins one
     * interval after the last that was there.
     *
     * @param own in ms, ascending; at least one
     * @param interval nominal, at least 1 ms; the last value stands for one
     */
    public static ListedAxis rows(long[] own, Duration interval) {
        atLeastAMillisecond(interval);
        if (own.length == 0) {
            throw new IllegalArgumentException("A record with listed instants has at least one");
        }
        long last = own[own.length - 1];
        return new ListedAxis(own, interval, last + interval.toMillis(), ClockCorrection.NONE);
    }

    /**
     * The same, read when it is needed.
     *
     * @param marks the instants with the numbers 0, {@value #MARK} and so on; not copied
     * @param end where the last row's value stops
     */
    public static ListedAxis rows(long count, long[] marks, Source source, Duration interval, Instant end) {
        atLeastAMillisecond(interval);
        return new ListedAxis(count, marks, source, interval, end.toEpochMilli(), ClockCorrection.NONE);
    }

    private static void atLeastAMillisecond(Duration interval) {
        if (interval.toMillis() < 1) {
            throw new IllegalArgumentException("An interval is at least a millisecond, not " + interval);
        }
    }

    @Override
    public long count() {
        return count;
    }

    @Override
    public ClockCorrection correction() {
        return correction;
    }

    @Override
    public long ownMillisAt(long index) {
        if (index >= count) {
            return end;
        }
        return index % MARK == 0
                ? marks[(int) (index / MARK)]
                : block((int) (index / Block.CAPACITY))[(int) (index % Block.CAPACITY)];
    }

    /** Among the marks first, so that one block is read at the most. */
    @Override
    public long indexAtOrAfter(long millis) {
        int low = 0;
        int high = marks.length;
        while (low < high) {
            int mid = (low + high) >>> 1;
            if (correction.correctMillis(marks[mid]) >= millis) {
                high = mid;
            } else {
                low = mid + 1;
            }
        }
        // the mark before it is earlier, the one at it is not
        long from = low == 0 ? 0 : (low - 1L) * MARK + 1;
        long to = Math.min(count, (long) low * MARK);
        while (from < to) {
            long mid = (from + to) >>> 1;
            if (millisAt(mid) >= millis) {
                to = mid;
            } else {
                from = mid + 1;
            }
        }
        return from;
    }

    /** Reads these samples in one go, where many of them will be asked for; what is there at either end is not read again. {@code to} is exclusive. */
    public void ready(long from, long to) {
        int first = (int) (from / Block.CAPACITY);
        int last = (int) ((Math.min(to, count) - 1) / Block.CAPACITY);
        while (first <= last && blocks.get(first) != null) {
            first++;
        }
        while (last >= first && blocks.get(last) != null) {
            last--;
        }
        if (first <= last) {
            read(first, last);
        }
    }

    private long[] block(int number) {
        long[] block = blocks.get(number);
        if (block == null) {
            read(number, readTo(number));
            block = blocks.get(number);
        }
        return block;
    }

    /** Who comes from the block before goes on: some more are read with it then. */
    private int readTo(int number) {
        int last = number;
        if (number > 0 && blocks.get(number - 1) != null) {
            int most = Math.min(blocks.length() - 1, number + AHEAD);
            while (last < most && blocks.get(last + 1) == null) {
                last++;
            }
        }
        return last;
    }

    private void read(int first, int last) {
        List<long[]> read = source.read(first, last);
        if (read.size() != last - first + 1) {
            throw new IllegalStateException("Blocks " + first + " to " + last + " of the instants are not all there");
        }
        for (int b = first; b <= last; b++) {
            long[] block = read.get(b - first);
            long begin = (long) b * Block.CAPACITY;
            boolean fits = block.length == Math.min(Block.CAPACITY, count - begin);
            for (int i = 0; fits && i < block.length; i++) {
                fits = i % MARK == 0 ? block[i] == marks[(int) ((begin + i) / MARK)] : block[i] >= block[i - 1];
            }
            if (!fits) {
                throw new IllegalStateException("Block " + b + " of the instants is not what its marks say");
            }
            blocks.set(b, block);
        }
    }

    @Override
    public boolean events() {
        return interval.isZero();
    }

    /** Nominal spacing of rows; zero for events. */
    public Duration interval() {
        return interval;
    }

    /** The instants on the logger's clock, all of them; a copy. */
    public long[] ownMillis() {
        ready(0, count);
        long[] out = new long[Math.toIntExact(count)];
        for (int b = 0; b < blocks.length(); b++) {
            long[] block = block(b);
            System.arraycopy(block, 0, out, b * Block.CAPACITY, block.length);
        }
        return out;
    }

    /** Where the record ends, on the logger's clock. */
    public Instant ownEnd() {
        return Instant.ofEpochMilli(end);
    }

    @Override
    public boolean equals(Object o) {
        return this == o
                || o instanceof ListedAxis other
                        && count == other.count
                        && end == other.end
                        && interval.equals(other.interval)
                        && correction.equals(other.correction)
                        && Arrays.equals(marks, other.marks)
                        && Arrays.equals(ownMillis(), other.ownMillis());
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(marks) + Long.hashCode(end);
    }
}
