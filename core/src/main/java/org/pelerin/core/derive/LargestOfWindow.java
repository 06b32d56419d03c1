package org.pelerin.core.derive;

/**
 * The largest of the last {@code n} values. Constant cost a value on the whole: those that a later, larger one makes irrelevant are dropped.
 * Its room grows with what it holds: {@code n} may be larger than any record.
 */
final class LargestOfWindow {

    private double[] values;
    private long[] numbers;
    private final int n;
    private int first;
    private int size;
    private long count;

    LargestOfWindow(int n) {
        this.n = n;
        values = new double[Math.min(n, MovingMean.AT_FIRST)];
        numbers = new long[values.length];
    }

    void clear() {
        size = 0;
        count = 0;
    }

    void add(double v) {
        if (size > 0 && numbers[first] <= count - n) {
            first = (first + 1) % values.length;
            size--;
        }
        while (size > 0 && values[(first + size - 1) % values.length] <= v) {
            size--;
        }
        if (size == values.length) {
            grow();
        }
        int place = (first + size) % values.length;
        values[place] = v;
        numbers[place] = count++;
        size++;
    }

    double value() {
        return values[first];
    }

    private void grow() {
        int room = (int) Math.min(n, 2L * values.length);
        double[] more = new double[room];
        long[] their = new long[room];
        for (int i = 0; i < size; i++) {
            more[i] = values[(first + i) % values.length];
            their[i] = numbers[(first + i) % values.length];
        }
        values = more;
        numbers = their;
        first = 0;
    }
}
