package org.pelerin.app.evidence;

import java.util.Optional;

/** Knows heads of the audit trail from outside the database, where who changes the database does not reach them. */
public interface TrailWitness {

    /** Where the trail is another than it was; empty for nowhere. Without a full stop. */
    Optional<String> disagreement();

    /** Takes down what is the head now, if that is another than before. */
    void takeDown();

    /** How far it has taken them down, and where, for people. */
    String words();
}
