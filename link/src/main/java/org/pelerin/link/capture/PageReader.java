package org.pelerin.link.capture;

import java.util.Map;
import java.util.TreeMap;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.MemoryPage;

/** Reads pages and asks again for those that arrive damaged. */
public final class PageReader {

    private static final int TRIES = 4;

    private final LoggerLink link;
    private final Map<Long, Integer> rereads = new TreeMap<>();

    public PageReader(LoggerLink link) {
        this.link = link;
    }

    /**
     * An intact page.
     *
     * @throws LinkException if it is damaged each of {@value #TRIES} times
     */
    public byte[] read(int mission, long page) {
        for (int i = 0; i < TRIES; i++) {
            byte[] bytes = link.readPage(mission, page);
            if (MemoryPage.intact(bytes)) {
                return bytes;
            }
            rereads.merge(page, 1, Integer::sum);
        }
        throw new LinkException("Page " + page + " is damaged each time it is read", null);
    }

    /** Pages that came damaged, and how often each. */
    public Map<Long, Integer> rereads() {
        return Map.copyOf(rereads);
    }
}
