package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.record.DisturbanceStore;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Series;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.capture.DecodeProgress;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The last steps of every mission: from a complete capture to series, judgement and state. Each may be repeated. */
@Service
public class CaptureProcessing {

    /** Told what is being done. */
    public interface Progress {
        void at(String step);
    }

    private final MissionQueries missions;
    private final CaptureStore captures;
    private final SeriesStore series;
    private final SeriesWriter writer;
    private final DisturbanceStore disturbances;
    private final Evaluation evaluation;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final MissionLifecycle lifecycle;
    private final MissionVersion versions;

    CaptureProcessing(
            MissionQueries missions,
            CaptureStore captures,
            SeriesStore series,
            SeriesWriter writer,
            DisturbanceStore disturbances,
            Evaluation evaluation,
            TransactionTemplate transaction,
            Clock clock,
            MissionLifecycle lifecycle,
            MissionVersion versions) {
        this.versions = versions;
        this.lifecycle = lifecycle;
        this.clock = clock;
        this.missions = missions;
        this.captures = captures;
        this.series = series;
        this.writer = writer;
        this.disturbances = disturbances;
        this.evaluation = evaluation;
        this.transaction = transaction;
    }

    /**
     * Stores a capture that was not read from a logger's memory but made here, in one transaction; does nothing where it is stored
     * already.
     *
     * @param readAt the reference time of its last record
     */
    public void keep(long missionId, byte[] header, List<byte[]> pages, long records, Instant readAt) {
        transaction.executeWithoutResult(t -> {
            if (captures.row(missionId).isPresent()) {
                return;
            }
            MissionInfo info =
                    new MissionInfo(0, LoggerState.ENDED, 0, records, List.of(new MissionInfo.Pages(0, pages.size())));
            captures.begin(missionId, info, info.parts(), header, UnitReading.clock(readAt));
            for (int p = 0; p < pages.size(); p++) {
                captures.add(missionId, p, pages.get(p));
            }
            captures.complete(missionId, Set.of(), new Capture(header, pages, 0).sha256(), List.of(), "");
        });
    }

    /** Decodes, judges and marks as collected; returns what came home, in words. */
    public String settle(long missionId, String by, Progress progress) {
        return settle(missionId, false, by, progress);
    }

    /**
     * @param goesOn whether the logger was left to go on, if it had not stopped by itself: the mission is then judged so far and
     *     stays where it is
     */
    public String settle(long missionId, boolean goesOn, String by, Progress progress) {
        progress.at("decoding");
        Stored home = store(missionId);
        StoredCapture stored = home.capture;
        versions.recordRead(missionId, ranOut(stored), stored.clockCompared());
        progress.at("judging");
        long received = home.received;
        long reckoned = Expected.samples(
                stored.header(),
                stored.correction().counted(stored.clockReadAt()),
                stored.capture().firstRecord() == 0);
        // a running logger takes samples while its pages are read
        long expected = stored.header().stop().isPresent() ? reckoned : Math.max(reckoned, received);
        boolean ended = !goesOn || stored.header().stop().isPresent();
        boolean over = ended && stored.leftOut().isEmpty();
        long on = evaluation.version(missionId);
        Mission mission = missions.find(missionId).orElseThrow();
        List<Series> record = series.recorded(mission);
        Instant first = record.isEmpty() ? null : record.get(0).axis().first();
        if (!ended && first == null) {
            return Texts.stored("stored.captureProcessing.nothingIsRecordedYetThe");
        }
        // one instant, to which it is judged and at which it is collected, as the database keeps it
        Instant now = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        Evaluation.Judged judged = evaluation.judge(mission, on, record, over ? now : null);
        boolean whole = stored.capture().firstRecord() == 0;
        // the logger raised them on all that it recorded
        String alarms = AlarmComparison.differences(stored.header(), Evaluation.found(mission.plan(), record), whole);
        boolean kept = Boolean.TRUE.equals(transaction.execute(t -> {
            if (over) {
                lifecycle.collected(mission, now, first, expected, received, stored.sha256(), by);
            } else {
                lifecycle.readSoFar(mission, ended, first, expected, received, stored.sha256(), by);
            }
            lifecycle.alarmsCompared(missionId, alarms);
            captures.noteResult(
                    missionId, expected, received, judged.document().gaps().size());
            return evaluation.keep(missionId, judged);
        }));
        if (!kept) {
            evaluation.again(missionId);
        }
        return Texts.stored(
                "stored.captureProcessing.ofSamplesCollected",
                "plain",
                LimitText.plain(received),
                "plain2",
                LimitText.plain(expected),
                "ended",
                ended,
                "leftOut",
                leftOut(stored),
                "received",
                received < expected && stored.header().plan().stop() instanceof StopCondition.Wrap);
    }

    /** @param capture with the pages that were decoded now */
    private record Stored(StoredCapture capture, long received) {}

    /** Decodes and stores what came since it was last done; all of it where what is stored does not go on. */
    private Stored store(long missionId) {
        DecodeProgress reached = captures.reached(missionId);
        Optional<Stored> more = reached.nothing() ? Optional.empty() : store(missionId, reached);
        return more.or(() -> store(missionId, DecodeProgress.NOTHING)).orElseThrow();
    }

    private Optional<Stored> store(long missionId, DecodeProgress reached) {
        StoredCapture stored = captures.since(missionId, reached).orElseThrow();
        CaptureDecoder.Decoded decoded = CaptureDecoder.decode(stored.capture(), stored.correction(), reached);
        boolean kept = Boolean.TRUE.equals(transaction.execute(t -> {
            if (!writer.store(missionId, decoded.parts())) {
                return false;
            }
            disturbances.store(missionId, (int) decoded.disturbancesBefore(), decoded.disturbances());
            captures.noteReached(missionId, decoded.reached());
            return true;
        }));
        return kept ? Optional.of(new Stored(stored, decoded.received())) : Optional.empty();
    }

    /** Whether it stopped for want of memory or charge. */
    private static boolean ranOut(StoredCapture stored) {
        return stored.header()
                .stop()
                .map(e -> e.kind() == LoggerEvent.Kind.STOPPED_MEMORY_FULL
                        || e.kind() == LoggerEvent.Kind.STOPPED_BATTERY)
                .orElse(false);
    }

    private static String leftOut(StoredCapture stored) {
        return stored.leftOut().isEmpty()
                ? ""
                : Texts.stored(
                        "stored.captureProcessing.notCollectedAsWasChosen",
                        "sorted",
                        stored.leftOut().stream().sorted().map(PageTable::words).collect(Collectors.joining(", ")));
    }
}
