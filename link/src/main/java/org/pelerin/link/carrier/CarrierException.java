package org.pelerin.link.carrier;

/** A carrier file that cannot be trusted; the message says why, for people. */
public class CarrierException extends RuntimeException {

    public CarrierException(String message) {
        super(message);
    }

    public CarrierException(String message, Throwable cause) {
        super(message, cause);
    }
}
