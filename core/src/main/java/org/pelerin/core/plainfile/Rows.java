package org.pelerin.core.plainfile;

import java.util.Arrays;

/** Whole lines of a file, read into instants and values. What cannot be read ends them, and is kept as an error. */
final class Rows {

    private final byte[] text;
    private final int length;
    private final int columns;

    /** Bytes of a row with one short value; room is made for as many rows as fit. */
    private static final int SHORT_ROW = 24;

    private long[] instants;
    private final double[][] values;
    private final int[] decimals;
    private int count;
    private int lines;
    private PlainFileException error;

    /**
     * @param text of which the first {@code length} bytes are lines; not copied
     * @param columns channels a row has to have
     */
    Rows(byte[] text, int length, int columns) {
        this.text = text;
        this.length = length;
        this.columns = columns;
        int room = 16 + length / (SHORT_ROW + 4 * (columns - 1));
        this.instants = new long[room];
        this.values = new double[columns][room];
        this.decimals = new int[columns];
    }

    /** The line and cell of an error are those of these lines, the first of them 1. */
    Rows parse() {
        InstantCell instant = new InstantCell();
        NumberCell number = new NumberCell();
        int at = 0;
        try {
            while (at < length) {
                lines++;
                at = row(at, instant, number);
            }
        } catch (PlainFileException e) {
            error = e;
        }
        return this;
    }

    /** Reads a row and returns where the next one begins. */
    private int row(int from, InstantCell instant, NumberCell number) {
        if (count == instants.length) {
            grow();
        }
        int at = from;
        long t = instant.common(text, from, length);
        if (t != InstantCell.NONE && instant.end() < length && text[instant.end()] == ',') {
            follows(t);
            at = instant.end() + 1;
        } else {
            at = cell(from, from, 0, number);
        }
        for (int column = 1; column <= columns; column++) {
            double v = number.common(text, at, length);
            int end = number.end();
            boolean common = v == v && end < length && text[end] == (column == columns ? '\n' : ',');
            if (common) {
                values[column - 1][count] = v;
                if (number.decimals() > decimals[column - 1]) {
                    decimals[column - 1] = number.decimals();
                }
                at = end + 1;
            } else {
                at = cell(from, at, column, number);
            }
        }
        count++;
        return at;
    }

    /** Reads a cell of any form and returns where the next one begins. */
    private int cell(int row, int from, int column, NumberCell number) {
        int end = end(from);
        boolean last = end == length || text[end] == '\n';
        if (last != (column == columns)) {
            throw length(row, column, last);
        }
        int begin = from;
        int until = last && end > begin && text[end - 1] == '\r' ? end - 1 : end;
        while (begin < until && blank(text[begin])) {
            begin++;
        }
        while (until > begin && blank(text[until - 1])) {
            until--;
        }
        if (until - begin >= 2 && text[begin] == '"' && text[until - 1] == '"') {
            begin++;
            until--;
        }
        if (column == 0) {
            instant(begin, until);
        } else {
            value(begin, until, column, number);
        }
        return end + 1;
    }

    /** Where a cell ends: at its comma, the end of its line or of the text. In quotes a comma is none. */
    private int end(int from) {
        int at = from;
        while (at < length && blank(text[at])) {
            at++;
        }
        if (at < length && text[at] == '"') {
            at++;
            while (at < length && text[at] != '"' && text[at] != '\n') {
                at++;
            }
        }
        while (at < length && text[at] != ',' && text[at] != '\n') {
            at++;
        }
        return at;
    }

    private static boolean blank(byte b) {
        return b == ' ' || b == '\t';
    }

    private PlainFileException length(int from, int column, boolean shorter) {
        int cells = 1;
        int at = from;
        while ((at = end(at)) < length && text[at] != '\n') {
            cells++;
            at++;
        }
        boolean empty =
                cells == 1 && new String(text, from, at - from, java.nio.charset.StandardCharsets.ISO_8859_1).isBlank();
        return wrong(
                empty ? 1 : shorter ? column + 2 : columns + 2,
                empty
                        ? "the row is empty"
                        : "the row has " + cells + (cells == 1 ? " cell" : " cells") + ", the header " + (columns + 1));
    }

    private void instant(int from, int to) {
        long t = InstantCell.any(text, from, to);
        if (t == InstantCell.NONE) {
            throw wrong(
                    1, said(from, to) + " is no ISO 8601 instant with an offset, such as 2026-03-19T08:00:00+01:00");
        }
        follows(t);
    }

    private void follows(long t) {
        if (count > 0 && t <= instants[count - 1]) {
            throw order(t, instants[count - 1], lines);
        }
        instants[count] = t;
    }

    /** Why an instant cannot follow another. */
    static PlainFileException order(long t, long before, long line) {
        return new PlainFileException(
                line,
                1,
                t == before
                        ? "the instant is the same as in the row before"
                        : "the instant lies before that of the row before");
    }

    private void value(int from, int to, int column, NumberCell cell) {
        double v = Double.NaN;
        if (from < to) {
            v = cell.any(text, from, to);
            if (Double.isNaN(v)) {
                throw wrong(
                        column + 1, said(from, to) + " is no number; a number has a point and no unit, such as 12.5");
            }
            if (Double.isInfinite(v)) {
                throw wrong(column + 1, said(from, to) + " is too large a number");
            }
            decimals[column - 1] = Math.max(decimals[column - 1], cell.decimals());
        }
        values[column - 1][count] = v;
    }

    private PlainFileException wrong(int column, String message) {
        return new PlainFileException(lines, column, message);
    }

    /** A cell as it is quoted in a message. */
    private String said(int from, int to) {
        if (from == to) {
            return "an empty cell";
        }
        for (int i = from; i < to; i++) {
            if (text[i] < 0 && !utf8(from, to)) {
                throw wrong(0, "these bytes are not UTF-8");
            }
        }
        String cell = new String(text, from, to - from, java.nio.charset.StandardCharsets.UTF_8)
                .replaceAll("\\p{Cntrl}", "�");
        return "“" + (cell.length() > 40 ? cell.substring(0, 40) + "…" : cell) + "”";
    }

    private boolean utf8(int from, int to) {
        try {
            java.nio.charset.StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(java.nio.ByteBuffer.wrap(text, from, to - from));
            return true;
        } catch (java.nio.charset.CharacterCodingException e) {
            return false;
        }
    }

    private void grow() {
        int more = instants.length * 2;
        instants = Arrays.copyOf(instants, more);
        for (int c = 0; c < columns; c++) {
            values[c] = Arrays.copyOf(values[c], more);
        }
    }

    int count() {
        return count;
    }

    int lines() {
        return lines;
    }

    long instant(int row) {
        return instants[row];
    }

    double[] values(int column) {
        return values[column];
    }

    int decimals(int column) {
        return decimals[column];
    }

    /** What ended them; null where all could be read. */
    PlainFileException error() {
        return error;
    }
}
