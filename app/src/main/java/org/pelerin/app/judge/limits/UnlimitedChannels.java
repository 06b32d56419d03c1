package org.pelerin.app.judge.limits;

import java.util.List;
import org.pelerin.app.platform.language.Texts;
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
                ? Texts.of(
                        "judge.limits.unlimitedChannels.noLimitIsSetFor",
                        "unlimited",
                        unlimited.size(),
                        "recorded",
                        recorded.size())
                : Texts.of("judge.limits.unlimitedChannels.noLimitIsSetFor2", "x", String.join(", ", unlimited));
    }
}
