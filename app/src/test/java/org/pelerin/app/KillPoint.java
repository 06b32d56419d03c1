package org.pelerin.app;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.ApplicationContext;
import org.springframework.transaction.ConfigurableTransactionManager;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;

/**
 * Ends a thread just before one of its commits, as a kill of the process would: that transaction and whatever the thread would do afterwards in its
 * clean-up never comes to be.
 */
final class KillPoint implements TransactionExecutionListener, AutoCloseable {

    static final class Killed extends Error {
        private static final long serialVersionUID = 1;
    }

    private final Set<Thread> dead = ConcurrentHashMap.newKeySet();
    private volatile String whose;
    private volatile int left;
    private volatile boolean hit;

    KillPoint(ApplicationContext app) {
        app.getBean(ConfigurableTransactionManager.class).addListener(this);
    }

    /**
     * @param whose a class that is on the stack of the thread that is meant
     * @param commit the how manieth commit does not come to be, from 1
     */
    void arm(Class<?> whose, int commit) {
        arm(whose.getName(), commit);
    }

    /** @param whose a class by its name, for one that tests do not see */
    void arm(String whose, int commit) {
        dead.clear();
        hit = false;
        this.whose = whose;
        left = commit;
    }

    boolean hit() {
        return hit;
    }

    @Override
    public void afterBegin(TransactionExecution transaction, Throwable failure) {
        if (dead.contains(Thread.currentThread())) {
            throw new Killed();
        }
    }

    @Override
    public void beforeCommit(TransactionExecution transaction) {
        if (dead.contains(Thread.currentThread())) {
            throw new Killed();
        }
        if (whose != null && meant() && left > 0 && --left == 0) {
            hit = true;
            dead.add(Thread.currentThread());
            throw new Killed();
        }
    }

    private boolean meant() {
        String name = whose;
        return StackWalker.getInstance()
                .walk(frames -> frames.anyMatch(f -> f.getClassName().equals(name)));
    }

    /** It stays listening, and does nothing any more. */
    @Override
    public void close() {
        whose = null;
        dead.clear();
    }
}
