package org.pelerin.app.report.api;

import java.util.HashMap;
import java.util.Map;

/** Work that takes memory and time: so many at once for one account, and for all together. Who comes too soon is told so, and never waits inside. */
final class Turns {

    /** There is no turn now. */
    static final class NoTurnException extends RuntimeException {
        NoTurnException(String message) {
            super(message);
        }
    }

    /** Given back when it is closed. */
    interface Turn extends AutoCloseable {
        @Override
        void close();
    }

    private final int ofOne;
    private final int ofAll;
    private final Map<String, Integer> taken = new HashMap<>();
    private int all;

    Turns(int ofOne, int ofAll) {
        this.ofOne = ofOne;
        this.ofAll = ofAll;
    }

    /** @throws NoTurnException with what to do, without a full stop */
    synchronized Turn take(String account) {
        int own = taken.getOrDefault(account, 0);
        if (own >= ofOne) {
            throw new NoTurnException(own + " are being judged for this account already; try again when one is done");
        }
        if (all >= ofAll) {
            throw new NoTurnException(all + " are being judged already; try again in a moment");
        }
        taken.put(account, own + 1);
        all++;
        return () -> give(account);
    }

    private synchronized void give(String account) {
        all--;
        taken.computeIfPresent(account, (a, n) -> n == 1 ? null : n - 1);
    }
}
