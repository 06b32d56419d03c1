package org.pelerin.app.organisation.account;

import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.platform.sql.LockWait;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionOperations;

/** Transactions that are done again from their start where they lose a deadlock, a little later each time. */
final class DoneAgain implements TransactionOperations {

    private final TransactionOperations once;

    DoneAgain(TransactionOperations once) {
        this.once = once;
    }

    @Override
    public <T> T execute(TransactionCallback<T> action) {
        for (int attempt = 0; ; attempt++) {
            try {
                return once.execute(action);
            } catch (PessimisticLockingFailureException e) {
                if (attempt == RetriedOnDeadlock.MOST || LockWait.inVain(e) || !paused(attempt)) {
                    throw e;
                }
            }
        }
    }

    /** @return false if the thread is to end */
    private static boolean paused(int attempt) {
        int ms = Math.min(RetriedOnDeadlock.LONGEST_PAUSE_MS, RetriedOnDeadlock.FIRST_PAUSE_MS << attempt);
        try {
            TimeUnit.MILLISECONDS.sleep(ms + ThreadLocalRandom.current().nextInt(RetriedOnDeadlock.FIRST_PAUSE_MS));
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
