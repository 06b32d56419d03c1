package org.pelerin.app.platform.work;

/** Somebody else has taken the work over meanwhile; the transaction it is thrown in is rolled back. */
public final class ClaimLostException extends RuntimeException {

    ClaimLostException(String work) {
        super(work + " was taken over by another");
    }
}
