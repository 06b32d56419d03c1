package org.pelerin.app.platform.work;

import java.time.Clock;
import java.time.Duration;
import java.util.UUID;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The right to do one piece of work, until it is ended or lapses. Each has a number of its own that no other ever had; every transaction
 * of the thread that works under it changes the work's row by that number just before it commits ({@link ClaimedTransactions}), and is
 * rolled back where it is another's. So nothing counts that is done after a lapse, however long a worker slept.
 */
public final class Claim {

    private static final Duration SHORTEST_PAUSE = Duration.ofMillis(250);
    private static final int MOST_PAUSES = 20;

    private static final ThreadLocal<Claim> CURRENT = new ThreadLocal<>();

    private final WorkMapper work;
    private final Clock machine;
    private final String kind;
    private final long id;
    private final String number = UUID.randomUUID().toString();
    private final int attempts;
    private boolean ended;
    private volatile long movedAt;
    private volatile Thread thread;

    Claim(WorkMapper work, Clock machine, WorkMapper.Due due) {
        this.work = work;
        this.machine = machine;
        this.kind = due.kind();
        this.id = due.id();
        this.attempts = due.attempts();
        this.movedAt = machine.millis();
    }

    /** The one that this thread works under, or null. */
    static Claim current() {
        return CURRENT.get();
    }

    /** @return false if somebody else was faster */
    boolean take() {
        long now = machine.millis();
        return work.take(kind, id, number, now, now + WorkRunner.HOLDS.toMillis()) == 1;
    }

    void enter() {
        thread = Thread.currentThread();
        CURRENT.set(this);
    }

    /** How long nothing was committed under it. */
    Duration silence() {
        return Duration.ofMillis(machine.millis() - movedAt);
    }

    /** Whoever works under it is woken from what it waits for. */
    void interrupt() {
        Thread at = thread;
        if (at != null) {
            at.interrupt();
        }
    }

    static void leave() {
        CURRENT.get().thread = null;
        CURRENT.remove();
    }

    String kind() {
        return kind;
    }

    String number() {
        return number;
    }

    /** How often it was begun in a row before this and came to nothing. */
    public int attempts() {
        return attempts;
    }

    /**
     * Makes sure that the work is still this claim's, and of that until the transaction ends.
     *
     * @throws ClaimLostException if it is not
     */
    public void hold() {
        if (!ended && work.hold(kind, id, number, machine.millis() + WorkRunner.HOLDS.toMillis()) == 0) {
            throw new ClaimLostException(this.toString());
        }
        movedAt = machine.millis();
    }

    /** It is done, or given up: part of the transaction that notes so. */
    public void finish() {
        end(work.finish(kind, id, number));
    }

    /** It goes on after a while; {@link #attempts} begin anew. */
    public void again(Duration pause) {
        end(work.again(kind, id, number, machine.millis() + pause.toMillis(), "", 0));
    }

    /** It came to nothing this time and is tried again, after a while. */
    public void retry(Duration pause) {
        end(work.again(kind, id, number, machine.millis() + pause.toMillis(), "", attempts + 1));
    }

    /**
     * It goes on when {@link LongWork#ready} says that what is named is there.
     *
     * @param gotOn whether it came any further this time
     */
    public void await(String awaited, boolean gotOn) {
        long pause = gotOn ? 0 : SHORTEST_PAUSE.toMillis() * Math.min(attempts, MOST_PAUSES);
        end(work.again(kind, id, number, machine.millis() + pause, awaited, gotOn ? 0 : attempts + 1));
    }

    private void end(int rows) {
        if (rows == 0) {
            throw new ClaimLostException(this.toString());
        }
        ended = true;
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCompletion(int status) {
                    ended = status == STATUS_COMMITTED;
                }
            });
        }
    }

    boolean ended() {
        return ended;
    }

    @Override
    public String toString() {
        return kind + " " + id;
    }
}
