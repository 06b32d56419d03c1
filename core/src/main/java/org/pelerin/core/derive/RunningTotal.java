package org.pelerin.core.derive;

import org.pelerin.core.record.SampleReader;

/**
 * A figure that grows with each sample, told at each with what it stands for added: since the beginning, or since the beginning of each
 * window. What is missing adds nothing.
 */
final class RunningTotal implements SampleReader {

    private final Figure figure;
    private final Windows windows;
    private final SampleReader next;
    private Windows.Window window;
    private boolean told;
    private long toldUntil;

    /** @param windows null for one since the beginning */
    RunningTotal(Figure figure, Windows windows, SampleReader next) {
        this.figure = figure;
        this.windows = windows;
        this.next = next;
        figure.clear();
    }

    @Override
    public void begin(long at) {
        if (windows == null) {
            next.begin(at);
        }
    }

    @Override
    public void sample(long from, long to, double value, double terms) {
        each(from, to, (a, b) -> {
            figure.add(value, terms, b - a);
            next.sample(a, b, figure.value(), figure.terms());
        });
    }

    @Override
    public void missing(long from, long to, long own) {
        each(from, to, (a, b) -> next.missing(a, b, b - a));
    }

    private interface Part {
        void of(long from, long to);
    }

    /** Divides time between the windows. */
    private void each(long from, long to, Part part) {
        if (windows == null) {
            part.of(from, to);
            return;
        }
        long at = from;
        while (at < to) {
            if (window == null || window.to() <= at) {
                window = windows.endingAfter(at);
                figure.clear();
            }
            long begin = Math.max(at, window.from());
            long end = Math.min(to, window.to());
            if (begin < end) {
                if (told && (begin > toldUntil || begin == window.from())) {
                    next.end(toldUntil);
                    told = false;
                }
                if (!told) {
                    next.begin(begin);
                    told = true;
                }
                part.of(begin, end);
                toldUntil = end;
            }
            at = Math.max(end, Math.min(to, window.to()));
            if (window.from() >= to) {
                return;
            }
        }
    }

    @Override
    public void end(long at) {
        if (windows == null) {
            next.end(at);
        } else if (told) {
            next.end(toldUntil);
            told = false;
        }
    }

    @Override
    public void done() {
        next.done();
    }
}
