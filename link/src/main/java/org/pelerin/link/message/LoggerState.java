package org.pelerin.link.message;

/** What a logger is doing. */
public enum LoggerState {
    /** No plan, nothing in memory. */
    IDLE,
    /** Written, waiting for its start condition. */
    WAITING,
    LOGGING,
    /** Stopped, its records still in memory. */
    ENDED;

    public boolean running() {
        return this == WAITING || this == LOGGING;
    }
}
