package org.pelerin.app.collect.live;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.pelerin.app.collect.CaptureProcessing;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps live readings, each stored as it comes. Whoever claims a recording takes its next reading; when a process dies the
 * next one goes on, and what was not read meanwhile is a gap. In the end the readings become pages like a logger's own, and a mission
 * like any other.
 */
@Component
class LiveRecorder implements LongWork {

    static final String KIND = "live";

    private static final Duration PAUSE = Duration.ofMillis(500);
    private static final int AT_ONCE = 4;

    private final LiveMapper recordings;
    private final Dock dock;
    private final MissionCreation creation;
    private final CaptureProcessing processing;
    private final Clock clock;
    private final TransactionTemplate transaction;

    LiveRecorder(
            LiveMapper recordings,
            Dock dock,
            MissionCreation creation,
            CaptureProcessing processing,
            TransactionTemplate transaction,
            Clock clock) {
        this.transaction = transaction;
        this.recordings = recordings;
        this.dock = dock;
        this.creation = creation;
        this.processing = processing;
        this.clock = clock;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return AT_ONCE;
    }

    @Override
    public void run(long id, Claim claim) {
        LiveRecording r = recordings.byId(id);
        if (r == null || r.state().over()) {
            claim.finish();
            return;
        }
        try {
            turn(r, PlanDocument.plan(r.settings()), claim);
        } catch (Dock.NotConnectedException | LinkException e) {
            transaction.executeWithoutResult(t -> {
                recordings.setMessage(id, Texts.stored("stored.liveRecorder.theLoggerDoesNotAnswer"));
                claim.again(PAUSE);
            });
        } catch (RefusedException e) {
            finish(
                    r,
                    claim,
                    LiveRecording.State.FAILED,
                    Texts.stored("stored.liveRecorder.theLoggerRefused", "reason", e.getMessage()));
        }
    }

    private void turn(LiveRecording r, Plan plan, Claim claim) {
        Instant now = clock.instant();
        if (r.state() == LiveRecording.State.WAITING) {
            if (r.stopWanted()) {
                finish(
                        r,
                        claim,
                        LiveRecording.State.FAILED,
                        Texts.stored("stored.liveRecorder.stoppedBeforeItsValueCame"));
            } else {
                await(r, plan, now, claim);
            }
            return;
        }
        long due = Duration.between(r.startedAt(), now).dividedBy(r.everyMs());
        boolean enough = r.most() != null && due >= r.most();
        if (r.stopWanted() || enough) {
            end(r, plan, claim);
            return;
        }
        byte[] counts = due >= recordings.nextSeq(r.id()) ? LiveCounts.bytes(read(r, plan)) : null;
        transaction.executeWithoutResult(t -> {
            if (counts != null) {
                recordings.keep(r.id(), due, counts);
            }
            claim.again(pause(r, due + 1, now));
        });
    }

    /** Until the next reading, but never long: the clock may be ahead of the machine's, and somebody may stop it. */
    private static Duration pause(LiveRecording r, long next, Instant now) {
        Duration until = Duration.between(now, r.startedAt().plus(r.everyMs().multipliedBy(next)));
        return until.compareTo(PAUSE) < 0 ? until.isNegative() ? Duration.ZERO : until : PAUSE;
    }

    private void await(LiveRecording r, Plan plan, Instant now, Claim claim) {
        int[] counts = read(r, plan);
        boolean met = true;
        if (plan.start() instanceof StartCondition.OnThreshold threshold) {
            LoggerModel model = ModelCatalogue.get(plan.model());
            met = threshold.metBy(
                    LiveCounts.values(model, plan, counts)[plan.enabled().indexOf(threshold.channel())]);
        }
        boolean begins = met;
        transaction.executeWithoutResult(t -> {
            if (begins) {
                recordings.begin(r.id(), now);
                recordings.keep(r.id(), 0, LiveCounts.bytes(counts));
            }
            claim.again(begins && r.everyMs().compareTo(PAUSE) < 0 ? r.everyMs() : PAUSE);
        });
    }

    private void finish(LiveRecording r, Claim claim, LiveRecording.State state, String message) {
        transaction.executeWithoutResult(t -> {
            recordings.finish(r.id(), state, message);
            recordings.drop(r.id());
            claim.finish();
        });
    }

    private int[] read(LiveRecording r, Plan plan) {
        try (LoggerLink link = dock.open(r.serial())) {
            return LiveCounts.of(plan, link.live(plan));
        }
    }

    /** Each step is stored before the next, so that it can be taken up after a break. */
    private void end(LiveRecording r, Plan plan, Claim claim) {
        List<LiveMapper.Sample> samples = recordings.samples(r.id(), 0);
        if (samples.isEmpty() && r.missionId() == null) {
            finish(
                    r,
                    claim,
                    LiveRecording.State.FAILED,
                    Texts.stored("stored.liveRecorder.nothingWasRecordedTheLogger"));
            return;
        }
        long mission = r.missionId() != null ? r.missionId() : createMission(r, plan);
        if (!samples.isEmpty()) {
            long records = samples.get(samples.size() - 1).seq() + 1;
            Instant last = r.startedAt().plus(r.everyMs().multipliedBy(records - 1));
            MissionHeader header = new MissionHeader(
                    r.serial(),
                    0,
                    plan,
                    r.startedAt(),
                    r.startedAt(),
                    List.of(
                            new LoggerEvent(LoggerEvent.Kind.STARTED, r.startedAt()),
                            new LoggerEvent(LoggerEvent.Kind.STOPPED_COUNT, last)));
            processing.keep(mission, header.encode(), pages(plan, samples, records), records, last);
        }
        String home = processing.settle(mission, r.orderedBy(), step -> {});
        finish(r, claim, LiveRecording.State.DONE, home);
    }

    private long createMission(LiveRecording r, Plan plan) {
        return transaction.execute(t -> {
            long id = creation.recordedLive(
                    new MissionDraft(
                            r.serial(),
                            Texts.stored("stored.liveRecorder.planName"),
                            0,
                            plan,
                            r.spotId(),
                            r.orderedBy()),
                    r.startedAt());
            recordings.setMission(r.id(), id);
            return id;
        });
    }

    /** Readings that were missed are faults in every channel. */
    private static List<byte[]> pages(Plan plan, List<LiveMapper.Sample> samples, long records) {
        int width = plan.enabled().size();
        int perPage = MissionPage.recordsPerPage(width, true);
        List<byte[]> out = new ArrayList<>();
        int next = 0;
        for (long first = 0; first < records; first += perPage) {
            int held = (int) Math.min(perPage, records - first);
            int[] counts = new int[held * width];
            Arrays.fill(counts, MissionPage.FAULT);
            while (next < samples.size() && samples.get(next).seq() < first + held) {
                LiveMapper.Sample sample = samples.get(next++);
                int[] read = LiveCounts.read(sample.counts());
                System.arraycopy(read, 0, counts, (int) (sample.seq() - first) * width, width);
            }
            out.add(new MissionPage(0, first / perPage, first, width, true, counts).encode());
        }
        return out;
    }
}
