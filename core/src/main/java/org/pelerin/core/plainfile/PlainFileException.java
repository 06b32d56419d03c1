package org.pelerin.core.plainfile;

/** A plain file that cannot be read; says where and why in one line. */
public final class PlainFileException extends RuntimeException {

    private final long line;
    private final int column;
    private final String what;

    /**
     * @param line from 1
     * @param column number of the cell, from 1; 0 for the whole line
     */
    PlainFileException(long line, int column, String message) {
        super("line " + line + (column > 0 ? ", column " + column : "") + ": " + message);
        this.line = line;
        this.column = column;
        this.what = message;
    }

    /** The same in a file in which so many lines stand before. */
    PlainFileException after(long lines) {
        return new PlainFileException(line + lines, column, what);
    }

    public long line() {
        return line;
    }

    public int column() {
        return column;
    }
}
