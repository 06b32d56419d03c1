package org.pelerin.app.fleet.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.attention.Need.Kind;

/** The reasons of a task, as they become settled after it was planned. */
class ReasonsTest {

    private static final Instant DAY = Instant.parse("2026-12-03T08:00:00Z");

    private static Need need(Kind kind) {
        return new Need(kind, "PL-1", 5L, "somewhere", 10L, DAY, false);
    }

    private static Task task(String needs, Task.State state) {
        return new Task(
                1,
                3,
                1,
                Task.Kind.COLLECT,
                10,
                "rear",
                1,
                "Ash barn",
                "Europe/Paris",
                "PL-1",
                "alder-t1",
                "memory full 1 Dec, alarm raised",
                needs,
                null,
                state,
                null,
                null,
                "",
                false);
    }

    private static String why(Task task, Need... now) {
        return Reasons.refreshed(task, List.of(now), false, t -> t.toString().substring(8, 10) + ".")
                .why();
    }

    @Test
    void what_holds_comes_first_and_what_was_settled_since_is_named() {
        Task planned = task("MEMORY_FILLS ALARM", Task.State.OPEN);
        // filling has become full meanwhile: that is the same reason, with its day
        assertThat(why(planned, need(Kind.MEMORY_FULL))).isEqualTo("memory full 03. (done: alarm raised)");
        assertThat(why(planned, need(Kind.MEMORY_FULL), need(Kind.ALARM))).isEqualTo("memory full 03., alarm raised");
        // what came up since is told too
        assertThat(why(planned, need(Kind.MEMORY_FULL), need(Kind.ALARM), need(Kind.BATTERY_ENDS)))
                .isEqualTo("memory full 03., alarm raised, battery ends 03., take one along");
        assertThat(why(planned)).isEqualTo("no longer due (done: memory full, alarm raised)");
    }

    @Test
    void a_settled_task_and_one_that_a_person_gave_a_reason_keep_theirs() {
        assertThat(why(task("ALARM", Task.State.DONE))).isEqualTo("memory full 1 Dec, alarm raised");
        assertThat(why(task("", Task.State.OPEN), need(Kind.ALARM))).isEqualTo("memory full 1 Dec, alarm raised");
    }
}
