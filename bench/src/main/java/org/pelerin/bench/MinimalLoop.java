package org.pelerin.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * The least that judging a file can cost: one thread reads a plain file of one column, makes of each row an instant and a value, and looks whether the value
 * is above a limit. It checks nothing.
 */
public final class MinimalLoop {

    private static final int BUFFER = 1 << 16;
    private static final double LIMIT = 14;
    private static final long DAY_S = 86_400;

    private MinimalLoop() {}

    /** @param args the file: instants as {@code 2026-01-01T00:00:00Z} */
    public static void main(String[] args) throws IOException {
        try (InputStream in = Files.newInputStream(Path.of(args[0]))) {
            System.out.println(above(in));
        }
    }

    /** Seconds above the limit. */
    private static long above(InputStream in) throws IOException {
        byte[] buffer = new byte[BUFFER];
        long above = 0;
        long instant = 0;
        long before = 0;
        boolean out = false;
        boolean value = false;
        long number = 0;
        long scale = 0;
        boolean negative = false;
        boolean header = true;
        for (int n = in.read(buffer); n > 0; n = in.read(buffer)) {
            for (int i = 0; i < n; i++) {
                byte b = buffer[i];
                if (b == '\n') {
                    if (!header) {
                        long at = seconds(instant);
                        above += out ? at - before : 0;
                        before = at;
                        double v = (negative ? -number : number) / (double) Math.max(1, scale);
                        out = v > LIMIT;
                    }
                    header = false;
                    value = false;
                    instant = 0;
                    number = 0;
                    scale = 0;
                    negative = false;
                } else if (b == ',') {
                    value = true;
                } else if (b >= '0' && b <= '9') {
                    if (value) {
                        number = number * 10 + b - '0';
                        scale *= 10;
                    } else {
                        instant = instant * 10 + b - '0';
                    }
                } else if (value && b == '.') {
                    scale = 1;
                } else if (value && b == '-') {
                    negative = true;
                }
            }
        }
        return above;
    }

    /** @param digits as yyyyMMddHHmmss */
    private static long seconds(long digits) {
        long day = digits / 1_000_000;
        long time = digits % 1_000_000;
        long y = day / 10_000;
        long m = day / 100 % 100;
        long d = day % 100;
        // days since 1970 in the Gregorian calendar, years beginning in March
        long years = m <= 2 ? y - 1 : y;
        long era = years / 400;
        long ofEra = years - era * 400;
        long ofYear = (153 * (m + (m > 2 ? -3 : 9)) + 2) / 5 + d - 1;
        long days = era * 146_097 + ofEra * 365 + ofEra / 4 - ofEra / 100 + ofYear - 719_468;
        return days * DAY_S + time / 10_000 * 3600 + time / 100 % 100 * 60 + time % 100;
    }
}
