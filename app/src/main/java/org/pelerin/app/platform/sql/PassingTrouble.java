package org.pelerin.app.platform.sql;

import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.transaction.TransactionException;

/** Errors of a database that is busy or away: they say nothing of what is stored, and what was begun is done again. */
public final class PassingTrouble {

    private PassingTrouble() {}

    /** Throws an error that is one of them; whoever calls it tells of any other as of what is stored. */
    public static void rethrow(Exception e) {
        if (e instanceof RuntimeException r
                && (r instanceof TransientDataAccessException
                        || r instanceof DataAccessResourceFailureException
                        || r instanceof TransactionException)) {
            throw r;
        }
    }
}
