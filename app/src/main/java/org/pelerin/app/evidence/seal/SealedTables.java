package org.pelerin.app.evidence.seal;

import java.util.List;

/** What a room seals of the tables that are its own. */
public interface SealedTables {

    List<SealedTable> tables();
}
