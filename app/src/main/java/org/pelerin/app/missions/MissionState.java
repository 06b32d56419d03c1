package org.pelerin.app.missions;

/** Where a mission is on its way. */
public enum MissionState {
    /** Being written; the logger may or may not have it. */
    DRAFT,
    WRITTEN,
    WAITING,
    LOGGING,
    ENDED,
    COLLECTED,
    ABANDONED,
    /** It was collected, and its record was removed since, after its time. */
    REMOVED;

    /** Whether it was collected, whatever became of its record since. */
    public boolean home() {
        return this == COLLECTED || this == REMOVED;
    }

    /** Whether its logger is, or should be, out at work. */
    public boolean inField() {
        return this == WRITTEN || this == WAITING || this == LOGGING || this == ENDED;
    }
}
