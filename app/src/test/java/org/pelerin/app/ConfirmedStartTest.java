package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionState;
import org.pelerin.core.plan.StartCondition;

/** Who says that a logger runs may be wrong: what the logger says itself counts, and the page says whose word it was not. */
@Tag("bed")
@Timeout(120)
class ConfirmedStartTest {

    private static final String SERIAL = "PL-18527";

    private final TestBed bed = TestBed.get();
    private final Hands hands = new Hands(bed);
    private final MissionLifecycle lifecycle = bed.bean(MissionLifecycle.class);

    @AfterEach
    void tidy() throws InterruptedException {
        hands.leave(SERIAL);
        bed.emptyDock();
    }

    private String page(long id) throws Exception {
        return Visitor.signedIn(bed.address, "tech")
                .get("/missions/" + id)
                .body()
                .replaceAll("\\s+", " ");
    }

    @Test
    void a_start_that_was_confirmed_wrongly_is_taken_back_by_the_logger_and_an_empty_mission_says_so()
            throws Exception {
        long id = hands.write(SERIAL, new StartCondition.OnButton());
        bed.carry(SERIAL, "bench");
        lifecycle.confirmStarted(hands.mission(id), "tech");
        assertThat(hands.mission(id).state()).isEqualTo(MissionState.LOGGING);
        hands.pass(Duration.ofDays(2));
        bed.carry(SERIAL, "dock");
        Mission seen = hands.mission(id);
        assertThat(seen.state()).isEqualTo(MissionState.WAITING);
        assertThat(seen.course().startsAt()).isNull();
        assertThat(seen.course().endsAt()).isNull();
        assertThat(page(id)).contains("Waiting for its button.").contains("tech confirmed the start on ");
        hands.collect(SERIAL);
        assertThat(hands.mission(id).records().received()).isZero();
        assertThat(page(id)).contains("It never started").contains("tech confirmed the start on ");
    }

    @Test
    void a_start_that_lies_ahead_is_none_since_then() throws Exception {
        Instant start = bed.bean(Clock.class).instant().plus(Duration.ofDays(3));
        long id = hands.write(SERIAL, new StartCondition.At(start));
        assertThat(page(id))
                .contains("Waiting to start. It starts automatically")
                .doesNotContain("Logging since");
    }
}
