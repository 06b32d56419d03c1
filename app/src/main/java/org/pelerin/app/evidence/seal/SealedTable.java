package org.pelerin.app.evidence.seal;

import java.util.List;

/**
 * A table whose rows are sealed: all that belong to one owner together.
 *
 * @param table its name, which is the name of the seal too
 * @param owner the column that says whose a row is; a whole number, never null
 * @param subject what the owner is, as the audit trail calls it before its number: {@code mission}
 * @param words what the rows are, of one owner: {@code signatures}
 * @param leftOut columns that follow from others, or that say how far something has got
 */
public record SealedTable(String table, String owner, String subject, String words, List<String> leftOut) {

    public static SealedTable of(String table, String owner, String subject, String words, String... leftOut) {
        return new SealedTable(table, owner, subject, words, List.of(leftOut));
    }
}
