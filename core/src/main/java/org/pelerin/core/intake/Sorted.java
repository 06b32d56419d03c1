package org.pelerin.core.intake;

/**
 * Stable order of keys: runs that are in order already are found and merged from the bottom up. O(n log r) for r runs; 8 bytes a key.
 */
final class Sorted {

    private Sorted() {}

    /** Indexes of the first {@code count} keys by ascending key; equal keys stay in their order. */
    static int[] order(long[] keys, int count) {
        int[] from = new int[count];
        for (int i = 0; i < count; i++) {
            from[i] = i;
        }
        int[] to = new int[count];
        while (true) {
            int runs = 0;
            for (int start = 0; start < count; runs++) {
                int middle = run(keys, from, start, count);
                int end = middle == count ? count : run(keys, from, middle, count);
                merge(keys, from, to, start, middle, end);
                start = end;
            }
            int[] swap = from;
            from = to;
            to = swap;
            if (runs <= 1) {
                return from;
            }
        }
    }

    /** Where the run that begins at {@code start} ends. */
    private static int run(long[] keys, int[] order, int start, int count) {
        int end = start + 1;
        while (end < count && keys[order[end - 1]] <= keys[order[end]]) {
            end++;
        }
        return end;
    }

    private static void merge(long[] keys, int[] from, int[] to, int start, int middle, int end) {
        int a = start;
        int b = middle;
        for (int i = start; i < end; i++) {
            boolean left = b >= end || a < middle && keys[from[a]] <= keys[from[b]];
            to[i] = left ? from[a++] : from[b++];
        }
    }
}
