package org.pelerin.core.derive;

/** The largest of the last {@code n} values. Constant cost a value: those that a later, larger one makes irrelevant are dropped. */
final class LargestOfWindow {

    private final double[] values;
    private final long[] numbers;
    private final int n;
    private int first;
    private int size;
    private long count;

    LargestOfWindow(int n) {
        this.n = n;
        values = new double[n];
        numbers = new long[n];
    }

    void clear() {
        size = 0;
        count = 0;
    }

    void add(double v) {
        if (size > 0 && numbers[first] <= count - n) {
            first = (first + 1) % n;
            size--;
        }
        while (size > 0 && values[(first + size - 1) % n] <= v) {
            size--;
        }
        int place = (first + size) % n;
        values[place] = v;
        numbers[place] = count++;
        size++;
    }

    double value() {
        return values[first];
    }
}
