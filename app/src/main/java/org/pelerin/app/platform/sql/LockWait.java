package org.pelerin.app.platform.sql;

import java.sql.SQLException;

/** Locks that were waited for in vain: who waited so long is told, and does not begin the same wait again. */
public final class LockWait {

    /** The server's number for a lock that was not given in time; a lost deadlock has another. */
    private static final int IN_VAIN = 1205;

    private LockWait() {}

    /** Whether a failure, or what caused it, is a lock that was not given in time. */
    public static boolean inVain(Throwable failure) {
        for (Throwable t = failure; t != null; t = t.getCause()) {
            if (t instanceof SQLException s && s.getErrorCode() == IN_VAIN) {
                return true;
            }
        }
        return false;
    }
}
