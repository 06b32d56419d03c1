package org.pelerin.core.sound;

import java.util.regex.Pattern;

/** What a channel of levels holds, by the symbol that IEC 61672 gives it: {@code Leq}, {@code LAFmax}. */
public final class LevelNames {

    private static final Pattern GREATEST = Pattern.compile("(?i)(?<![a-z])L[ACZ]?[FSI]?[-_, ]?max(?![a-z])");

    private LevelNames() {}

    /** Whether it is the greatest level of each interval. */
    public static boolean greatest(String label) {
        return GREATEST.matcher(label).find();
    }
}
