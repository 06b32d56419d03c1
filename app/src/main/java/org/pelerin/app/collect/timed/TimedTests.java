package org.pelerin.app.collect.timed;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import org.pelerin.app.collect.live.LiveCurve;
import org.pelerin.app.collect.live.LiveRecording;
import org.pelerin.app.collect.live.LiveRecordings;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.EvenAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.ElapsedRatio;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Timed tests: ordered as live readings that are kept, or made of a mission that came home. */
@Service
@RetriedOnDeadlock
public class TimedTests {

    /** Values of a curve, at most. */
    static final int MOST = 20_000;

    private static final int LISTED = 200;

    private final TimedTestMapper mapper;
    private final LiveRecordings recordings;
    private final MissionQueries missions;
    private final SeriesStore store;
    private final AuditTrail audit;
    private final Clock clock;

    TimedTests(
            TimedTestMapper mapper,
            LiveRecordings recordings,
            MissionQueries missions,
            SeriesStore store,
            AuditTrail audit,
            Clock clock) {
        this.mapper = mapper;
        this.recordings = recordings;
        this.missions = missions;
        this.store = store;
        this.audit = audit;
        this.clock = clock;
    }

    /** The sites of the missions that these were made of. */
    public Set<Long> sitesOf(List<TimedTest> tests) {
        return mapper.sitesOf(tests.stream().map(TimedTest::id).toList()).stream()
                .filter(Objects::nonNull)
                .collect(Collectors.toSet());
    }

    public Optional<TimedTest> find(long id) {
        return Optional.ofNullable(mapper.test(id));
    }

    /** The newest first. */
    List<TimedTest> newest() {
        return mapper.newest(LISTED);
    }

    /** Begins one; the logger must have no live recording going on. */
    @Transactional
    long begin(
            String serial,
            Plan plan,
            long readings,
            String subject,
            String channel,
            List<ElapsedRatio> ratios,
            String by) {
        long recording = recordings.order(serial, plan, readings, null, by);
        return insert(serial, subject, channel, ratios, recording, null, by);
    }

    /** Of a mission that is home. */
    @Transactional
    long of(Mission mission, String subject, String channel, List<ElapsedRatio> ratios, String by) {
        return insert(mission.serial(), subject, channel, ratios, null, mission.id(), by);
    }

    private long insert(
            String serial,
            String subject,
            String channel,
            List<ElapsedRatio> ratios,
            Long recording,
            Long mission,
            String by) {
        int number = mapper.next(subject);
        TimedTestMapper.Row row = new TimedTestMapper.Row(
                serial, subject, number, channel, TimedTest.write(ratios), recording, mission, clock.instant(), by);
        mapper.insert(row);
        audit.record(
                by,
                "timed test",
                serial,
                "",
                Texts.stored("stored.timedTests.subjectTestNumber", "subject", subject, "number", number));
        return row.id;
    }

    /** Its readings, or the mission they became, stay. */
    @Transactional
    void remove(TimedTest test, String by) {
        if (mapper.delete(test.id()) == 0) {
            throw new TooLateException(Texts.of("collect.timed.timedTests.theTestIsNoLonger"));
        }
        audit.record(by, "remove timed test", test.serial(), test.name(), "");
    }

    /** Its readings; empty where it is of a mission from the beginning. */
    Optional<LiveRecording> recording(TimedTest test) {
        return Optional.ofNullable(test.recordingId()).flatMap(recordings::find);
    }

    /** As far as it has come: of readings while they are kept, of its mission from then on. */
    public Optional<Curve> curve(TimedTest test) {
        Optional<LiveRecording> r = recording(test);
        if (r.isPresent() && !r.get().state().over()) {
            LiveCurve live = recordings.curve(r.get(), test.channel());
            long most = r.get().most() == null ? live.values().size() : r.get().most();
            return Optional.of(new Curve(
                    live.unit(),
                    live.every(),
                    live.values(),
                    Math.max(most, live.values().size())));
        }
        return Optional.ofNullable(test.missionId()).flatMap(missions::find).flatMap(m -> ofMission(m, test.channel()));
    }

    private Optional<Curve> ofMission(Mission mission, String channel) {
        for (SeriesTable table : store.tables(mission)) {
            int at = table.labels().indexOf(channel);
            if (at >= 0 && table.axis() instanceof EvenAxis even) {
                int number = table.channels().get(at);
                long count = Math.min(MOST, even.count());
                Series s = store.window(mission, table.only(c -> c == number), 0, count)
                        .get(0);
                List<Double> values =
                        DoubleStream.of(s.values(0, count)).boxed().collect(Collectors.toList());
                return Optional.of(new Curve(s.unit().symbol(), even.interval(), values, count));
            }
        }
        return Optional.empty();
    }

    /** Channels of a mission that a test can look at. */
    List<String> channels(Mission mission) {
        return store.tables(mission).stream()
                .filter(t -> t.axis() instanceof EvenAxis)
                .flatMap(t -> t.labels().stream())
                .toList();
    }

    /** Readings of a length, both ends included. */
    static long readings(Duration length, Duration every) {
        return length.dividedBy(every) + 1;
    }
}
