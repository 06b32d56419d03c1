package org.pelerin.yard.logger;

import java.util.ArrayList;
import java.util.List;

/**
 * Entries that come when they come, in flash as pages in a {@link PageRing}.
 *
 * @param <T> an entry
 */
final class EventTable<T> {

    /** How a page of entries is written and read. */
    interface Pages<T> {
        /** @param first number of the page's first entry */
        byte[] write(long page, long first, List<T> entries);

        List<T> read(byte[] page);
    }

    private final Pages<T> format;
    private final int perPage;
    private final long capacity;
    private final PageRing ring;
    private final List<T> open = new ArrayList<>();
    private long end;

    /** @param capacity entries that are kept */
    EventTable(long capacity, int perPage, Pages<T> format) {
        this.format = format;
        this.perPage = perPage;
        this.capacity = capacity;
        this.ring = PageRing.forEntries(capacity, perPage);
    }

    /** Takes up where a stored image stopped. */
    void restore(long ended, byte[] stored) {
        ring.restore(stored);
        end = ended;
        int kept = (int) (end % perPage);
        if (kept != 0) {
            // a flash stored ahead of its description holds entries that will be lived again
            open.addAll(format.read(ring.get(end / perPage)).subList(0, kept));
        }
    }

    void append(T entry) {
        open.add(entry);
        end++;
        if (open.size() == perPage) {
            put(end / perPage - 1);
            open.clear();
        }
    }

    long end() {
        return end;
    }

    boolean full() {
        return end >= capacity;
    }

    long firstPage() {
        return Math.max(0, end - capacity) / perPage;
    }

    long endPage() {
        return (end + perPage - 1) / perPage;
    }

    /** The pages, the one being filled included. */
    PageRing pages() {
        if (!open.isEmpty()) {
            put(end / perPage);
        }
        return ring;
    }

    private void put(long page) {
        ring.put(page, format.write(page, page * perPage, open));
    }
}
