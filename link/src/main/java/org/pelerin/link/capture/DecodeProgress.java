package org.pelerin.link.capture;

import java.util.List;
import java.util.Map;
import org.pelerin.link.message.PageTable;

/** How far a capture was decoded: of each table that had pages, up to the newest of them, which may still grow. */
public record DecodeProgress(Map<PageTable, At> tables) {

    public static final DecodeProgress NOTHING = new DecodeProgress(Map.of());

    /**
     * @param page the newest page
     * @param before what the pages before it hold: of records, how many, and then the number of the first of all; of changes, how many
     *     of each channel, in the plan's order; of disturbances, how many
     */
    public record At(long page, List<Long> before) {
        public At {
            before = List.copyOf(before);
        }
    }

    public DecodeProgress {
        tables = Map.copyOf(tables);
    }

    public boolean nothing() {
        return tables.isEmpty();
    }

    /** The page to go on with: the newest that was there, or the table's first. */
    public long page(PageTable table) {
        At at = tables.get(table);
        return at == null ? table.base() : at.page;
    }

    /** What came before that page; 0 where nothing did. */
    long before(PageTable table, int what) {
        At at = tables.get(table);
        return at == null ? 0 : at.before.get(what);
    }

    boolean has(PageTable table) {
        return tables.containsKey(table);
    }
}
