package org.pelerin.link;

/** The link to a logger failed; the logger itself may be well. */
public class LinkException extends RuntimeException {

    public LinkException(String message, Throwable cause) {
        super(message, cause);
    }
}
