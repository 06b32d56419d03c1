package org.pelerin.app.findings;

/** Where a finding is on its way. */
public enum FindingState {
    /** Nobody has taken note of it. */
    OPEN("new"),
    ACKNOWLEDGED("acknowledged"),
    CLOSED("closed"),
    /** A later judgement does not find it any more, and nobody had done anything with it. */
    WITHDRAWN("not found any more"),
    /** Part of another. */
    MERGED("part of another");

    private final String words;

    FindingState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether nobody has acknowledged it. */
    public boolean open() {
        return this == OPEN;
    }

    public boolean acknowledged() {
        return this == ACKNOWLEDGED;
    }

    public boolean closed() {
        return this == CLOSED;
    }

    /** Whether somebody still has to do something with it. */
    public boolean waits() {
        return this == OPEN || this == ACKNOWLEDGED;
    }
}
