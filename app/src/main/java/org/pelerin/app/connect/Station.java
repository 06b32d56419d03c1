package org.pelerin.app.connect;

import java.time.Instant;

/**
 * An address at which a network station, or a further dock, is looked for.
 *
 * @param answeredAt when it last answered, or null
 * @param reason why it does not answer now; empty if it does
 */
public record Station(
        long id, String host, int port, String addedBy, Instant addedAt, Instant answeredAt, String reason) {

    /** “127.0.0.1:7430”. */
    public String address() {
        return host + ":" + port;
    }
}
