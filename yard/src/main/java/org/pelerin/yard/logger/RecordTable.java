package org.pelerin.yard.logger;

import java.util.Arrays;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.PageTable;

/** Records of one table in flash, as pages in a {@link PageRing}. */
final class RecordTable {

    private final int mission;
    private final PageTable table;
    private final int valuesPerRecord;
    private final boolean wide;
    private final int recordsPerPage;
    private final long capacity;
    private final PageRing ring;

    private final int[] open;
    private int openValues;
    private long endRecord;

    /** @param capacity records that are kept */
    RecordTable(int mission, PageTable table, int valuesPerRecord, boolean wide, long capacity) {
        this.mission = mission;
        this.table = table;
        this.valuesPerRecord = valuesPerRecord;
        this.wide = wide;
        this.recordsPerPage = MissionPage.recordsPerPage(valuesPerRecord, wide);
        this.capacity = capacity;
        this.ring = PageRing.forEntries(capacity, recordsPerPage);
        this.open = new int[recordsPerPage * valuesPerRecord];
    }

    /** Takes up where a stored image stopped. */
    void restore(long end, byte[] stored) {
        ring.restore(stored);
        endRecord = end;
        if (endRecord % recordsPerPage != 0) {
            int[] counts =
                    MissionPage.decode(ring.get(endRecord / recordsPerPage)).counts();
            // a flash stored ahead of its description holds records that will be lived again
            openValues = (int) (endRecord % recordsPerPage) * valuesPerRecord;
            System.arraycopy(counts, 0, open, 0, openValues);
        }
    }

    void append(int[] record) {
        System.arraycopy(record, 0, open, openValues, valuesPerRecord);
        openValues += valuesPerRecord;
        endRecord++;
        if (endRecord % recordsPerPage == 0) {
            put(endRecord / recordsPerPage - 1);
            openValues = 0;
        }
    }

    long endRecord() {
        return endRecord;
    }

    long firstRecord() {
        return Math.max(0, endRecord - capacity);
    }

    long firstPage() {
        return firstRecord() / recordsPerPage;
    }

    long endPage() {
        return (endRecord + recordsPerPage - 1) / recordsPerPage;
    }

    /** The pages, the one being filled included. */
    PageRing pages() {
        if (openValues > 0) {
            put(endRecord / recordsPerPage);
        }
        return ring;
    }

    private void put(long page) {
        ring.put(
                page,
                new MissionPage(
                                mission,
                                table.base() + page,
                                page * recordsPerPage,
                                valuesPerRecord,
                                wide,
                                Arrays.copyOf(open, openValues))
                        .encode());
    }
}
