package org.pelerin.core.sensor;

import org.pelerin.core.language.CoreTexts;

/**
 * The thermocouple types of IEC 60584-1 with the reference functions of ITS-90 (NIST Monograph 175): the electromotive force
 * in mV with the reference junction at 0 °C, as polynomials in °C.
 *
 * <p>The inverse is found against the same function, not by the approximate inverse polynomials, to better than {@value
 * #TOLERANCE} K.
 */
public enum ThermocoupleType {
    B(250, 1820, "core.sensor.thermocoupleType.grey", new double[] {0, 630.615, 1820}, new double[][] {
        {
            0,
            -0.246508183460e-3,
            0.590404211710e-5,
            -0.132579316360e-8,
            0.156682919010e-11,
            -0.169445292400e-14,
            0.629903470940e-18
        },
        {
            -0.389381686210e1,
            0.285717474700e-1,
            -0.848851047850e-4,
            0.157852801640e-6,
            -0.168353448640e-9,
            0.111097940130e-12,
            -0.445154310330e-16,
            0.989756408210e-20,
            -0.937913302890e-24
        }
    }),
    E(-270, 1000, "core.sensor.thermocoupleType.violet", new double[] {-270, 0, 1000}, new double[][] {
        {
            0,
            0.586655087080e-1,
            0.454109771240e-4,
            -0.779980486860e-6,
            -0.258001608430e-7,
            -0.594525830570e-9,
            -0.932140586670e-11,
            -0.102876055340e-12,
            -0.803701236210e-15,
            -0.439794973910e-17,
            -0.164147763550e-19,
            -0.396736195160e-22,
            -0.558273287210e-25,
            -0.346578420130e-28
        },
        {
            0,
            0.586655087100e-1,
            0.450322755820e-4,
            0.289084072120e-7,
            -0.330568966520e-9,
            0.650244032700e-12,
            -0.191974955040e-15,
            -0.125366004970e-17,
            0.214892175690e-20,
            -0.143880417820e-23,
            0.359608994810e-27
        }
    }),
    J(-210, 1200, "core.sensor.thermocoupleType.black", new double[] {-210, 760, 1200}, new double[][] {
        {
            0,
            0.503811878150e-1,
            0.304758369300e-4,
            -0.856810657200e-7,
            0.132281952950e-9,
            -0.170529583370e-12,
            0.209480906970e-15,
            -0.125383953360e-18,
            0.156317256970e-22
        },
        {
            0.296456256810e3,
            -0.149761277860e1,
            0.317871039240e-2,
            -0.318476867010e-5,
            0.157208190040e-8,
            -0.306913690560e-12
        }
    }),
    K(-270, 1372, "core.sensor.thermocoupleType.green", new double[] {-270, 0, 1372}, new double[][] {
        {
            0,
            0.394501280250e-1,
            0.236223735980e-4,
            -0.328589067840e-6,
            -0.499048287770e-8,
            -0.675090591730e-10,
            -0.574103274280e-12,
            -0.310888728940e-14,
            -0.104516093650e-16,
            -0.198892668780e-19,
            -0.163226974860e-22
        },
        {
            -0.176004136860e-1,
            0.389212049750e-1,
            0.185587700320e-4,
            -0.994575928740e-7,
            0.318409457190e-9,
            -0.560728448890e-12,
            0.560750590590e-15,
            -0.320207200030e-18,
            0.971511471520e-22,
            -0.121047212750e-25
        }
    }),
    N(-270, 1300, "core.sensor.thermocoupleType.pink", new double[] {-270, 0, 1300}, new double[][] {
        {
            0,
            0.261591059620e-1,
            0.109574842280e-4,
            -0.938411115540e-7,
            -0.464120397590e-10,
            -0.263033577160e-11,
            -0.226534380030e-13,
            -0.760893007910e-16,
            -0.934196678350e-19
        },
        {
            0,
            0.259293946010e-1,
            0.157101418800e-4,
            0.438256272370e-7,
            -0.252611697940e-9,
            0.643118193390e-12,
            -0.100634715190e-14,
            0.997453389920e-18,
            -0.608632456070e-21,
            0.208492293390e-24,
            -0.306821961510e-28
        }
    }),
    R(-50, 1768, "core.sensor.thermocoupleType.orange", new double[] {-50, 1064.18, 1664.5, 1768.1}, new double[][] {
        {
            0,
            0.528961729765e-2,
            0.139166589782e-4,
            -0.238855693017e-7,
            0.356916001063e-10,
            -0.462347666298e-13,
            0.500777441034e-16,
            -0.373105886191e-19,
            0.157716482367e-22,
            -0.281038625251e-26
        },
        {
            0.295157925316e1,
            -0.252061251332e-2,
            0.159564501865e-4,
            -0.764085947576e-8,
            0.205305291024e-11,
            -0.293359668173e-15
        },
        {0.152232118209e3, -0.268819888545, 0.171280280471e-3, -0.345895706453e-7, -0.934633971046e-14}
    }),
    S(-50, 1768, "core.sensor.thermocoupleType.orange", new double[] {-50, 1064.18, 1664.5, 1768.1}, new double[][] {
        {
            0,
            0.540313308631e-2,
            0.125934289740e-4,
            -0.232477968689e-7,
            0.322028823036e-10,
            -0.331465196389e-13,
            0.255744251786e-16,
            -0.125068871393e-19,
            0.271443176145e-23
        },
        {0.132900444085e1, 0.334509311344e-2, 0.654805192818e-5, -0.164856259209e-8, 0.129989605174e-13},
        {0.146628232636e3, -0.258430516752, 0.163693574641e-3, -0.330439046987e-7, -0.943223690612e-14}
    }),
    T(-270, 400, "core.sensor.thermocoupleType.brown", new double[] {-270, 0, 400}, new double[][] {
        {
            0,
            0.387481063640e-1,
            0.441944343470e-4,
            0.118443231050e-6,
            0.200329735540e-7,
            0.901380195590e-9,
            0.226511565930e-10,
            0.360711542050e-12,
            0.384939398830e-14,
            0.282135219250e-16,
            0.142515947790e-18,
            0.487686622860e-21,
            0.107955392700e-23,
            0.139450270620e-26,
            0.797951539270e-30
        },
        {
            0,
            0.387481063640e-1,
            0.332922278800e-4,
            0.206182434040e-6,
            -0.218822568460e-8,
            0.109968809280e-10,
            -0.308157587720e-13,
            0.454791352900e-16,
            -0.275129016730e-19
        }
    });

    /** K above 0 °C has a term {@code a0·exp(a1·(t − a2)²)} besides. */
    private static final double[] K_BUMP = {0.118597600000, -0.118343200000e-3, 0.126968600000e3};

    private static final double TOLERANCE = 1e-6;
    /** The tables of IEC 60584-1 give mV to a thousandth; half of that beyond the range's end is the end. */
    private static final double TABLE_STEP = 1e-3;

    private final double low;
    private final double high;
    private final String colour;
    private final double[] edges;
    private final double[][] pieces;

    ThermocoupleType(double low, double high, String colour, double[] edges, double[][] pieces) {
        this.low = low;
        this.high = high;
        this.colour = colour;
        this.edges = edges;
        this.pieces = pieces;
    }

    /** Lower end of the range of the measured junction, in °C, inclusive. */
    public double low() {
        return low;
    }

    /** Upper end of the range of the measured junction, in °C, inclusive. */
    public double high() {
        return high;
    }

    /** Colour of the positive conductor and the sheath after IEC 60584-3; the negative conductor is white. */
    public String colour() {
        return CoreTexts.say(colour);
    }

    /**
     * The electromotive force at a temperature.
     *
     * @param celsius of the measured junction, the reference junction being at 0 °C; beyond the function's ends its outermost
     *     piece is continued
     * @return in mV
     */
    public double emf(double celsius) {
        int piece = 0;
        while (piece < pieces.length - 1 && celsius >= edges[piece + 1]) {
            piece++;
        }
        double[] c = pieces[piece];
        double sum = 0;
        for (int i = c.length - 1; i >= 0; i--) {
            sum = sum * celsius + c[i];
        }
        if (this == K && celsius >= 0) {
            double d = celsius - K_BUMP[2];
            sum += K_BUMP[0] * Math.exp(K_BUMP[1] * d * d);
        }
        return sum;
    }

    /**
     * The temperature of the measured junction.
     *
     * @param millivolts measured between the terminals
     * @param reference temperature of the terminals, in °C
     * @return in °C; NaN outside {@link #low()}…{@link #high()} or where an argument is NaN
     */
    public double celsius(double millivolts, double reference) {
        double emf = millivolts + emf(reference);
        double a = low;
        double b = high;
        if (!(emf >= emf(a) - TABLE_STEP / 2 && emf <= emf(b) + TABLE_STEP / 2)) {
            return Double.NaN;
        }
        if (emf <= emf(a) || emf >= emf(b)) {
            return emf <= emf(a) ? a : b;
        }
        // regula falsi with the Illinois weighting: the function rises throughout, so the bracket holds
        double fa = emf(a) - emf;
        double fb = emf(b) - emf;
        int side = 0;
        double t = a;
        for (int i = 0; i < 200 && b - a > TOLERANCE / 4; i++) {
            t = fb == fa ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
            double ft = emf(t) - emf;
            if (ft == 0 || Math.abs(ft) < slope(t) * TOLERANCE / 4) {
                return t;
            }
            if (ft < 0) {
                a = t;
                fa = ft;
                fb = side == -1 ? fb / 2 : fb;
                side = -1;
            } else {
                b = t;
                fb = ft;
                fa = side == 1 ? fa / 2 : fa;
                side = 1;
            }
        }
        return Math.max(low, Math.min(high, t));
    }

    private double slope(double t) {
        return emf(t + 0.005) - emf(t - 0.005) <= 0 ? 0 : (emf(t + 0.005) - emf(t - 0.005)) * 100;
    }
}
