package org.pelerin.app.live;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.pelerin.app.collect.Homecoming;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.mission.MissionDraft;
import org.pelerin.app.mission.MissionService;
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
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Keeps live readings, each stored as it comes. Whoever holds the lease of a recording takes its next reading; when a process dies the
 * next one goes on, and what was not read meanwhile is a gap. In the end the readings become pages like a logger's own, and a mission
 * like any other.
 */
@Component
class LiveRecorder {

    private static final Logger LOG = LoggerFactory.getLogger(LiveRecorder.class);
    private static final Duration LEASE = Duration.ofSeconds(12);

    private final LiveMapper recordings;
    private final Dock dock;
    private final MissionService missions;
    private final Homecoming homecoming;
    private final Clock clock;
    private final Clock machine;
    private final String owner = UUID.randomUUID().toString();
    private final ExecutorService workers = Executors.newFixedThreadPool(4);
    private final Set<Long> busy = ConcurrentHashMap.newKeySet();

    LiveRecorder(
            LiveMapper recordings,
            Dock dock,
            MissionService missions,
            Homecoming homecoming,
            Clock clock,
            @Qualifier("machineClock") Clock machine) {
        this.recordings = recordings;
        this.dock = dock;
        this.missions = missions;
        this.homecoming = homecoming;
        this.clock = clock;
        this.machine = machine;
    }

    @Scheduled(fixedDelay = 200)
    void tick() {
        try {
            for (LiveRecording r : recordings.allActive()) {
                if (busy.add(r.id())) {
                    workers.execute(() -> turn(r));
                }
            }
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Live recordings cannot be looked up: {}", e.getMessage());
        }
    }

    private void turn(LiveRecording r) {
        try {
            Instant now = machine.instant();
            if (recordings.lease(r.id(), owner, now, now.plus(LEASE)) == 1) {
                turn(r, PlanDocument.plan(r.settings()));
            }
        } catch (Dock.NotConnectedException | LinkException e) {
            recordings.say(r.id(), "It does not answer; what is missed is a gap. It goes on when the logger is back.");
        } catch (RefusedException e) {
            recordings.finish(r.id(), LiveRecording.State.FAILED, "The logger refused: " + e.getMessage());
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The live recording of {} lost the database: {}", r.serial(), e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("The live recording of {} failed", r.serial(), e);
        } finally {
            busy.remove(r.id());
        }
    }

    private void turn(LiveRecording r, Plan plan) {
        Instant now = clock.instant();
        if (r.state() == LiveRecording.State.WAITING) {
            if (r.stopWanted()) {
                recordings.finish(
                        r.id(), LiveRecording.State.FAILED, "Stopped before its value came; nothing was kept.");
            } else {
                await(r, plan, now);
            }
            return;
        }
        long due = Duration.between(r.startedAt(), now).dividedBy(r.everyMs());
        boolean enough = r.most() != null && due >= r.most();
        if (r.stopWanted() || enough) {
            end(r, plan);
        } else if (due >= recordings.nextSeq(r.id())) {
            recordings.keep(r.id(), due, LiveCounts.bytes(read(r, plan)));
        }
    }

    private void await(LiveRecording r, Plan plan, Instant now) {
        int[] counts = read(r, plan);
        if (plan.start() instanceof StartCondition.OnThreshold t) {
            LoggerModel model = ModelCatalogue.get(plan.model());
            double v = LiveCounts.values(model, plan, counts)[plan.enabled().indexOf(t.channel())];
            if (!t.metBy(v)) {
                return;
            }
        }
        recordings.begin(r.id(), now);
        recordings.keep(r.id(), 0, LiveCounts.bytes(counts));
    }

    private int[] read(LiveRecording r, Plan plan) {
        try (LoggerLink link = dock.open(r.serial())) {
            return LiveCounts.of(plan, link.live(plan));
        }
    }

    /** Each step is stored before the next, so that it can be taken up after a break. */
    private void end(LiveRecording r, Plan plan) {
        List<LiveMapper.Sample> samples = recordings.samples(r.id(), 0);
        if (samples.isEmpty() && r.missionId() == null) {
            recordings.finish(r.id(), LiveRecording.State.FAILED, "Nothing was kept: it never answered.");
            return;
        }
        long mission = r.missionId() != null ? r.missionId() : become(r, plan);
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
            homecoming.keep(mission, header.encode(), pages(plan, samples, records), records, last);
        }
        String home = homecoming.settle(mission, r.orderedBy(), step -> {});
        recordings.finish(r.id(), LiveRecording.State.DONE, home);
        recordings.drop(r.id());
    }

    private long become(LiveRecording r, Plan plan) {
        long id = missions.recordedLive(
                new MissionDraft(r.serial(), "live recording", 0, plan, r.spotId(), r.orderedBy()), r.startedAt());
        recordings.become(r.id(), id);
        return id;
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

    @PreDestroy
    void stop() {
        workers.shutdownNow();
    }
}
