package org.pelerin.app.loggers.connection;

import java.time.Instant;

/**
 * An address at which a network station, or a further dock, is looked for.
 *
 * @param answeredAt when it last answered, or null
 * @param reason why it does not answer now; empty if it does
 * @param everyMin how often it is collected by itself, in minutes; 0 for only when somebody asks
 * @param retryMin after how many minutes it is tried again, doubled with every retry
 * @param nextAt when it is collected next, or null
 * @param dueAt when it was, or is, to be collected by its schedule; what its later times are counted from
 * @param retries how often it was tried in vain since it last went well
 * @param serial of the logger that was last seen there; empty where none was
 * @param chosenTables names of the tables of its memory that are collected, with blanks between; empty for all
 */
public record Station(
        long id,
        String host,
        int port,
        String addedBy,
        Instant addedAt,
        Instant answeredAt,
        String reason,
        int everyMin,
        int retryMin,
        Instant nextAt,
        Instant dueAt,
        int retries,
        String chosenTables,
        String serial) {

    /** “127.0.0.1:7430”. */
    public String address() {
        return host + ":" + port;
    }
}
