package org.pelerin.app.platform.settings;

/** A backup was being restored into the database, and that broke off. */
public final class HalfRestoredException extends RuntimeException {

    private static final long serialVersionUID = 1;

    HalfRestoredException() {
        super("The database is half restored: restoring a backup into it broke off.");
    }
}
