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
    private final int recordsPerPage;
    private final long capacity;
    private final byte[] image;
    private final int ringPages;
    private final short[] open;
    private int openValues;
    private long endRecord;

    /** @param capacity records that are kept */
    LoggerMemory(int mission, int valuesPerRecord, long capacity) {
        this.mission = mission;
        this.valuesPerRecord = valuesPerRecord;
        this.recordsPerPage = MissionPage.recordsPerPage(valuesPerRecord);
        this.capacity = capacity;
        this.ringPages = (int) ((capacity + recordsPerPage - 1) / recordsPerPage) + 1;
        this.image = new byte[ringPages * MissionPage.SIZE];
        this.open = new short[recordsPerPage * valuesPerRecord];
    }

    /** Takes up where a stored image stopped. */
    LoggerMemory(int mission, int valuesPerRecord, long capacity, long endRecord, byte[] stored) {
        this(mission, valuesPerRecord, capacity);
        System.arraycopy(stored, 0, image, 0, Math.min(stored.length, image.length));
        this.endRecord = endRecord;
        if (endRecord % recordsPerPage != 0) {
            short[] counts =
                    MissionPage.decode(slot(endRecord / recordsPerPage)).counts();
            // a flash stored ahead of its description holds records that will be lived again
            openValues = (int) (endRecord % recordsPerPage) * valuesPerRecord;
            System.arraycopy(counts, 0, open, 0, openValues);
        }
    }

    void append(short[] record) {
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
        return slot(page);
    }

    /** The whole flash, the page being filled included. */
    byte[] image() {
        flushOpen();
        return image.clone();
    }

    private void flushOpen() {
        if (openValues > 0) {
            flush(endRecord / recordsPerPage);
        }
    }

    private void flush(long page) {
        byte[] bytes = new MissionPage(
                        mission, page, page * recordsPerPage, valuesPerRecord, Arrays.copyOf(open, openValues))
                .encode();
        System.arraycopy(bytes, 0, image, (int) (page % ringPages) * MissionPage.SIZE, MissionPage.SIZE);
    }

    private byte[] slot(long page) {
        int at = (int) (page % ringPages) * MissionPage.SIZE;
        return Arrays.copyOfRange(image, at, at + MissionPage.SIZE);
    }
}
