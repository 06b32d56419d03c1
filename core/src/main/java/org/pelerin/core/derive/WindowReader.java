package org.pelerin.core.derive;

import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.Spans;

/**
 * One value for each window of time, for which it stands; a sample that reaches over an edge is divided by time. A window is empty
 * where valid samples stand for too little of it, except that a value that only grows is told as soon as it is out.
 *
 * <p>Time that is not part of the run shortens its window, which is told in the pieces that are left, each in a stretch of its own.
 * Windows of which nothing is left are not told.
 *
 * <p>Cost: one pass, and one step a window; {@link TooManyWindowsException} where there are more than {@value #MOST}.
 */
public final class WindowReader implements SampleReader {

    /** Tells of a value that only grows whether it is out already. */
    @FunctionalInterface
    public interface Early {

        Early NEVER = (value, terms) -> false;

        boolean out(double value, double terms);
    }

    /** Windows of a gap beyond which they are counted and not looked at one by one. */
    private static final long MANY = 100_000;

    /** Windows of a record; there is a limit, so that seconds against millennia end. */
    private static final long MOST = 50_000_000;

    private final Windows windows;
    private final Figure figure;
    private final double coverage;
    private final boolean wholeOnly;
    private final Early early;
    private final Spans excluded;
    private final long first;
    private final long last;
    private final SampleReader next;

    private Windows.Window window;
    private long valid;
    private boolean told;
    private long toldUntil;
    private long whole;
    private long empty;
    private long judged;
    private long opened;
    private long firstSample = Long.MAX_VALUE;
    private long lastSample = Long.MIN_VALUE;

    /**
     * @param coverage per cent of a window that valid samples must stand for
     * @param wholeOnly whether a shortened window is empty however well it is covered
     * @param early whether a value of a window that is not covered enough is told all the same
     * @param excluded time that is not part of the run
     * @param first where the record begins, {@code last} where it ends
     */
    public WindowReader(
            Windows windows,
            Figure figure,
            double coverage,
            boolean wholeOnly,
            Early early,
            Spans excluded,
            long first,
            long last,
            SampleReader next) {
        if (!(coverage >= 0 && coverage <= 100)) {
            throw new IllegalArgumentException(
                    CoreTexts.say("core.derive.windowReader.aCoverageIsFrom0", "coverage", coverage));
        }
        this.windows = windows;
        this.figure = figure;
        this.coverage = coverage;
        this.wholeOnly = wholeOnly;
        this.early = early;
        this.excluded = excluded;
        this.first = first;
        this.last = last;
        this.next = next;
    }

    @Override
    public void sample(long from, long to, double value, double terms) {
        if (windows.between(from, to) > MOST) {
            throw new TooManyWindowsException(MOST);
        }
        firstSample = Math.min(firstSample, from);
        lastSample = from;
        long at = from;
        do {
            if (!reach(at)) {
                at = Math.min(to, window.from());
                continue;
            }
            long until = Math.min(to, window.to());
            figure.add(value, terms, until - at);
            valid += until - at;
            at = until;
        } while (at < to);
    }

    @Override
    public void missing(long from, long to, long own) {
        if (windows.between(from, to) > MANY) {
            // closes the window that the gap begins in, and goes on in the one it ends in
            reach(from);
            close();
            long begins = window.to();
            window = windows.endingAfter(to);
            open();
            long left = windows.between(begins, window.from());
            whole += left;
            empty += left;
            tell(Spans.of(begins, window.from()).without(excluded), false);
            return;
        }
        long at = from;
        do {
            reach(at);
            at = Math.max(at + 1, Math.min(to, window.to()));
        } while (at < to);
    }

    @Override
    public void done() {
        if (window != null) {
            close();
        }
        if (told) {
            next.end(toldUntil);
        }
        next.done();
    }

    /** Goes on to the window that an instant lies in, or the first after it; returns whether it lies in one. */
    private boolean reach(long at) {
        while (window == null || window.to() <= at) {
            if (window == null) {
                window = windows.endingAfter(at);
                open();
            } else {
                close();
                window = windows.endingAfter(window.to());
                open();
            }
        }
        return window.from() <= at;
    }

    private void open() {
        if (++opened > MOST) {
            throw new TooManyWindowsException(MOST);
        }
        figure.clear();
        valid = 0;
    }

    private void close() {
        Spans left = Spans.of(window.from(), window.to()).without(excluded);
        long length = left.total();
        if (length == 0) {
            return;
        }
        boolean shortened = length < window.to() - window.from();
        boolean enough = valid > 0 && valid * 100.0 >= coverage * length * (1 - 1e-12) && !(shortened && wholeOnly);
        boolean tells = enough || valid > 0 && early.out(figure.value(), figure.terms());
        if (!shortened && window.from() >= first && window.to() <= last) {
            whole++;
            empty += tells ? 0 : 1;
        }
        judged += tells ? 1 : 0;
        tell(left, tells);
    }

    private void tell(Spans left, boolean tells) {
        for (int i = 0; i < left.count(); i++) {
            long from = left.from(i);
            if (told && (from > toldUntil || !windows.adjoin())) {
                next.end(toldUntil);
                told = false;
            }
            if (!told) {
                next.begin(from);
                told = true;
            }
            if (tells) {
                next.sample(from, left.to(i), figure.value(), figure.terms());
            } else {
                next.missing(from, left.to(i), left.to(i) - from);
            }
            toldUntil = left.to(i);
        }
    }

    /** Whether a stretch of time holds the first value of the record, not of a window. */
    public boolean holdsFirst(long from, long to) {
        return from <= firstSample && firstSample < to;
    }

    /** Whether it holds the last one. */
    public boolean holdsLast(long from, long to) {
        return from <= lastSample && lastSample < to;
    }

    /** Windows that lie wholly inside the record and of which nothing was taken out. */
    public long whole() {
        return whole;
    }

    /** Those of them that nothing could be said of. */
    public long empty() {
        return empty;
    }

    /** All windows of which something was said. */
    public long judged() {
        return judged;
    }
}
