package org.pelerin.app.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class JobTest {

    private static final Instant BEGAN = Instant.parse("2026-03-19T07:40:00Z");

    private static Job job(long done, long total, Instant began, long beganDone, Instant told) {
        return new Job(
                1,
                "PL-1",
                Job.State.RUNNING,
                3L,
                done,
                total,
                "downloading",
                "tech",
                BEGAN,
                false,
                began,
                beganDone,
                told,
                "",
                "");
    }

    @Test
    void the_time_left_follows_from_the_pages_since_it_was_taken_up() {
        // 40 pages in 20 s, 60 to go: 30 s; what was there before says nothing of how fast it goes
        assertThat(job(140, 200, BEGAN, 100, BEGAN.plusSeconds(20)).left()).contains(Duration.ofSeconds(30));
        assertThat(job(140, 200, BEGAN, 100, BEGAN.plusSeconds(20)).percent()).isEqualTo(70);
    }

    @Test
    void nothing_is_foretold_from_a_few_pages_nor_of_what_is_done() {
        assertThat(job(107, 200, BEGAN, 100, BEGAN.plusSeconds(3)).left()).isEmpty();
        assertThat(job(200, 200, BEGAN, 100, BEGAN.plusSeconds(50)).left()).isEmpty();
        assertThat(job(140, 200, null, 100, null).left()).isEmpty();
    }
}
