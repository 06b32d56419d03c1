package org.pelerin.app.missions;

import java.time.Instant;
import java.util.Optional;

/** Since when missions are signed, for those who say something of them: what came later was not signed. */
public interface SignedSince {

    /** When it was first signed as it stands; empty while nobody has, or since it was opened again. */
    Optional<Instant> of(long mission);
}
