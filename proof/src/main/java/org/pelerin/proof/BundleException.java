package org.pelerin.proof;

/** A file is no bundle, or cannot be read as one; the message says why, without a full stop. */
public final class BundleException extends RuntimeException {

    public BundleException(String message) {
        super(message);
    }

    public BundleException(String message, Throwable cause) {
        super(message, cause);
    }
}
