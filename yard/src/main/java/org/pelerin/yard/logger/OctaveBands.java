package org.pelerin.yard.logger;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.link.message.Spectrum;

/** Spreads a level over the octaves, falling with frequency as machine halls do. */
final class OctaveBands {

    /** Nominal midband frequencies of IEC 61260, in tenths of a hertz. */
    private static final int[] CENTRES = {315, 630, 1250, 2500, 5000, 10_000, 20_000, 40_000, 80_000, 160_000};
    /** A-weighting at those frequencies (IEC 61672-1, table 3), in dB. */
    private static final double[] A = {-39.4, -26.2, -16.1, -8.6, -3.2, 0, 1.2, 1.0, -1.1, -6.6};

    /** C-weighting at those frequencies (IEC 61672-1, table 3), in dB. */
    private static final double[] C = {-3.0, -0.8, -0.2, 0, 0, 0, -0.2, -0.8, -3.0, -8.5};

    private static final double FALL_AN_OCTAVE = 2.5;
    /** Index of 1 kHz, at which calibrators sound. */
    private static final int KILOHERTZ = 5;

    private OctaveBands() {}

    /** Unweighted levels whose A-weighted sum is the level. */
    static Spectrum of(double level, boolean calibrator) {
        double up = level - sum("A", calibrator);
        List<Spectrum.Band> out = new ArrayList<>();
        for (int b = 0; b < CENTRES.length; b++) {
            out.add(new Spectrum.Band(CENTRES[b], (int) Math.round((up + shape(b, calibrator)) * 10)));
        }
        return new Spectrum(out);
    }

    /**
     * What a weighting makes of an A-weighted level with this spectrum.
     *
     * @param weighting A, C or Z
     * @return to be added, in dB
     */
    static double over(String weighting, boolean calibrator) {
        return sum(weighting, calibrator) - sum("A", calibrator);
    }

    private static double sum(String weighting, boolean calibrator) {
        double sum = 0;
        for (int b = 0; b < CENTRES.length; b++) {
            double weight = weighting.equals("A") ? A[b] : weighting.equals("C") ? C[b] : 0;
            sum += Math.pow(10, (shape(b, calibrator) + weight) / 10);
        }
        return 10 * Math.log10(sum);
    }

    private static double shape(int band, boolean calibrator) {
        return calibrator ? (band == KILOHERTZ ? 0 : -55) : -FALL_AN_OCTAVE * band;
    }
}
