package org.pelerin.core.derive;

import java.util.Arrays;
import org.pelerin.core.record.SampleReader;

/**
 * Mean kinetic temperature of the trailing time, at the end of what each sample stands for. Empty until so much time has gone by since the
 * beginning of the stretch or anything missing; a value at or below absolute zero is missing.
 *
 * <p>What stands in the window is summed anew from what is left of it, never by taking off what has left: the figure is the same as if the record had
 * begun with the window, whatever stood before. Exponentials are kept relative to the warmest of what they are summed with, so that none overflows.
 *
 * <p>Cost: constant a sample on the whole; 40 bytes for each that stands in the window.
 */
final class RollingMkt implements SampleReader {

    private static final double KELVIN = 273.15;
    private static final double GAS_CONSTANT = 8.3144;

    private final long window;
    private final double ratio;
    private final SampleReader next;
    private final Trail trail = new Trail();

    /** @param window in ms; {@code enthalpy} in kJ/mol */
    RollingMkt(long window, double enthalpy, SampleReader next) {
        this.window = window;
        this.ratio = enthalpy * 1000 / GAS_CONSTANT;
        this.next = next;
    }

    @Override
    public void begin(long at) {
        trail.clear();
        next.begin(at);
    }

    @Override
    public void missing(long from, long to, long own) {
        trail.clear();
        next.missing(from, to, own);
    }

    @Override
    public void sample(long from, long to, double celsius, double terms) {
        if (!(celsius > -KELVIN)) {
            missing(from, to, to - from);
            return;
        }
        trail.add(from, to, -ratio / (celsius + KELVIN));
        long begin = to - window;
        trail.dropUntil(begin);
        if (trail.begins() > begin) {
            next.missing(from, to, to - from);
            return;
        }
        double mkt = ratio / -trail.logarithmOfMean(begin, to) - KELVIN;
        next.sample(from, to, mkt, Math.max(Math.abs(celsius), Math.abs(mkt)));
    }

    @Override
    public void end(long at) {
        next.end(at);
    }

    @Override
    public void done() {
        next.done();
    }

    /**
     * Pieces of time in order, each with the logarithm of its rate, and the integral of the rates over those that are left. A queue of two halves: the
     * older half, turned round once, knows for each piece the integral of those after it; the newer one the integral of all of it.
     */
    private static final class Trail {

        private long[] from = new long[64];
        private long[] to = new long[64];
        private double[] exponent = new double[64];
        /** Of the older half: the integral of the pieces after it, as {@code scaled · e^warmest}. */
        private double[] after = new double[64];

        private double[] warmestAfter = new double[64];
        private int first;
        /** One past the older half. */
        private int turned;

        private int end;
        private double scaled;
        private double warmest;

        void clear() {
            first = 0;
            turned = 0;
            end = 0;
            newHalf();
        }

        private void newHalf() {
            scaled = 0;
            warmest = Double.NEGATIVE_INFINITY;
        }

        void add(long begins, long ends, double of) {
            if (end == from.length) {
                makeRoom();
            }
            from[end] = begins;
            to[end] = ends;
            exponent[end] = of;
            end++;
            if (of > warmest) {
                scaled *= Math.exp(warmest - of);
                warmest = of;
            }
            scaled += Math.exp(of - warmest) * (ends - begins);
        }

        private void makeRoom() {
            int left = end - first;
            int size = left > from.length / 2 ? from.length * 2 : from.length;
            from = moved(from, size);
            to = moved(to, size);
            exponent = moved(exponent, size);
            after = moved(after, size);
            warmestAfter = moved(warmestAfter, size);
            turned -= first;
            end = left;
            first = 0;
        }

        private long[] moved(long[] of, int size) {
            return Arrays.copyOf(Arrays.copyOfRange(of, first, end), size);
        }

        private double[] moved(double[] of, int size) {
            return Arrays.copyOf(Arrays.copyOfRange(of, first, end), size);
        }

        /** Forgets pieces that end at or before an instant. */
        void dropUntil(long at) {
            while (first < end && to[first] <= at) {
                turn();
                first++;
            }
        }

        /** Makes an older half of all where there is none. */
        private void turn() {
            if (first < turned) {
                return;
            }
            double sum = 0;
            double top = Double.NEGATIVE_INFINITY;
            for (int i = end - 1; i >= first; i--) {
                after[i] = sum;
                warmestAfter[i] = top;
                if (exponent[i] > top) {
                    sum *= Math.exp(top - exponent[i]);
                    top = exponent[i];
                }
                sum += Math.exp(exponent[i] - top) * (to[i] - from[i]);
            }
            turned = end;
            newHalf();
        }

        long begins() {
            return first < end ? from[first] : Long.MAX_VALUE;
        }

        /** Of the rate, from {@code begin}, which the first piece stands at, to {@code until}, where the last one ends. */
        double logarithmOfMean(long begin, long until) {
            turn();
            double top = Math.max(exponent[first], Math.max(warmestAfter[first], warmest));
            double sum = Math.exp(exponent[first] - top) * (to[first] - begin)
                    + after[first] * scale(warmestAfter[first], top)
                    + scaled * scale(warmest, top);
            return top + Math.log(sum / (until - begin));
        }

        private static double scale(double of, double to) {
            return of == Double.NEGATIVE_INFINITY ? 0 : Math.exp(of - to);
        }
    }
}
