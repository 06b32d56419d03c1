package org.pelerin.core.series;

import java.util.AbstractList;
import java.util.List;

/** The blocks of a series of which some were read; asking for another is an error. Immutable. */
public final class BlockWindow extends AbstractList<Block> {

    private final int size;
    private final int first;
    private final List<Block> read;

    /**
     * @param size blocks of the whole series
     * @param first number of the first that was read
     */
    public BlockWindow(int size, int first, List<Block> read) {
        if (first < 0 || first + read.size() > size) {
            throw new IllegalArgumentException("Of " + size + " blocks there are no " + read.size() + " from " + first);
        }
        this.size = size;
        this.first = first;
        this.read = List.copyOf(read);
    }

    @Override
    public Block get(int number) {
        if (number < first || number >= first + read.size()) {
            throw new IllegalStateException("Block " + number + " was not read");
        }
        return read.get(number - first);
    }

    @Override
    public int size() {
        return size;
    }
}
