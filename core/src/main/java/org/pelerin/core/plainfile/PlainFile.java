package org.pelerin.core.plainfile;

import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.LongConsumer;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;

/**
 * Reads a plain file: a header row, first column an ISO 8601 instant with an offset, one column a channel named {@code Name (unit)}, an
 * empty cell a missing sample. A byte order mark, both ends of lines and blanks around cells are accepted; everything else is an error
 * that names line and column.
 *
 * <p>Cost: the file is read once, in pieces of lines that are parsed side by side; what is kept is one to two bytes a value.
 */
public final class PlainFile {

    private static final int PIECE = 1 << 20;
    private static final int SMALL = 1 << 14;
    /** A line longer than this is no row. */
    private static final int LONGEST_LINE = 1 << 20;

    private static final byte[] BOM = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};

    private final InputStream in;
    private final Duration interval;
    private final LongConsumer progress;

    /** Whole lines: the first bytes of an array. */
    private record Piece(byte[] bytes, int length) {}

    private byte[] rest = new byte[0];
    private boolean over;
    private long line = 1;
    private long read;

    private PlainFile(InputStream in, Duration interval, LongConsumer progress) {
        this.in = in;
        this.interval = interval;
        this.progress = progress;
    }

    /**
     * @param interval nominal; null for the median spacing of the rows
     * @param progress is told now and then how many bytes have been read
     * @return a series a channel, all on one axis
     * @throws PlainFileException if it cannot be read
     * @throws IOException if the stream cannot
     */
    public static List<Series> read(InputStream in, Duration interval, LongConsumer progress) throws IOException {
        return new PlainFile(in, interval, progress).read();
    }

    private List<Series> read() throws IOException {
        Piece first = piece();
        if (first == null) {
            throw new PlainFileException(1, 0, "the file is empty");
        }
        byte[] text = first.bytes;
        int begin = first.length >= BOM.length && Arrays.equals(Arrays.copyOf(text, BOM.length), BOM) ? BOM.length : 0;
        int end = begin;
        boolean quoted = false;
        int lines = 0;
        // a line break inside quotes is part of a name
        while (end < first.length && (quoted || text[end] != '\n')) {
            quoted ^= text[end] == '"';
            lines += text[end] == '\n' ? 1 : 0;
            end++;
        }
        if (quoted) {
            throw new PlainFileException(1, 0, "a quoted cell of the header does not end");
        }
        int until = end > begin && text[end - 1] == '\r' ? end - 1 : end;
        byte[] header = Arrays.copyOfRange(text, begin, until);
        List<Channel> channels = Header.channels(header, header.length);
        RecordBuilder record = new RecordBuilder(channels);
        line = 2 + lines;
        byte[] rows = Arrays.copyOfRange(text, Math.min(first.length, end + 1), first.length);
        if (over && rest.length == 0) {
            take(record, new Rows(rows, rows.length, channels.size()).parse());
        } else {
            sideBySide(record, new Piece(rows, rows.length), channels.size());
        }
        return record.series(interval);
    }

    private void sideBySide(RecordBuilder record, Piece first, int columns) throws IOException {
        int threads = Math.max(1, Runtime.getRuntime().availableProcessors());
        ExecutorService pool = Executors.newFixedThreadPool(threads, work -> {
            Thread t = new Thread(work, "rows");
            t.setDaemon(true);
            return t;
        });
        try {
            Deque<Future<Rows>> ahead = new ArrayDeque<>();
            Piece piece = first;
            while (piece != null || !ahead.isEmpty()) {
                while (piece != null && ahead.size() < threads + 2) {
                    Rows rows = new Rows(piece.bytes, piece.length, columns);
                    ahead.add(pool.submit(rows::parse));
                    piece = piece();
                }
                take(record, done(ahead.remove()));
                progress.accept(read);
            }
        } finally {
            pool.shutdownNow();
        }
    }

    private static Rows done(Future<Rows> rows) throws IOException {
        try {
            return rows.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException("Reading was interrupted");
        } catch (ExecutionException e) {
            throw new IOException(e.getCause());
        }
    }

    private void take(RecordBuilder record, Rows rows) {
        record.add(rows, line);
        if (rows.error() != null) {
            throw rows.error().after(line - 1);
        }
        line += rows.lines();
    }

    /** Whole lines, some of them; null when there are no more. */
    private Piece piece() throws IOException {
        if (over && rest.length == 0) {
            return null;
        }
        // a small file is read at once, and needs no large piece
        int wanted = read == 0 ? SMALL : PIECE;
        byte[] buffer = Arrays.copyOf(rest, Math.max(wanted, rest.length + wanted / 2));
        int held = rest.length;
        while (true) {
            int n = in.readNBytes(buffer, held, buffer.length - held);
            read += n;
            held += n;
            if (held < buffer.length) {
                over = true;
                rest = new byte[0];
                return held == 0 ? null : new Piece(buffer, held);
            }
            int end = held;
            while (end > 0 && buffer[end - 1] != '\n') {
                end--;
            }
            if (end > 0) {
                rest = Arrays.copyOfRange(buffer, end, held);
                return new Piece(buffer, end);
            }
            if (held > LONGEST_LINE) {
                throw new PlainFileException(line, 0, "the line does not end");
            }
            buffer = Arrays.copyOf(buffer, buffer.length * 2);
        }
    }
}
