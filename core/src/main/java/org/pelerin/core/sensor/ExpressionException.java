package org.pelerin.core.sensor;

/** A formula that cannot be read; says what is wrong and where. */
public class ExpressionException extends IllegalArgumentException {

    private final int position;

    /** @param position of the first character that is wrong, from 0 */
    public ExpressionException(String message, int position) {
        super(message);
        this.position = position;
    }

    public int position() {
        return position;
    }
}
