package org.pelerin.app.platform.backup;

import java.util.List;

/**
 * What stands at the end of a backup, and shows that there is nothing missing before it.
 *
 * @param tables those whose rows are in the file, in their order
 */
public record BackupManifest(List<Rows> tables) {

    /**
     * @param rows how many
     * @param sha256 of all its lines, in hexadecimal
     */
    public record Rows(String table, long rows, String sha256) {}

    public long rows() {
        return tables.stream().mapToLong(Rows::rows).sum();
    }
}
