package org.pelerin.app.review.compare;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Service;

/**
 * One channel less another, of the same mission or of two, at each sample of the first: its value less what stands in the other at that
 * instant, moved by so much time. Missing where either is. Cost: the samples in view, of both.
 */
@Service
class Difference {

    /** More samples are not read at once. */
    static final long MOST = 5_000_000;

    /** @param channel its number in the record */
    record Operand(Mission mission, int channel) {}

    /**
     * @param t instants of columns, in ms of the first, with the least and greatest difference in each; null where there is none
     * @param unit of the first, as shown
     * @param count differences in view, with the least, mean and greatest of them; null for none
     */
    record Answer(
            List<Long> t,
            List<Double> min,
            List<Double> max,
            String unit,
            long count,
            Double least,
            Double mean,
            Double greatest) {}

    /** They cannot be taken from each other, or not all at once; the message says why. */
    static final class NoDifferenceException extends RuntimeException {
        NoDifferenceException(String message) {
            super(message);
        }
    }

    private final SeriesStore store;

    Difference(SeriesStore store) {
        this.store = store;
    }

    /** @param shift added to instants of the first for those of the second, in ms; {@code from} and {@code to} are of the first */
    Answer of(Operand first, Operand second, long shift, long from, long to, int columns, ShownUnits inUnits) {
        SeriesTable tableA = table(first);
        SeriesTable tableB = table(second);
        TimeAxis a = tableA.axis();
        TimeAxis b = tableB.axis();
        long begin = a.indexAtOrAfter(from);
        long end = Math.max(begin, a.indexAtOrAfter(to + 1));
        long beginB = Math.max(0, b.indexAtOrAfter(from + shift) - 1);
        long endB = Math.max(beginB, Math.min(b.count(), b.indexAtOrAfter(to + shift) + 1));
        if (end - begin > MOST || endB - beginB > MOST) {
            throw new NoDifferenceException(Texts.of("review.compare.difference.zoomInADifferenceCovers"));
        }
        Series seriesA = store.window(first.mission(), tableA, begin, end).get(0);
        Series seriesB = store.window(second.mission(), tableB, beginB, endB).get(0);
        Conversion toA = seriesB.unit()
                .to(seriesA.unit())
                .orElseThrow(() -> new NoDifferenceException(Texts.of(
                        "review.compare.difference.andCannotBeSubtractedThey",
                        "unit",
                        seriesB.unit(),
                        "unit2",
                        seriesA.unit())));
        Conversion shown = seriesA.unit().shown(inUnits);
        Columns out = new Columns(from, Math.max(1, to + 1 - from), columns);
        double[] valuesA = end > begin ? seriesA.values(begin, end) : new double[0];
        double[] valuesB = endB > beginB ? seriesB.values(beginB, endB) : new double[0];
        long at = beginB;
        for (long i = begin; i < end; i++) {
            long t = a.millisAt(i);
            while (at + 1 < endB && b.millisAt(at + 1) <= t + shift) {
                at++;
            }
            boolean stands = at < endB && b.millisAt(at) <= t + shift && t + shift < b.millisAt(at + 1);
            double d = stands
                    ? shown.difference(valuesA[(int) (i - begin)] - toA.value(valuesB[(int) (at - beginB)]))
                    : Double.NaN;
            out.add(t, d);
        }
        return out.answer(shown.symbol());
    }

    private SeriesTable table(Operand o) {
        return store.tables(o.mission()).stream()
                .filter(t -> t.channels().contains(o.channel()))
                .findFirst()
                .map(t -> t.only(c -> c == o.channel()))
                .orElseThrow(() -> new NotThereException(Texts.of(
                        "review.compare.difference.missionHasNoChannel",
                        "id",
                        o.mission().id(),
                        "channel",
                        o.channel())));
    }

    /** Least and greatest a column of time, and all together. */
    private static final class Columns {
        private final long from;
        private final long span;
        private final int count;
        private final List<Long> t = new ArrayList<>();
        private final List<Double> min = new ArrayList<>();
        private final List<Double> max = new ArrayList<>();
        private int last = -1;
        private long n;
        private double sum;
        private double least = Double.POSITIVE_INFINITY;
        private double greatest = Double.NEGATIVE_INFINITY;

        Columns(long from, long span, int count) {
            this.from = from;
            this.span = span;
            this.count = count;
        }

        void add(long at, double d) {
            int column = (int) ((at - from) * count / span);
            if (column != last) {
                t.add(at);
                min.add(null);
                max.add(null);
                last = column;
            }
            if (Double.isNaN(d)) {
                return;
            }
            int i = t.size() - 1;
            min.set(i, min.get(i) == null ? d : Math.min(min.get(i), d));
            max.set(i, max.get(i) == null ? d : Math.max(max.get(i), d));
            n++;
            sum += d;
            least = Math.min(least, d);
            greatest = Math.max(greatest, d);
        }

        Answer answer(String unit) {
            return n == 0
                    ? new Answer(t, min, max, unit, 0, null, null, null)
                    : new Answer(t, min, max, unit, n, least, sum / n, greatest);
        }
    }
}
