package org.pelerin.link.carrier;

import java.time.Instant;
import java.util.List;
import org.pelerin.link.message.MissionInfo;

/**
 * One mission of a logger as it travels on a memory stick: what the logger would answer over a link.
 *
 * @param info which records and pages there are
 * @param copiedAt when it was copied, on the logger's clock
 * @param header bytes of the {@link org.pelerin.link.message.MissionHeader}
 * @param pages in the order of {@link MissionInfo#pageNumbers}
 */
public record Carrier(String serial, MissionInfo info, Instant copiedAt, byte[] header, List<byte[]> pages) {

    public Carrier {
        pages = List.copyOf(pages);
        if (pages.size() != info.pages()) {
            throw new IllegalArgumentException(pages.size() + " pages where " + info.pages() + " are said");
        }
    }
}
