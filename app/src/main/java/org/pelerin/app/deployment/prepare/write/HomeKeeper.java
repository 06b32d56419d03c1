package org.pelerin.app.deployment.prepare.write;

import org.pelerin.app.loggers.connection.DockedLogger;

/** Empties loggers of what is safely home; given by the room that knows what is. */
public interface HomeKeeper {

    /** Whether every record in its memory is home. */
    boolean allHome(DockedLogger logger);

    /** How many records of its newest mission are not home. */
    long notHome(DockedLogger logger);

    /** Erases all missions in a logger's memory, with the proof that each is held here; throws if one is not, and erases none then. */
    void erase(String serial, String by);
}
