package org.pelerin.app.collect;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.audit.Deeds;
import org.pelerin.app.connect.Dock;
import org.pelerin.link.message.RefusedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Claims collections from the database and runs them. A claim is a lease: a process that dies leaves its jobs to whoever
 * comes after {@code LEASE}.
 */
@Component
class JobRunner {

    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final Duration LEASE = Duration.ofSeconds(8);
    private static final Duration RENEW_EVERY = Duration.ofSeconds(2);
    private static final Duration TELL_EVERY = Duration.ofMillis(250);
    private static final int AT_ONCE = 8;

    /** Another process has taken the job over. */
    private static class LeaseLostException extends RuntimeException {}

    private final JobMapper jobs;
    private final Collector collector;
    private final Dock dock;
    private final Deeds deeds;
    private final Clock machine;
    private final String owner = UUID.randomUUID().toString();
    private final ExecutorService workers = Executors.newFixedThreadPool(AT_ONCE);
    private final ScheduledExecutorService heart = Executors.newSingleThreadScheduledExecutor();
    private final Semaphore free = new Semaphore(AT_ONCE);

    JobRunner(JobMapper jobs, Collector collector, Dock dock, Deeds deeds, @Qualifier("machineClock") Clock machine) {
        this.jobs = jobs;
        this.collector = collector;
        this.dock = dock;
        this.deeds = deeds;
        this.machine = machine;
    }

    @Scheduled(fixedDelay = 400)
    void claim() {
        try {
            for (Job job : jobs.claimable(machine.instant())) {
                boolean connected = dock.find(job.serial()).isPresent();
                boolean atHome = job.missionId() != null && job.total() > 0 && job.done() == job.total();
                if (!connected && !atHome && job.state() == Job.State.WAITING_FOR_LOGGER) {
                    continue;
                }
                if (!free.tryAcquire()) {
                    return;
                }
                Instant now = machine.instant();
                if (jobs.claim(job.id(), owner, now, now.plus(LEASE)) == 1) {
                    workers.execute(() -> run(job));
                } else {
                    free.release();
                }
            }
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Collections cannot be looked up: {}", e.getMessage());
        }
    }

    private void run(Job job) {
        Teller teller = new Teller(job);
        // decoding and judging a long record may take longer than a lease
        Future<?> heartbeat = heart.scheduleAtFixedRate(
                () -> renew(job), RENEW_EVERY.toMillis(), RENEW_EVERY.toMillis(), TimeUnit.MILLISECONDS);
        try {
            String result = collector.collect(job, teller);
            jobs.finish(job.id(), owner, Job.State.DONE, result);
        } catch (LeaseLostException e) {
            LOG.info("The collection of {} went to another process", job.serial());
        } catch (Dock.NotConnectedException e) {
            release(
                    job,
                    teller,
                    "The logger is not connected. Plug it in, in any port: the download goes on where it stopped.");
        } catch (DataAccessException | TransactionException e) {
            // the lease runs out and whoever reaches the database then goes on
            LOG.warn("The collection of {} lost the database: {}", job.serial(), e.getMessage());
        } catch (CaptureIntake.HopelessException | RefusedException e) {
            fail(job, e.getMessage());
        } catch (RuntimeException e) {
            if (Collector.worthAnotherTry(e)) {
                release(job, teller, e.getMessage() + ". Plug it in again: the download goes on at the next page.");
            } else {
                LOG.error("The collection of {} failed", job.serial(), e);
                fail(job, "The collection failed. What has arrived is stored; try again.");
            }
        } finally {
            heartbeat.cancel(false);
            free.release();
        }
    }

    private void renew(Job job) {
        try {
            jobs.renew(job.id(), owner, machine.instant().plus(LEASE));
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The lease on the collection of {} could not be renewed: {}", job.serial(), e.getMessage());
        }
    }

    /** Tells the database how far a job is, not at every page but at its end and where it breaks off. */
    private final class Teller implements Collector.Progress {

        private final Job job;
        private Instant told = Instant.EPOCH;
        private Long missionId;
        private long done;
        private long total;
        private String message;

        Teller(Job job) {
            this.job = job;
            this.missionId = job.missionId();
            this.done = job.done();
            this.total = job.total();
            this.message = job.message();
        }

        @Override
        public void at(Long mission, long nowDone, long nowTotal, String nowMessage) {
            missionId = mission;
            done = nowDone;
            total = nowTotal;
            message = nowMessage;
            if (done == total || Duration.between(told, machine.instant()).compareTo(TELL_EVERY) >= 0) {
                tell();
            }
        }

        void tell() {
            told = machine.instant();
            if (jobs.progress(job.id(), owner, told, told.plus(LEASE), missionId, done, total, message) == 0) {
                throw new LeaseLostException();
            }
        }
    }

    private void release(Job job, Teller teller, String why) {
        try {
            teller.tell();
            dock.poll();
            jobs.release(job.id(), owner, why);
        } catch (LeaseLostException e) {
            LOG.info("The collection of {} went to another process", job.serial());
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The collection of {} lost the database: {}", job.serial(), e.getMessage());
        }
    }

    private void fail(Job job, String message) {
        if (jobs.finish(job.id(), owner, Job.State.FAILED, message) == 1) {
            deeds.failed(job.orderedBy(), "collect", job.serial(), "", message);
        }
    }

    @PreDestroy
    void stop() {
        workers.shutdownNow();
        heart.shutdownNow();
    }
}
