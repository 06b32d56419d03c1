package org.pelerin.core.exchange;

/** A document that cannot be read; says what is wrong, and where. */
public class DocumentException extends IllegalArgumentException {

    private final String said;
    private final String place;
    private final int line;
    private final int column;

    /**
     * @param place path in the document, as {@code plan.channels[1].label}; empty for the document itself
     * @param line from 1; 0 where there is none
     */
    public DocumentException(String message, String place, int line) {
        super((place.isEmpty() ? "" : "At “" + place + "”" + (line > 0 ? ", line " + line : "") + ": ") + message);
        this.said = message;
        this.place = place;
        this.line = line;
        this.column = 0;
    }

    /** With line and column, both from 1, and the message in one line. */
    public DocumentException(String message, String place, int line, int column) {
        super("line " + line + ", column " + column + (place.isEmpty() ? "" : " (" + place + ")") + ": " + message);
        this.said = message;
        this.place = place;
        this.line = line;
        this.column = column;
    }

    /** What is wrong, without the place: for who typed it into a form and never saw the document. */
    public String said() {
        return said;
    }

    public String place() {
        return place;
    }

    /** 0 where there is none. */
    public int column() {
        return column;
    }

    public int line() {
        return line;
    }
}
