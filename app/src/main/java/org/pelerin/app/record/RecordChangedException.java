package org.pelerin.app.record;

import org.springframework.dao.PessimisticLockingFailureException;

/** A record was written or removed while somebody read it: what was read so far and what would come are not of one record. To be read again from its start, as after a lost deadlock. */
final class RecordChangedException extends PessimisticLockingFailureException {

    private static final long serialVersionUID = 1;

    RecordChangedException(long missionId) {
        super("The record of mission " + missionId + " was changed while it was read");
    }
}
