package org.pelerin.app.platform.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;

class RetriedOnDeadlockTest {

    private final RetriedOnDeadlock.Outermost predicate = new RetriedOnDeadlock.Outermost();

    @Test
    void a_lost_deadlock_is_done_again_and_a_lock_that_was_waited_for_in_vain_is_not() {
        assertThat(predicate.shouldRetry(
                        null,
                        new CannotAcquireLockException("lost", new SQLException("Deadlock found", "40001", 1213))))
                .isTrue();
        assertThat(predicate.shouldRetry(
                        null,
                        new CannotAcquireLockException(
                                "waited", new SQLException("Lock wait timeout exceeded", "HY000", 1205))))
                .isFalse();
    }
}
