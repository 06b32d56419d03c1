package org.pelerin.core.exchange;

/** A document that cannot be read; says what is wrong, and where. */
public class DocumentException extends IllegalArgumentException {

    private final String place;
    private final int line;

    /**
     * @param place path in the document, as {@code plan.channels[1].label}; empty for the document itself
     * @param line from 1; 0 where there is none
     */
    public DocumentException(String message, String place, int line) {
        super((place.isEmpty() ? "" : "At “" + place + "”" + (line > 0 ? ", line " + line : "") + ": ") + message);
        this.place = place;
        this.line = line;
    }

    public String place() {
        return place;
    }

    public int line() {
        return line;
    }
}
