package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.ServletException;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.transaction.CannotCreateTransactionException;

class DatabaseGoneFilterTest {

    @Test
    void a_lost_connection_is_told_from_any_other_trouble() {
        SQLException lost = new SQLNonTransientConnectionException("closed", "08000");
        assertThat(DatabaseGoneFilter.databaseGone(new ServletException(new RuntimeException(lost))))
                .isTrue();
        assertThat(DatabaseGoneFilter.databaseGone(new CannotCreateTransactionException("no", lost)))
                .isTrue();
        assertThat(DatabaseGoneFilter.databaseGone(new DuplicateKeyException("twice", new SQLException("x", "23000"))))
                .isFalse();
        assertThat(DatabaseGoneFilter.databaseGone(new SQLException("without a state")))
                .isFalse();
        assertThat(DatabaseGoneFilter.databaseGone(new IllegalStateException())).isFalse();
    }

    @Test
    void a_full_disk_is_told_from_a_lost_connection() {
        SQLException full = new SQLException("The table 'job' is full", "HY000", 1114);
        assertThat(DatabaseGoneFilter.noRoom(new ServletException(full))).isTrue();
        assertThat(DatabaseGoneFilter.databaseGone(full)).isFalse();
        assertThat(DatabaseGoneFilter.noRoom(new SQLException("twice", "23000", 1062)))
                .isFalse();
    }
}
