package org.pelerin.yard.logger;

import java.util.Arrays;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;

/**
 * A logger's flash: a ring of pages. One page more than the records need, so that a wrapped memory still holds every
 * record it vouches for while the newest page fills.
 */
final class LoggerMemory {

    private final int mission;
    private final int valuesPerRecord;
    private final boolean wide;
    private final int recordsPerPage;
    private final long capacity;
    /** A page a slot; null where none was written yet. */
    private final byte[][] slots;

    private final int[] open;
    private int openValues;
    private long endRecord;

    /** @param capacity records that are kept */
    LoggerMemory(int mission, int valuesPerRecord, boolean wide, long capacity) {
        this.mission = mission;
        this.valuesPerRecord = valuesPerRecord;
        this.wide = wide;
        this.recordsPerPage = MissionPage.recordsPerPage(valuesPerRecord, wide);
        this.capacity = capacity;
        this.slots = new byte[(int) ((capacity + recordsPerPage - 1) / recordsPerPage) + 1][];
        this.open = new int[recordsPerPage * valuesPerRecord];
    }

    /** Takes up where a stored image stopped. */
    LoggerMemory(int mission, int valuesPerRecord, boolean wide, long capacity, long endRecord, byte[] stored) {
        this(mission, valuesPerRecord, wide, capacity);
        for (int s = 0; s < stored.length / MissionPage.SIZE && s < slots.length; s++) {
            slots[s] = Arrays.copyOfRange(stored, s * MissionPage.SIZE, (s + 1) * MissionPage.SIZE);
        }
        this.endRecord = endRecord;
        if (endRecord % recordsPerPage != 0) {
            int[] counts = MissionPage.decode(slot(endRecord / recordsPerPage)).counts();
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
            flush(endRecord / recordsPerPage - 1);
            openValues = 0;
        }
    }

    long endRecord() {
        return endRecord;
    }

    long firstRecord() {
        return Math.max(0, endRecord - capacity);
    }

    long records() {
        return endRecord - firstRecord();
    }

    long firstPage() {
        return firstRecord() / recordsPerPage;
    }

    long endPage() {
        return (endRecord + recordsPerPage - 1) / recordsPerPage;
    }

    byte[] page(long page) {
        if (page < 0 || page >= endPage()) {
            throw new RefusedException(Refusal.NO_SUCH_PAGE, "Page " + page + " has not been written");
        }
        if (page < firstPage()) {
            throw new RefusedException(Refusal.PAGE_GONE, "Page " + page + " has been overwritten");
        }
        flushOpen();
        return slot(page).clone();
    }

    /** All of the flash that was ever written, the page being filled included. */
    byte[] image() {
        flushOpen();
        int used = slots.length;
        while (used > 0 && slots[used - 1] == null) {
            used--;
        }
        byte[] out = new byte[used * MissionPage.SIZE];
        for (int s = 0; s < used; s++) {
            System.arraycopy(slots[s], 0, out, s * MissionPage.SIZE, MissionPage.SIZE);
        }
        return out;
    }

    private void flushOpen() {
        if (openValues > 0) {
            flush(endRecord / recordsPerPage);
        }
    }

    private void flush(long page) {
        slots[(int) (page % slots.length)] = new MissionPage(
                        mission, page, page * recordsPerPage, valuesPerRecord, wide, Arrays.copyOf(open, openValues))
                .encode();
    }

    private byte[] slot(long page) {
        return slots[(int) (page % slots.length)];
    }
}
