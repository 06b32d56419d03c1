package org.pelerin.core.model;

/**
 * A model's memory for records.
 *
 * @param slots how many there are
 * @param slotValues values that one slot takes: 2 where the memory is counted in pairs
 * @param changes room beside them for changes of state; 0 for a model that does not record them
 * @param disturbances room beside them for disturbances of the mains; 0 for a model that does not watch for them
 */
public record Memory(long slots, int slotValues, int changes, int disturbances) {

    public Memory {
        if (slots < 1 || slotValues < 1) {
            throw new IllegalArgumentException("A memory holds something");
        }
    }

    /** Records of so many values that fit; 0 for records of none. */
    public long records(int valuesPerRecord) {
        int needed = (valuesPerRecord + slotValues - 1) / slotValues;
        return needed == 0 ? 0 : slots / needed;
    }

    public long values() {
        return slots * slotValues;
    }
}
