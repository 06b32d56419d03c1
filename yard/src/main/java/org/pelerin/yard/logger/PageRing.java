package org.pelerin.yard.logger;

import java.util.Arrays;
import org.pelerin.link.message.MemoryPage;

/**
 * Pages of flash as a ring. One page more than the entries need, so that a wrapped memory still holds every entry it vouches for
 * while the newest page fills.
 */
final class PageRing {

    /** A page a slot; null where none was written yet. */
    private final byte[][] slots;

    private PageRing(int pages) {
        this.slots = new byte[pages][];
    }

    static PageRing forEntries(long capacity, int perPage) {
        return new PageRing((int) ((capacity + perPage - 1) / perPage) + 1);
    }

    void put(long page, byte[] bytes) {
        slots[(int) (page % slots.length)] = bytes;
    }

    byte[] get(long page) {
        return slots[(int) (page % slots.length)];
    }

    /** All that was ever written. */
    byte[] image() {
        int used = slots.length;
        while (used > 0 && slots[used - 1] == null) {
            used--;
        }
        byte[] out = new byte[used * MemoryPage.SIZE];
        for (int s = 0; s < used; s++) {
            System.arraycopy(slots[s], 0, out, s * MemoryPage.SIZE, MemoryPage.SIZE);
        }
        return out;
    }

    void restore(byte[] image) {
        for (int s = 0; s < image.length / MemoryPage.SIZE && s < slots.length; s++) {
            slots[s] = Arrays.copyOfRange(image, s * MemoryPage.SIZE, (s + 1) * MemoryPage.SIZE);
        }
    }
}
