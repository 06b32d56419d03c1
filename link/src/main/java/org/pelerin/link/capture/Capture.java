package org.pelerin.link.capture;

import java.util.List;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.link.message.MissionHeader;

/**
 * A mission exactly as downloaded: its header and its pages in order.
 *
 * @param header bytes of the {@link MissionHeader}
 * @param pages bytes of each {@link org.pelerin.link.message.MissionPage}
 * @param firstRecord oldest record that the logger still vouched for
 */
public record Capture(byte[] header, List<byte[]> pages, long firstRecord) {

    /** SHA-256 over the header and then the pages, without anything between. */
    public String sha256() {
        Sha256 sha = new Sha256().add(header);
        pages.forEach(sha::add);
        return sha.hex();
    }
}
