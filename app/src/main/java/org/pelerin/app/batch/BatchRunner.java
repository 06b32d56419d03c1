package org.pelerin.app.batch;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.WriteService;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionDraft;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.platform.secret.Seal;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Writes the loggers of batches, several at once. A claim is a lease: what a process leaves when it dies is taken up by another, and
 * a logger that had its plan already is found out by what it holds.
 */
@Component
class BatchRunner {

    private static final Logger LOG = LoggerFactory.getLogger(BatchRunner.class);
    /** Longer than any single writing takes: its requests wait 2 s each, at most three times over. */
    private static final Duration LEASE = Duration.ofSeconds(60);

    private static final int AT_ONCE = 16;

    private final BatchMapper batches;
    private final WriteService writer;
    private final MissionService missions;
    private final Dock dock;
    private final Clock machine;
    private final String owner = UUID.randomUUID().toString();
    private final ExecutorService workers = Executors.newFixedThreadPool(AT_ONCE);
    private final Seal seal;
    private final Semaphore free = new Semaphore(AT_ONCE);

    BatchRunner(
            BatchMapper batches,
            WriteService writer,
            MissionService missions,
            Dock dock,
            Seal seal,
            @Qualifier("machineClock") Clock machine) {
        this.seal = seal;
        this.batches = batches;
        this.writer = writer;
        this.missions = missions;
        this.dock = dock;
        this.machine = machine;
    }

    @Scheduled(fixedDelay = 300)
    void claim() {
        try {
            for (BatchItem item : batches.claimable(machine.instant())) {
                if (!free.tryAcquire()) {
                    return;
                }
                Instant now = machine.instant();
                if (batches.claim(item.id(), owner, now, now.plus(LEASE)) == 1) {
                    workers.execute(() -> run(item));
                } else {
                    free.release();
                }
            }
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Batches cannot be looked up: {}", e.getMessage());
        }
    }

    private void run(BatchItem item) {
        try {
            long mission = write(item);
            finish(item, BatchItem.State.DONE, "written, read back and compared", mission);
        } catch (WriteService.BlockedException e) {
            finish(
                    item,
                    BatchItem.State.BLOCKED,
                    e.getMessage() + ". " + e.conflicts().get(0).fix() + ".",
                    null);
        } catch (Dock.NotConnectedException e) {
            finish(item, BatchItem.State.FAILED, "It left the dock. Plug it in again and resume.", null);
        } catch (LinkException e) {
            finish(item, BatchItem.State.FAILED, e.getMessage() + ". Check its cable and resume.", null);
        } catch (WriteService.ReadBackException e) {
            finish(item, BatchItem.State.FAILED, e.getMessage() + ": " + e.differences() + ".", null);
        } catch (RefusedException e) {
            finish(item, BatchItem.State.FAILED, "The logger refused: " + e.getMessage() + ".", null);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The writing of {} lost the database: {}", item.serial(), e.getMessage());
            again(item);
        } catch (RuntimeException e) {
            LOG.error("The writing of {} failed", item.serial(), e);
            finish(item, BatchItem.State.FAILED, "The writing failed; resume to try again.", null);
        } finally {
            free.release();
        }
    }

    /** Has it tried again; what the logger then holds tells whether it was written. Failing that, the lease runs out. */
    private void again(BatchItem item) {
        try {
            batches.again(item.id(), owner);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("{} waits for its lease to end: {}", item.serial(), e.getMessage());
        }
    }

    private long write(BatchItem item) {
        Batch batch = batches.byId(item.batchId());
        String settings = item.settings() == null ? batch.settings() : item.settings();
        Plan plan = PlanDocument.plan(settings).withLoggerName(item.loggerName());
        Optional<Mission> done = already(item, writer.corrected(item.serial(), plan), batch.orderedAt());
        if (done.isPresent()) {
            return done.get().id();
        }
        return writer.put(
                new MissionDraft(
                        item.serial(),
                        item.planName(),
                        item.planVersion(),
                        plan,
                        item.spotId(),
                        batch.orderedBy(),
                        batch.notWired()),
                seal.open(batches.pinOf(batch.id())));
    }

    /** The mission that an earlier attempt wrote without living to say so. */
    private Optional<Mission> already(BatchItem item, Plan plan, Instant orderedAt) {
        int number = dock.look(item.serial()).status().mission();
        return number == 0
                ? Optional.empty()
                : missions.ofDevice(item.serial(), number)
                        .filter(m -> missions.plan(m).equals(plan))
                        .filter(m -> m.writtenAt() != null && m.state().inField())
                        .filter(m -> missions.draftedSince(m, orderedAt));
    }

    private void finish(BatchItem item, BatchItem.State state, String message, Long mission) {
        String told = message.length() > 400 ? message.substring(0, 400) : message;
        try {
            batches.finish(item.id(), owner, state, told, mission, machine.instant());
            batches.forgetPin(item.batchId());
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("How the writing of {} went could not be stored: {}", item.serial(), e.getMessage());
        }
    }

    @PreDestroy
    void stop() {
        workers.shutdownNow();
    }
}
