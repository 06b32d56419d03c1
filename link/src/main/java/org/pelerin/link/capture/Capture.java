package org.pelerin.link.capture;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.PageTable;

/**
 * A mission exactly as downloaded: its header and its pages in order.
 *
 * @param header bytes of the {@link MissionHeader}
 * @param pages bytes of each {@link org.pelerin.link.message.MissionPage}
 * @param firstRecord oldest record that the logger still vouched for
 */
public record Capture(byte[] header, List<byte[]> pages, long firstRecord) {

    /** SHA-256 over the header and then, in the order of the tables, the last link of each that has pages: {@link PageChain}. */
    public String sha256() {
        Map<PageTable, PageChain> chains = new TreeMap<>();
        for (byte[] page : pages) {
            PageTable table = PageTable.of(MemoryPage.number(page));
            chains.put(table, chains.getOrDefault(table, PageChain.of(table)).with(page));
        }
        return sha256(header, chains.values());
    }

    /** The same of pages that are linked already; those of tables without any are left out. */
    public static String sha256(byte[] header, Collection<PageChain> chains) {
        Sha256 sha = new Sha256().add(header);
        chains.stream()
                .filter(c -> c.next() > c.table().base())
                .sorted((a, b) -> a.table().compareTo(b.table()))
                .forEach(c -> sha.add(c.link()));
        return sha.hex();
    }

    /** As captures were hashed before pages were linked: the header and then the pages without anything between. */
    public String unlinkedSha256() {
        Sha256 sha = new Sha256().add(header);
        pages.forEach(sha::add);
        return sha.hex();
    }
}
