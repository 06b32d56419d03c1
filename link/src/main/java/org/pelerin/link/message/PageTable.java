package org.pelerin.link.message;

/**
 * The parts of a logger's memory. Pages of table {@code t} are numbered from {@code t × 2^28}, so that a page's number alone says
 * what it holds.
 */
public enum PageTable {
    /** Records at the plan's interval: {@link MissionPage}. */
    RECORDS("records"),
    /** Records of the second table: {@link MissionPage}. */
    SECOND("second table"),
    /** Changes of state: {@link ChangesPage}. */
    CHANGES("changes of state"),
    /** Disturbances of the mains: {@link DisturbancePage}. */
    DISTURBANCES("disturbances");

    private static final int SHIFT = 28;

    private final String words;

    PageTable(String words) {
        this.words = words;
    }

    /** As people say it. */
    public String words() {
        return words;
    }

    /** The number of its page 0. */
    public long base() {
        return (long) ordinal() << SHIFT;
    }

    /** One past the last number that a page of it can have. */
    public long end() {
        return base() + (1L << SHIFT);
    }

    /** @throws MalformedMessageException if there is no such table */
    public static PageTable of(long page) {
        long table = page >> SHIFT;
        if (table < 0 || table >= values().length) {
            throw new MalformedMessageException("there is no page " + page);
        }
        return values()[(int) table];
    }
}
