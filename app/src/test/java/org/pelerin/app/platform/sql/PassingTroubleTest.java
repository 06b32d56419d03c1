package org.pelerin.app.platform.sql;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.QueryTimeoutException;
import org.springframework.transaction.CannotCreateTransactionException;

/** What is wrong with a database at the moment is told from what is wrong with what it holds. */
class PassingTroubleTest {

    @Test
    void what_passes_goes_on_and_what_stays_is_left_to_be_told() {
        for (RuntimeException passes : List.of(
                new CannotAcquireLockException("lost against another"),
                new QueryTimeoutException("slow"),
                new DataAccessResourceFailureException("away"),
                new CannotCreateTransactionException("away"))) {
            assertThatThrownBy(() -> PassingTrouble.rethrow(passes)).isSameAs(passes);
        }
        for (Exception stays : List.of(
                new IllegalStateException("does not fit its checksum"),
                new DataIntegrityViolationException("no such value"),
                new IOException("no workbook"))) {
            assertThatCode(() -> PassingTrouble.rethrow(stays)).doesNotThrowAnyException();
        }
    }
}
