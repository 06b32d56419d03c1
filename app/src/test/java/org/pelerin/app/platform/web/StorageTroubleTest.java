package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.transaction.CannotCreateTransactionException;
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
                .contains("The server cannot write to its disk.", "earlier data are safe");
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
