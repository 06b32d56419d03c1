package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.CollectionScope;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.report.recheck.MissionCheck;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.series.Series;

/**
 * An application of its own, of which nothing need stay as it was: every form that its pages have is sent as it stands, and then thousands of broken
 * requests: each is answered, in time and without a fault of ours, and no record suffers.
 */
@Tag("bed")
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FuzzTest {

    private static final long SEED = 20_417;
    private static final int REQUESTS = Integer.getInteger("pelerin.fuzz", 5_000);

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
    @Order(1)
    void every_form_of_every_page_is_taken_from_whoever_it_is_shown_to() throws Exception {
        Hands hands = new Hands(bed);
        // something of each: a mission with findings, a batch's plan, a place, a connected logger, a report, a file
        long id = hands.write("PL-18090", new StartCondition.Now());
        hands.pass(Duration.ofDays(2));
        hands.collect("PL-18090");
        Limits strict = new Limits("Strict", List.of(Rule.of("warm", "*", new Bound.Above(-80), Lasting.ANY)));
        LimitSet set = bed.bean(LimitSets.class).create("Strict", strict, "tech");
        bed.bean(LimitsInForce.class).say(hands.mission(id), set, "to have findings", "tech");
        bed.bean(Evaluation.class).again(id);
        MadeReports.ofMission(bed, id);

        FormWalk walk = new FormWalk(bed.address, "admin");
        List<FormWalk.Form> forms = walk.forms();

        assertThat(forms).hasSizeGreaterThan(60);
        assertThat(forms.stream().map(FormWalk.Form::pattern))
                .contains("/findings/acknowledge", "/findings/merge", "/findings/assign");
        assertThat(walk.changed(forms, SEED, Math.max(2, REQUESTS / 5000))).isEmpty();
        assertThat(walk.sent(forms)).isEmpty();
    }

    @Test
    @Order(2)
    void every_broken_request_is_answered_and_what_was_recorded_stays() throws Exception {
        Hands hands = new Hands(bed);
        long id = hands.write("PL-18033", new StartCondition.Now());
        hands.pass(Duration.ofDays(2));
        collected("PL-18033");
        Mission m = hands.mission(id);
        // the first report of a process loads its fonts
        MadeReports.ofMission(bed, id);
        String capture = bed.bean(CaptureStore.class).reckoned(id).orElseThrow();
        List<Series> recorded = bed.bean(SeriesStore.class).recorded(m);

        List<Fuzzer.Fault> faults = new ArrayList<>(
                new Fuzzer(bed.app, bed.address, "admin", "pelerin", Role.ADMIN).run(SEED, REQUESTS * 7 / 10, 4));
        for (Role role : List.of(Role.TECHNICIAN, Role.REVIEWER, Role.VIEWER)) {
            // what those before did to accounts does not count
            String name = "fuzz-" + role.name().toLowerCase(Locale.ROOT);
            bed.bean(AccountService.class).create(name, name, "pelerin", role, "system");
            faults.addAll(new Fuzzer(bed.app, bed.address, name, "pelerin", role)
                    .run(SEED + role.ordinal(), REQUESTS / 10, 4));
        }

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

    /** Whatever the forms of the yard did to its cable. */
    private static void collected(String serial) throws InterruptedException {
        CollectService collections = bed.bean(CollectService.class);
        collections.order(serial, false, CollectionScope.ALL, "tech");
        Waiting.until(() -> "the collection ends: " + collections.active(serial), () -> {
            bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", true));
            return collections.active(serial).isEmpty();
        });
    }
}
