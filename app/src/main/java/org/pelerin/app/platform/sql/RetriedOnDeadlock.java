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
        maxRetries = 6,
        delay = 15,
        jitter = 15,
        multiplier = 2)
public @interface RetriedOnDeadlock {

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
