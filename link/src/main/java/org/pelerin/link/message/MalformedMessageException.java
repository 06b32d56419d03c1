package org.pelerin.link.message;

/** A payload that does not follow the protocol. */
public class MalformedMessageException extends RuntimeException {

    public MalformedMessageException(String message) {
        super(message);
    }
}
