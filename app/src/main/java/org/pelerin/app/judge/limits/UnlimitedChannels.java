package org.pelerin.app.judge.limits;

import java.util.List;
import org.pelerin.core.judge.Limits;

/** Channels of a record whose values nothing judges, in words. */
public final class UnlimitedChannels {

    private static final int MOST_NAMED = 6;

    private UnlimitedChannels() {}

    /**
     * That some channels have no limit; empty where all have one, and where none has, which the verdict says.
     *
     * @param limits fitted to the record
     * @param recorded labels of all of its channels, derived ones not among them
     */
    public static String words(Limits limits, List<String> recorded) {
        List<String> unlimited = limits.unlimited(recorded);
        if (unlimited.isEmpty() || unlimited.size() == recorded.size()) {
            return "";
        }
        return unlimited.size() > MOST_NAMED
                ? "No limit is set for " + unlimited.size() + " of its " + recorded.size() + " channels."
                : "No limit is set for " + String.join(", ", unlimited) + ".";
    }
}
