package org.pelerin.app.platform.settings;

/** The database was written by a newer version; nothing of it was touched. */
public final class NewerSchemaException extends RuntimeException {

    NewerSchemaException(String theirs, String ours) {
        super("The database has schema " + theirs
                + ", written by a newer version of Pelerin; this version knows schemas up to " + ours + ".");
    }
}
