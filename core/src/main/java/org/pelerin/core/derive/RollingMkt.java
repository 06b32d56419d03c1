package org.pelerin.core.derive;

import java.util.ArrayDeque;
import org.pelerin.core.record.SampleReader;

/**
 * Mean kinetic temperature of the trailing time, at the end of what each sample stands for. Empty until so much time has gone by since the
 * beginning of the stretch or anything missing.
 *
 * <p>Cost: constant a sample on the whole; what leaves the window is taken off a sum that is kept in two doubles.
 */
final class RollingMkt implements SampleReader {

    private static final double KELVIN = 273.15;
    private static final double GAS_CONSTANT = 8.3144;

    private record Piece(long from, long to, double rate) {}

    private final long window;
    private final double ratio;
    private final SampleReader next;
    private final ArrayDeque<Piece> pieces = new ArrayDeque<>();
    private final ExactSum sum = new ExactSum();

    /** @param window in ms; {@code enthalpy} in kJ/mol */
    RollingMkt(long window, double enthalpy, SampleReader next) {
        this.window = window;
        this.ratio = enthalpy * 1000 / GAS_CONSTANT;
        this.next = next;
    }

    private void clear() {
        pieces.clear();
        sum.clear();
    }

    @Override
    public void begin(long at) {
        clear();
        next.begin(at);
    }

    @Override
    public void missing(long from, long to, long own) {
        clear();
        next.missing(from, to, own);
    }

    @Override
    public void sample(long from, long to, double celsius, double terms) {
        // relative to 0 °C, so that neither frost nor an oven leaves the range of doubles
        double rate = Math.exp(ratio * (1 / KELVIN - 1 / (celsius + KELVIN)));
        pieces.addLast(new Piece(from, to, rate));
        sum.add(rate * (to - from));
        long begin = to - window;
        while (pieces.getFirst().to <= begin) {
            Piece gone = pieces.removeFirst();
            sum.add(-gone.rate * (gone.to - gone.from));
        }
        Piece first = pieces.getFirst();
        if (first.from > begin) {
            next.missing(from, to, to - from);
            return;
        }
        double inside = (sum.value() - first.rate * (begin - first.from)) / window;
        double mkt = 1 / (1 / KELVIN - Math.log(inside) / ratio) - KELVIN;
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
}
