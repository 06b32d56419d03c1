package org.pelerin.link.message;

/** A request that was understood and refused. */
public class RefusedException extends RuntimeException {

    private final Refusal refusal;

    public RefusedException(Refusal refusal, String message) {
        super(message);
        this.refusal = refusal;
    }

    public Refusal refusal() {
        return refusal;
    }
}
