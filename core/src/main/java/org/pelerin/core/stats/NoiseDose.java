package org.pelerin.core.stats;

import java.util.Arrays;
import java.util.Optional;

/**
 * Noise dose: {@code D = 100/8 · Σ Δt_h · 2^((L − Lc)/q)} over samples with {@code L ≥ Lt}, for a criterion time of 8 h; and the
 * time-weighted average {@code TWA = Lc + q · log2(D/100)}.
 *
 * @param dose in per cent of what is allowed a day
 * @param twa in dB; NaN for no dose
 */
public record NoiseDose(double dose, double twa) {

    /** Schemes as their standards have them. */
    public enum Scheme {
        ISO_85("iso85", "ISO 85", 85, 3, Double.NEGATIVE_INFINITY),
        ISO_80("iso80", "ISO 80", 80, 3, Double.NEGATIVE_INFINITY),
        OSHA_PEL("oshapel", "OSHA PEL", 90, 5, 90),
        OSHA_HC("oshahc", "OSHA HC", 90, 5, 80);

        private final String key;
        private final String title;
        private final double criterion;
        private final double exchange;
        private final double threshold;

        Scheme(String key, String title, double criterion, double exchange, double threshold) {
            this.key = key;
            this.title = title;
            this.criterion = criterion;
            this.exchange = exchange;
            this.threshold = threshold;
        }

        /** By the key that a plan's option has. */
        public static Optional<Scheme> of(String key) {
            return Arrays.stream(values()).filter(s -> s.key.equals(key)).findFirst();
        }

        public String key() {
            return key;
        }

        public String title() {
            return title;
        }

        /** Lc in dB. */
        public double criterion() {
            return criterion;
        }

        /** q in dB. */
        public double exchange() {
            return exchange;
        }

        /** Lt in dB; negative infinity for none. */
        public double threshold() {
            return threshold;
        }
    }

    /** @param dose in per cent, as summed up by a scheme */
    public static NoiseDose of(double dose, Scheme scheme) {
        double twa = dose == 0 ? Double.NaN : scheme.criterion + scheme.exchange * Math.log(dose / 100) / Math.log(2);
        return new NoiseDose(dose, twa);
    }
}
