package org.pelerin.app.collect;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.DeviceAudit;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.NextRun;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.MissionInfo;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Orders collections, and puts loggers back to work after them. */
@Service
@RetriedOnDeadlock
public class CollectService {

    /** What was asked for does not fit the state the logger is in. */
    public static class NotNowException extends RuntimeException {
        NotNowException(String message) {
            super(message);
        }
    }

    /** How far back a mission is looked for behind attempts that came to nothing. */
    private static final int RECENT = 10;

    private final JobMapper jobs;
    private final Dock dock;
    private final MissionQueries missions;
    private final WriteService writer;
    private final Eraser eraser;
    private final AuditTrail audit;
    private final WorkOrders orders;
    private final Clock clock;
    private final DeviceAudit deviceAudit;
    private final MissionLifecycle lifecycle;

    CollectService(
            JobMapper jobs,
            Dock dock,
            MissionQueries missions,
            WriteService writer,
            Eraser eraser,
            AuditTrail audit,
            WorkOrders orders,
            Clock clock,
            DeviceAudit deviceAudit,
            MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.jobs = jobs;
        this.dock = dock;
        this.missions = missions;
        this.writer = writer;
        this.eraser = eraser;
        this.audit = audit;
        this.orders = orders;
        this.clock = clock;
        this.deviceAudit = deviceAudit;
    }

    /** Orders a collection; a second order while one is under way changes nothing. */
    @Transactional
    public void order(String serial, String by) {
        order(serial, false, CollectionScope.ALL, by);
    }

    /** @param leaveRunning whether the logger is to go on recording; only what is new is then fetched each time */
    @Transactional
    public void order(String serial, boolean leaveRunning, String by) {
        order(serial, leaveRunning, CollectionScope.ALL, by);
    }

    /**
     * @param leaveRunning whether the logger is to go on recording; only what is new is then fetched each time
     * @param choice what is to come home
     */
    @Transactional
    public void order(String serial, boolean leaveRunning, CollectionScope choice, String by) {
        if (jobs.active(serial) != null) {
            return;
        }
        try {
            JobMapper.Fresh job = new JobMapper.Fresh(serial, by, clock.instant(), leaveRunning, choice);
            jobs.insert(job);
            orders.order(JobRunner.KIND, job.id);
            String how = leaveRunning ? "left running" : "";
            String what = choice.words();
            audit.record(
                    by, "order collection", serial, "", how + (how.isEmpty() || what.isEmpty() ? "" : "; ") + what);
        } catch (DuplicateKeyException e) {
            // somebody else ordered it in the same moment
        }
    }

    /** Gives up a collection that waits for its logger; what is home stays home. */
    @Transactional
    public void giveUp(String serial, String by) {
        Job job = jobs.active(serial);
        if (job != null
                && orders.cancel(JobRunner.KIND, job.id())
                && jobs.cancel(job.id(), Texts.stored("stored.collectService.cancelledBy", "by", by)) > 0) {
            audit.record(
                    by, "give up collection", serial, Texts.stored("stored.collectService.waitingForTheLogger"), "");
        }
    }

    public Optional<Job> active(String serial) {
        return Optional.ofNullable(jobs.active(serial));
    }

    public List<Job> allActive() {
        return jobs.allActive();
    }

    /** The last collections of a logger, the newest first. */
    public List<Job> latest(String serial, int limit) {
        return jobs.latest(serial, limit);
    }

    public Optional<Job> newest(String serial) {
        return Optional.ofNullable(jobs.newest(serial));
    }

    /** As {@link #backToWork(String, Long, String)}, at the spot of the mission before. */
    public long backToWork(String serial, String by) {
        return backToWork(serial, null, by);
    }

    /**
     * Erases what is collected and writes the same plan again; returns the new mission's id.
     *
     * @param spot where it goes; null for that of the mission before
     */
    public long backToWork(String serial, Long spot, String by) {
        Mission last = lastCollected(serial);
        if (dock.get(serial).status().pinSet()) {
            throw new NotNowException(Texts.of("collect.collectService.theLoggerAsksForIts"));
        }
        Plan plan = NextRun.of(last.plan(), clock.instant());
        return writer.write(new MissionDraft(
                serial,
                last.copy().planName(),
                last.copy().planVersion(),
                plan,
                spot != null ? spot : last.place().spotId(),
                by));
    }

    /** Erases what is collected and leaves the logger idle. */
    public void erase(String serial, String by) {
        lastCollected(serial);
        eraser.erase(serial, by);
    }

    /**
     * Gives up what a stopped logger holds and is not home, without collecting it.
     *
     * @param typed the serial, as the person typed it
     * @throws NotNowException if the serial or the reason is missing, or there is nothing to give up
     */
    public void discard(String serial, String typed, String reason, String by) {
        if (!typed.strip().equalsIgnoreCase(serial) || reason.isBlank()) {
            throw new NotNowException(Texts.of("collect.collectService.toDiscardRecordsTypeThe", "serial", serial));
        }
        if (active(serial).isPresent()) {
            throw new NotNowException(Texts.of("collect.collectService.theLoggerIsBeingCollected"));
        }
        try (LoggerLink link = dock.open(serial)) {
            if (link.status().state().running()) {
                throw new NotNowException(Texts.of("collect.collectService.theLoggerIsLoggingStop"));
            }
            List<MissionInfo> lost = link.missions().stream()
                    .filter(info -> missions.ofDevice(serial, info.number())
                            .filter(Mission::collected)
                            .isEmpty())
                    .toList();
            if (lost.isEmpty()) {
                throw new NotNowException(
                        link.missions().isEmpty()
                                ? Texts.of("collect.collectService.theLoggerHoldsNoMission")
                                : Texts.of("collect.collectService.theRecordsAreAlreadyCollected"));
            }
            // before it is done: what cannot be undone is never without its entry
            deviceAudit.noted(by, "discard records", serial, told(lost) + ": " + reason.strip(), () -> {
                for (MissionInfo info : lost) {
                    link.erase(EraseRequest.discard(info.number(), info.endRecord()));
                    missions.ofDevice(serial, info.number())
                            .ifPresent(m -> lifecycle.giveUp(
                                    m,
                                    Texts.stored("stored.collectService.discardedReason", "reason", reason.strip()),
                                    by));
                }
                return "given up";
            });
        }
        dock.poll();
    }

    private static String told(List<MissionInfo> lost) {
        long records = lost.stream().mapToLong(MissionInfo::records).sum();
        return Texts.stored(
                "stored.collectService.plainRecordsLost",
                "plain",
                LimitText.plain(records),
                "lost",
                (lost.size() > 1 ? Texts.stored("stored.collectService.ofMissions", "lost", lost.size()) : ""));
    }

    /** Serials of those that hold records, all of which are home: one query for all of them. */
    public Set<String> allHome(List<DockedLogger> loggers) {
        Set<String> home = missions.collectedDevices(
                loggers.stream().map(DockedLogger::serial).toList());
        return loggers.stream()
                .filter(l -> l.holdsRecords() && home.containsAll(Eraser.devices(l)))
                .map(DockedLogger::serial)
                .collect(Collectors.toSet());
    }

    /** How many records of their newest missions are not home, by serial: one query for all of them. */
    public Map<String, Long> notHome(List<DockedLogger> loggers) {
        Map<String, Long> received =
                missions.received(loggers.stream().map(DockedLogger::serial).toList());
        return loggers.stream().collect(Collectors.toMap(DockedLogger::serial, l -> Eraser.notHome(l, received)));
    }

    /** The newest mission in the logger's memory, if all that are there are safely home. */
    public Optional<Mission> collectedInMemory(DockedLogger logger) {
        int number = logger.status().mission();
        return number != 0 && eraser.allHome(logger) ? missions.ofDevice(logger.serial(), number) : Optional.empty();
    }

    private Mission lastCollected(String serial) {
        DockedLogger logger = dock.look(serial);
        if (logger.status().mission() == 0) {
            // erased already, by an attempt that did not get to its end
            return missions.ofLogger(serial, RECENT).stream()
                    .filter(m -> m.state() != MissionState.ABANDONED)
                    .findFirst()
                    .filter(m -> m.home() && m.records().erasedAt() != null)
                    .orElseThrow(() -> new NotNowException(Texts.of("collect.collectService.theLoggerHasNoMission")));
        }
        return collectedInMemory(logger).orElseThrow(Eraser::notHome);
    }
}
