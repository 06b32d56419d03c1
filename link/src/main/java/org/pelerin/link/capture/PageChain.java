package org.pelerin.link.capture;

import java.util.Arrays;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.PageTable;

/**
 * The pages of one table as one hash, to which pages can be added without those before: link 0 is 32 zeros, link {@code k} the SHA-256
 * of link {@code k − 1} and the bytes of the {@code k}th page.
 *
 * @param next the least number that a further page may have
 * @param link of the last page so far
 */
public record PageChain(PageTable table, long next, byte[] link) {

    private static final int LENGTH = 32;

    public PageChain {
        if (link.length != LENGTH) {
            throw new IllegalArgumentException("A link has " + LENGTH + " bytes, not " + link.length);
        }
    }

    public static PageChain of(PageTable table) {
        return new PageChain(table, table.base(), new byte[LENGTH]);
    }

    /**
     * @param page intact
     * @throws IllegalArgumentException if it does not follow those before, or is of another table
     */
    public PageChain with(byte[] page) {
        long number = MemoryPage.number(page);
        if (number < next || PageTable.of(number) != table) {
            throw new IllegalArgumentException("page " + number + " does not follow page " + (next - 1));
        }
        return new PageChain(table, number + 1, new Sha256().add(link).add(page).bytes());
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof PageChain other
                && table == other.table
                && next == other.next
                && Arrays.equals(link, other.link);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(link);
    }
}
