package org.pelerin.app.platform.sql;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.lang.reflect.Method;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.resilience.annotation.Retryable;
import org.springframework.resilience.retry.MethodRetryPredicate;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * On services whose transactions can lose against others: a deadlock, or a certification failure of a cluster, rolls the transaction
 * back, and it is done again from its start.
 */
@Documented
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@Retryable(
        includes = PessimisticLockingFailureException.class,
        predicate = RetriedOnDeadlock.Outermost.class,
        maxRetries = RetriedOnDeadlock.MOST,
        delay = RetriedOnDeadlock.FIRST_PAUSE_MS,
        jitter = RetriedOnDeadlock.FIRST_PAUSE_MS,
        multiplier = 2,
        maxDelay = RetriedOnDeadlock.LONGEST_PAUSE_MS)
public @interface RetriedOnDeadlock {

    /** How often it is done again: for some four seconds. Where all write to one database, the second time nearly always goes through. */
    int MOST = 12;

    int FIRST_PAUSE_MS = 15;
    int LONGEST_PAUSE_MS = 500;

    /**
     * Inside another transaction nothing is done again: that one is rolled back as a whole, and whoever began it does it again. Who has waited in vain for
     * a lock has waited long enough.
     */
    final class Outermost implements MethodRetryPredicate {
        @Override
        public boolean shouldRetry(Method method, Throwable failure) {
            return !TransactionSynchronizationManager.isActualTransactionActive() && !LockWait.inVain(failure);
        }
    }
}
