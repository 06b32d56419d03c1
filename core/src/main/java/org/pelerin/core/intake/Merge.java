package org.pelerin.core.intake;

import org.pelerin.core.language.CoreTexts;

/**
 * What is done with rows of the same instant, column by column. First and last are by their place in the file; an empty cell of the row
 * that counts is a missing value. A mean is that of the cells that hold a value, levels in dB as energy; it is rounded to 12 significant
 * digits.
 */
public enum Merge {
    /** Nothing: a file that has some is not taken in. */
    NONE("core.intake.merge.notDecided"),
    FIRST("core.intake.merge.theFirstOneCounts"),
    LAST("core.intake.merge.theLastOneCounts"),
    MEAN("core.intake.merge.theirMeanCounts");

    private final String words;

    Merge(String words) {
        this.words = words;
    }

    public String words() {
        return CoreTexts.say(words);
    }
}
