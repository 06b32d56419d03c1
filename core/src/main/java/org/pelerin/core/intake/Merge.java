package org.pelerin.core.intake;

/** What is done with rows of the same instant. */
public enum Merge {
    /** Nothing: a file that has some is not taken in. */
    NONE("not decided"),
    FIRST("the first one counts"),
    LAST("the last one counts"),
    MEAN("their mean counts");

    private final String words;

    Merge(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
