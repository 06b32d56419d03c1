package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.reflect.Proxy;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.util.List;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.multipart.MultipartException;

class StorageTroubleTest {

    @Test
    void a_lost_connection_is_told_from_any_other_trouble() {
        SQLException lost = new SQLNonTransientConnectionException("closed", "08000");
        assertThat(StorageTrouble.of(new ServletException(new RuntimeException(lost))))
                .contains(StorageTrouble.DATABASE_GONE);
        assertThat(StorageTrouble.of(new CannotCreateTransactionException("no", lost)))
                .contains(StorageTrouble.DATABASE_GONE);
        assertThat(StorageTrouble.of(new DuplicateKeyException("twice", new SQLException("x", "23000"))))
                .isEmpty();
        assertThat(StorageTrouble.of(new SQLException("without a state"))).isEmpty();
        assertThat(StorageTrouble.of(new IllegalStateException())).isEmpty();
        assertThat(StorageTrouble.of(new IOException("Broken pipe"))).isEmpty();
    }

    /** A database may have committed what it could not answer to; and the driver's way of saying that it has another connection now. */
    @Test
    void where_the_connection_broke_off_at_the_end_nobody_claims_to_know_whether_it_was_saved() throws Exception {
        SQLException lost = new SQLNonTransientConnectionException("closed", "08000");
        SQLException other = new SQLException("Driver has reconnected", "25S03");
        for (SQLException e : List.of(lost, other)) {
            Connection connection = (Connection) Proxy.newProxyInstance(
                    getClass().getClassLoader(), new Class<?>[] {Connection.class}, (p, m, a) -> {
                        if (List.of("commit", "rollback").contains(m.getName())) {
                            throw e;
                        }
                        return m.getReturnType() == boolean.class ? false : null;
                    });
            DataSource source = new SingleConnectionDataSource(connection, true);
            TransactionTemplate transaction = new TransactionTemplate(new JdbcTransactionManager(source));
            Throwable thrown = catchThrowable(() -> transaction.executeWithoutResult(t -> {}));
            assertThat(StorageTrouble.of(thrown)).as("%s", thrown).contains(StorageTrouble.DATABASE_GONE_AT_COMMIT);
        }
        MockHttpServletResponse answer = new MockHttpServletResponse();
        new StorageTroubleFilter().doFilter(new MockHttpServletRequest("POST", "/notes"), answer, (q, a) -> {
            throw new DataAccessResourceFailureException("JDBC commit; no answer", lost);
        });
        assertThat(answer.getStatus()).isEqualTo(503);
        assertThat(answer.getContentAsString())
                .contains("Whether it was saved is not known")
                .doesNotContain("http-equiv=\"refresh\"");
        // who only looked had nothing to save
        assertThat(StorageTrouble.DATABASE_GONE_AT_COMMIT.inAnswerTo("GET")).isEqualTo(StorageTrouble.DATABASE_GONE);
        assertThat(StorageTrouble.DATABASE_FULL.inAnswerTo("GET")).isEqualTo(StorageTrouble.DATABASE_FULL);
    }

    /** A page that asks for its address again would ask for what only takes forms. */
    @Test
    void what_was_to_be_changed_is_not_asked_for_again_by_itself() throws Exception {
        assertThat(gone("GET")).contains("http-equiv=\"refresh\"", "tries again every five seconds");
        assertThat(gone("POST"))
                .contains("Nothing was saved. Go back and try again")
                .doesNotContain("refresh");
    }

    private static String gone(String method) throws Exception {
        MockHttpServletResponse answer = new MockHttpServletResponse();
        new StorageTroubleFilter().doFilter(new MockHttpServletRequest(method, "/missions/1/notes"), answer, (q, a) -> {
            throw new CannotCreateTransactionException("no connection");
        });
        assertThat(answer.getStatus()).isEqualTo(503);
        return answer.getContentAsString();
    }

    @Test
    void a_full_database_is_told_from_a_lost_connection() {
        SQLException full = new SQLException("The table 'job' is full", "HY000", 1114);
        assertThat(StorageTrouble.of(new CannotCreateTransactionException("no", new ServletException(full))))
                .contains(StorageTrouble.DATABASE_FULL);
        assertThat(StorageTrouble.of(new SQLException("twice", "23000", 1062))).isEmpty();
    }

    /** A device that is always full, so that the words are the system's own. */
    @Test
    void a_full_disk_of_the_server_is_an_answer_that_says_so() throws Exception {
        Throwable full = catchThrowable(() -> Files.write(Path.of("/dev/full"), new byte[100]));
        assertThat(full).isInstanceOf(IOException.class);
        MockHttpServletResponse answer = new MockHttpServletResponse();
        new StorageTroubleFilter().doFilter(new MockHttpServletRequest("POST", "/files"), answer, (q, a) -> {
            throw new UncheckedIOException((IOException) full);
        });
        assertThat(answer.getStatus()).isEqualTo(507);
        assertThat(answer.getContentAsString())
                .contains("The server cannot write to its disk.", "earlier data are safe")
                .doesNotContain("refresh");
        assertThat(StorageTrouble.of(new MultipartException(
                        "Failed", new IOException("The temporary upload location [/tmp/x] is not valid"))))
                .contains(StorageTrouble.DISK);
    }

    @Test
    void what_is_none_of_it_goes_on_as_it_was() {
        assertThatThrownBy(() -> new StorageTroubleFilter()
                        .doFilter(new MockHttpServletRequest(), new MockHttpServletResponse(), (q, a) -> {
                            throw new IllegalStateException("other");
                        }))
                .hasMessage("other");
    }
}
