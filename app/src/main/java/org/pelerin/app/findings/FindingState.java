package org.pelerin.app.findings;

import org.pelerin.app.platform.language.Texts;

/** Where a finding is on its way. */
public enum FindingState {
    /** Nobody has taken note of it. */
    OPEN("findings.findingState.new"),
    ACKNOWLEDGED("findings.findingState.acknowledged"),
    CLOSED("findings.findingState.closed"),
    /** A later judgement does not find it any more, and nobody had done anything with it. */
    WITHDRAWN("findings.findingState.noLongerFound"),
    /** Part of another. */
    MERGED("findings.findingState.merged");

    private final String words;

    FindingState(String words) {
        this.words = words;
    }

    public String words() {
        return Texts.of(words);
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
