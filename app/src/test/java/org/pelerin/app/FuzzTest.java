package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.report.recheck.MissionCheck;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.series.Series;

/** Thousands of broken requests: each is answered, in time and without a fault of ours, and no record suffers. */
class FuzzTest {

    private static final long SEED = 20_417;
    private static final int REQUESTS = Integer.getInteger("pelerin.fuzz", 10_000);

    private static PrivateDatabase database;
    private static TestBed bed;

    @BeforeAll
    static void begin() throws IOException, InterruptedException {
        database = new PrivateDatabase();
        bed = TestBed.with(database);
    }

    @AfterAll
    static void end() throws InterruptedException {
        bed.close();
        database.close();
    }

    @Test
    void every_broken_request_is_answered_and_what_was_recorded_stays() throws Exception {
        Hands hands = new Hands(bed);
        long id = hands.write("PL-18033", new StartCondition.Now());
        hands.pass(Duration.ofDays(2));
        hands.collect("PL-18033");
        Mission m = hands.mission(id);
        // the first report of a process loads its fonts
        MadeReports.ofMission(bed, id);
        String capture = bed.bean(CaptureStore.class).reckoned(id).orElseThrow();
        List<Series> recorded = bed.bean(SeriesStore.class).recorded(m);

        List<Fuzzer.Fault> faults = new Fuzzer(bed.app, bed.address, "admin", "pelerin").run(SEED, REQUESTS, 4);

        assertThat(faults.stream().map(f -> f.why() + ": " + f.request()).toList())
                .as("%s requests", REQUESTS)
                .isEmpty();
        Fuzzer.settle();
        assertThat(bed.bean(CaptureStore.class).reckoned(id)).contains(capture);
        assertThat(bed.bean(SeriesStore.class).recorded(hands.mission(id)))
                .usingRecursiveComparison()
                .isEqualTo(recorded);
        // some of them make sense and are done: whatever it is judged on now, its judgement follows from it
        assertThat(bed.bean(MissionCheck.class).troubles(id)).isEmpty();
        assertThat(hands.mission(id).records().received()).isEqualTo(m.records().received());
        assertThat(bed.bean(AuditTrail.class).firstBroken()).isZero();
    }
}
