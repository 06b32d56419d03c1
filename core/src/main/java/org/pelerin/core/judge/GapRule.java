package org.pelerin.core.judge;

import java.time.Duration;

/**
 * How much may be missing.
 *
 * @param id unique among the limits it belongs to
 * @param channel whose samples are looked at, or a {@link ChannelPattern pattern} of several, each by itself; null for all that the rules name together
 * @param longest the longest gap that is allowed; null for any
 * @param coverage per cent that valid samples must stand for; null where nothing is said
 */
public record GapRule(String id, String channel, Duration longest, Double coverage, Severity severity) {

    public GapRule {
        if (longest == null && coverage == null) {
            throw new IllegalArgumentException("A rule on gaps says how long one may be, or what must be covered");
        }
        if (longest != null && longest.isNegative()) {
            throw new IllegalArgumentException("A gap is not shorter than nothing: " + longest);
        }
        if (coverage != null && !(coverage >= 0 && coverage <= 100)) {
            throw new IllegalArgumentException("A coverage is from 0 to 100 %, not " + coverage);
        }
    }

    /** The same for one channel, under an id of its own. */
    GapRule on(String one, String as) {
        return new GapRule(as, one, longest, coverage, severity);
    }
}
