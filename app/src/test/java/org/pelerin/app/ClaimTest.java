package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.WorkUnderTest;
import org.springframework.transaction.support.TransactionTemplate;

/** A worker that loses its claim in the middle: nothing that it does afterwards counts. */
@Tag("bed")
@Timeout(60)
class ClaimTest {

    private static TestBed bed;
    private static WorkUnderTest works;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        works = new WorkUnderTest(bed.app);
    }

    @AfterEach
    void tidy() throws SQLException {
        sql("DELETE FROM work WHERE kind = 'tried'");
    }

    private static void sql(String statement) throws SQLException {
        try (Connection c = TestDatabase.connect();
                Statement s = c.createStatement()) {
            s.execute(statement);
        }
    }

    private static long count(String query) throws SQLException {
        try (Connection c = TestDatabase.connect();
                PreparedStatement s = c.prepareStatement(query);
                ResultSet r = s.executeQuery()) {
            r.next();
            return r.getLong(1);
        }
    }

    /** Some change of a room that knows nothing of claims, and its entry in the trail. */
    private static void change(String name) {
        bed.bean(PlaceService.class).save(new Site(0, name, "Europe/Paris", "", null, null, "", null), "system");
    }

    @Test
    void what_is_committed_after_a_lapse_is_rolled_back_whoever_wrote_it() throws Exception {
        works.order(1);
        CompletableFuture<RuntimeException> thrown = new CompletableFuture<>();
        CountDownLatch lapsed = new CountDownLatch(1);
        // the first worker sleeps while its claim lapses, and then goes on as if nothing had been
        Thread first = new Thread(() -> works.under(1, claim -> {
            change("Before the lapse");
            await(lapsed);
            try {
                change("After the lapse");
                thrown.complete(null);
            } catch (RuntimeException e) {
                thrown.complete(e);
            }
            assertThatThrownBy(claim::finish).isInstanceOf(ClaimLostException.class);
        }));
        first.start();
        while (count("SELECT COUNT(*) FROM site WHERE name = 'Before the lapse'") == 0) {
            TimeUnit.MILLISECONDS.sleep(20);
        }
        sql("UPDATE work SET until_at = 1 WHERE kind = 'tried'");
        works.under(1, claim -> {
            lapsed.countDown();
            assertThat(get(thrown)).isInstanceOf(ClaimLostException.class);
            change("By the second");
            claim.finish();
        });
        first.join();
        assertThat(count("SELECT COUNT(*) FROM site WHERE name = 'After the lapse'"))
                .isZero();
        assertThat(count("SELECT COUNT(*) FROM audit_entry WHERE after_state LIKE '%After the lapse%' OR subject LIKE"
                        + " '%After the lapse%'"))
                .isZero();
        assertThat(count("SELECT COUNT(*) FROM site WHERE name = 'By the second'"))
                .isEqualTo(1);
        assertThat(count("SELECT COUNT(*) FROM work WHERE kind = 'tried'")).isZero();
    }

    @Test
    void the_same_process_does_not_pass_for_its_own_earlier_worker() throws Exception {
        works.order(2);
        works.under(2, old -> {
            try {
                sql("UPDATE work SET until_at = 1 WHERE kind = 'tried'");
            } catch (SQLException e) {
                throw new IllegalStateException(e);
            }
            CompletableFuture.runAsync(() -> works.under(2, fresh -> fresh.again(Duration.ofHours(1))))
                    .join();
            // ordered anew, not claimed, and still not the old one's
            assertThatThrownBy(old::hold).isInstanceOf(ClaimLostException.class);
            assertThatThrownBy(old::finish).isInstanceOf(ClaimLostException.class);
        });
        assertThat(count("SELECT COUNT(*) FROM work WHERE kind = 'tried' AND claim IS NULL"))
                .isEqualTo(1);
    }

    @Test
    void what_hangs_is_woken_and_what_gets_on_is_not() throws Exception {
        works.order(4);
        CountDownLatch woken = new CountDownLatch(1);
        assertThat(works.done(
                        Duration.ofMillis(300),
                        claim -> {
                            try {
                                TimeUnit.MINUTES.sleep(1);
                            } catch (InterruptedException e) {
                                woken.countDown();
                                claim.again(Duration.ofHours(1));
                            }
                        },
                        woken))
                .isTrue();
        works.order(5);
        CountDownLatch done = new CountDownLatch(1);
        assertThat(works.done(
                        Duration.ofSeconds(2),
                        claim -> {
                            try {
                                for (int i = 0; i < 10; i++) {
                                    TimeUnit.MILLISECONDS.sleep(300);
                                    change("Goes on " + i);
                                }
                                claim.finish();
                                done.countDown();
                            } catch (InterruptedException e) {
                                throw new IllegalStateException(e);
                            }
                        },
                        done))
                .isTrue();
    }

    @Test
    void an_end_that_is_rolled_back_is_none() throws Exception {
        works.order(3);
        TransactionTemplate transaction = bed.bean(TransactionTemplate.class);
        works.under(3, claim -> {
            assertThatThrownBy(() -> transaction.executeWithoutResult(t -> {
                        claim.finish();
                        throw new IllegalStateException("the disk is full");
                    }))
                    .isInstanceOf(IllegalStateException.class);
            claim.hold();
            claim.retry(Duration.ofHours(1));
        });
        assertThat(count("SELECT attempts FROM work WHERE kind = 'tried'")).isEqualTo(1);
    }

    @Test
    void under_a_claim_nothing_is_written_outside_of_a_transaction() throws Exception {
        works.order(4);
        FileService files = bed.bean(FileService.class);
        works.under(4, claim -> {
            assertThatThrownBy(() -> files.arrive(
                            "x.csv", new ByteArrayInputStream("t,v\n".getBytes(StandardCharsets.UTF_8)), "tech"))
                    .hasStackTraceContaining("outside of a transaction");
            claim.finish();
        });
    }

    @Test
    void what_fails_is_tried_again_later_each_time() throws Exception {
        works.order(5);
        for (int i : List.of(0, 1, 2)) {
            works.under(5, claim -> {
                assertThat(claim.attempts()).isEqualTo(i);
                claim.retry(Duration.ZERO);
            });
        }
        // a process that died counts like an attempt that failed
        works.taken(5);
        sql("UPDATE work SET until_at = 1 WHERE kind = 'tried'");
        works.under(5, claim -> {
            assertThat(claim.attempts()).isEqualTo(4);
            claim.again(Duration.ZERO);
        });
        works.under(5, claim -> {
            assertThat(claim.attempts()).isZero();
            claim.finish();
        });
    }

    private static void await(CountDownLatch latch) {
        try {
            assertThat(latch.await(20, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static RuntimeException get(CompletableFuture<RuntimeException> future) {
        return future.orTimeout(20, TimeUnit.SECONDS).join();
    }
}
