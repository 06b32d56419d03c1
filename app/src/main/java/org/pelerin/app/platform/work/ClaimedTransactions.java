package org.pelerin.app.platform.work;

import org.apache.ibatis.executor.Executor;
import org.apache.ibatis.mapping.MappedStatement;
import org.apache.ibatis.plugin.Interceptor;
import org.apache.ibatis.plugin.Intercepts;
import org.apache.ibatis.plugin.Invocation;
import org.apache.ibatis.plugin.Signature;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Checks every transaction of a thread that works under a {@link Claim}, whichever room it is in, just before it commits; and lets such a
 * thread write nothing outside of one.
 */
@Component
@Intercepts(
        @Signature(
                type = Executor.class,
                method = "update",
                args = {MappedStatement.class, Object.class}))
class ClaimedTransactions implements TransactionExecutionListener, Interceptor {

    private static final String OWN = WorkMapper.class.getName();

    @Override
    public void afterBegin(TransactionExecution transaction, Throwable failure) {
        Claim claim = Claim.current();
        if (claim != null
                && failure == null
                && !transaction.isReadOnly()
                && TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void beforeCommit(boolean readOnly) {
                    claim.hold();
                }
            });
        }
    }

    @Override
    public Object intercept(Invocation invocation) throws Throwable {
        String statement = ((MappedStatement) invocation.getArgs()[0]).getId();
        if (Claim.current() != null
                && !TransactionSynchronizationManager.isActualTransactionActive()
                && !statement.startsWith(OWN)) {
            throw new IllegalStateException(statement + " writes under a claim and outside of a transaction");
        }
        return invocation.proceed();
    }
}
