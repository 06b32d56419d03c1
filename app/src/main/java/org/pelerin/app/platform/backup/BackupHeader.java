package org.pelerin.app.platform.backup;

import java.time.Instant;
import java.util.List;

/**
 * What stands at the beginning of a backup: everything but the rows.
 *
 * @param format of the file
 * @param version of the program that wrote it
 * @param schema number of the last migration that was applied
 * @param madeAt instant of which it is
 * @param tables in the order of their names
 * @param views as the server says them, in no order
 * @param triggers as the server says them
 */
public record BackupHeader(
        int format,
        String product,
        String version,
        int schema,
        Instant madeAt,
        List<Table> tables,
        List<String> views,
        List<String> triggers) {

    public static final int FORMAT = 1;
    public static final String PRODUCT = "Pelerin";

    /**
     * @param create the statement that makes it
     * @param key columns of its primary key, by which its rows are ordered
     * @param rows whether its rows are in the file; those of sessions are not
     */
    public record Table(String name, String create, List<Column> columns, List<String> key, boolean rows) {}

    /** @param kind how its values are written */
    public record Column(String name, Kind kind) {}

    /** How values of a column stand in a row. */
    public enum Kind {
        INTEGER,
        /** As the shortest decimal that is read back as the same. */
        DOUBLE,
        TEXT,
        /** In Base64 (RFC 4648, section 4). */
        BINARY
    }
}
