package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.springframework.scheduling.annotation.ScheduledAnnotationBeanPostProcessor;

/**
 * An application that is killed in mid-download loses nothing. The one killed is a process of its own that works beside
 * the test's on the same database, so this also shows two processes sharing their jobs.
 */
@Tag("bed")
@Timeout(180)
class KilledApplicationTest {

    private static final String SERIAL = "PL-20418";

    private Process other;

    @AfterEach
    void tidy() {
        if (other != null) {
            other.destroyForcibly();
        }
        TestBed.get().emptyDock();
    }

    @Test
    void whoever_comes_after_finishes_the_download_byte_for_byte() throws Exception {
        TestBed bed = TestBed.get();
        long mission = aLongMission(bed);
        // the test's own application takes no job meanwhile: the other one must be the one that is killed
        try (PausedRunner paused = new PausedRunner(bed)) {
            other = OtherProcess.application(TestBed.arguments(bed.yard, 0));
            bed.bean(CollectService.class).order(SERIAL, "tech");
            OtherProcess.until(Duration.ofSeconds(90), () -> pages(mission) > 60);
        }
        other.destroyForcibly().waitFor(10, TimeUnit.SECONDS);
        long arrived = pages(mission);
        Job interrupted = bed.bean(CollectService.class).active(SERIAL).orElseThrow();
        assertThat(interrupted.finished()).isFalse();
        assertThat(arrived).isLessThan(interrupted.total());

        OtherProcess.until(
                Duration.ofSeconds(60),
                () -> bed.bean(CollectService.class).active(SERIAL).isEmpty());
        assertThat(bed.bean(CollectService.class).newest(SERIAL).orElseThrow().state())
                .isEqualTo(Job.State.DONE);
        assertThat(CaptureBytes.ofDatabase(mission)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, SERIAL));
        Mission collected = bed.bean(MissionQueries.class).find(mission).orElseThrow();
        assertThat(collected.records().received())
                .isEqualTo(collected.records().expected())
                .isEqualTo(64_000);
    }

    private static long aLongMission(TestBed bed) {
        bed.carry(SERIAL, "dock");
        Plan plan = new Plan(
                ModelCatalogue.get("birch-th").id(),
                "LONG",
                Duration.ofSeconds(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", null, null),
                        new ChannelSettings(true, "Humidity", null, null)));
        long id = bed.bean(WriteService.class).write(new MissionDraft(SERIAL, "long", 0, plan, null, "tech"));
        bed.outdoors().post("/advance", Map.of("seconds", 8 * 86_400));
        bed.bean(Dock.class).poll();
        return id;
    }

    /** Keeps the test's own application from claiming jobs for a while. */
    private static final class PausedRunner implements AutoCloseable {
        private final ScheduledAnnotationBeanPostProcessor schedule;
        private final Object runner;

        PausedRunner(TestBed bed) {
            schedule = bed.bean(ScheduledAnnotationBeanPostProcessor.class);
            runner = bed.app.getBean("jobRunner");
            schedule.postProcessBeforeDestruction(runner, "jobRunner");
        }

        @Override
        public void close() {
            schedule.postProcessAfterInitialization(runner, "jobRunner");
        }
    }

    private static long pages(long mission) {
        try (Connection connection = TestDatabase.connect();
                Statement statement = connection.createStatement();
                ResultSet rows =
                        statement.executeQuery("SELECT COUNT(*) FROM capture_page WHERE mission_id = " + mission)) {
            rows.next();
            return rows.getLong(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
