package org.pelerin.app.account;

/** What a person may do. */
public enum Role {
    /** Programs, places and collects. */
    TECHNICIAN,
    /** Judges. */
    REVIEWER,
    /** Everything, accounts included. */
    ADMIN,
    /** Looks only. */
    VIEWER
}
