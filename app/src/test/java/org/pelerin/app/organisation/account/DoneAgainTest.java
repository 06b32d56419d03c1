package org.pelerin.app.organisation.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionOperations;

class DoneAgainTest {

    /** Loses so many deadlocks before it goes through. */
    private static final class Losing implements TransactionOperations {

        private int left;
        private int tries;

        Losing(int left) {
            this.left = left;
        }

        @Override
        public <T> T execute(TransactionCallback<T> action) {
            tries++;
            if (left-- > 0) {
                throw new CannotAcquireLockException("deadlock");
            }
            return action.doInTransaction(null);
        }
    }

    @Test
    void what_loses_a_deadlock_is_done_again_and_what_goes_wrong_otherwise_is_not() {
        Losing twice = new Losing(2);
        assertThat(new DoneAgain(twice).<String>execute(t -> "done")).isEqualTo("done");
        assertThat(twice.tries).isEqualTo(3);
        Losing never = new Losing(0);
        assertThatThrownBy(() -> new DoneAgain(never).execute(t -> {
                    throw new IllegalStateException("other");
                }))
                .hasMessage("other");
        assertThat(never.tries).isEqualTo(1);
        assertThatThrownBy(() -> new DoneAgain(new Losing(99)).execute(t -> "done"))
                .isInstanceOf(CannotAcquireLockException.class);
    }
}
