package org.pelerin.app.collect;

import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.pelerin.app.evidence.DeviceAudit;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.link.message.RefusedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/** Carries collections out; one whose logger is away waits until it is back, in any port. */
@Component
class JobRunner implements LongWork {

    static final String KIND = "collect";

    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final Duration TELL_EVERY = Duration.ofMillis(250);
    private static final int AT_ONCE = 8;
    /** A logger that says the same nonsense so often in a row will not say anything else. */
    private static final int MOST_ATTEMPTS = 20;

    private final JobMapper jobs;
    private final Collector collector;
    private final Dock dock;
    private final DeviceAudit deviceAudit;
    private final TransactionTemplate transaction;
    private final Clock machine;
    private final Counter done;
    private final Counter failed;

    JobRunner(
            JobMapper jobs,
            Collector collector,
            Dock dock,
            DeviceAudit deviceAudit,
            TransactionTemplate transaction,
            MeterRegistry figures,
            @Qualifier("machineClock") Clock machine) {
        this.done = ended(figures, "done");
        this.failed = ended(figures, "failed");
        this.jobs = jobs;
        this.collector = collector;
        this.dock = dock;
        this.deviceAudit = deviceAudit;
        this.transaction = transaction;
        this.machine = machine;
    }

    private static Counter ended(MeterRegistry figures, String outcome) {
        return Counter.builder("pelerin.collections").tag("outcome", outcome).register(figures);
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return AT_ONCE;
    }

    /** @param awaited the serial of a logger that was away */
    @Override
    public boolean ready(long id, String awaited) {
        return awaited.isEmpty() || dock.find(awaited).isPresent();
    }

    @Override
    public void run(long id, Claim claim) {
        Job job = transaction.execute(t -> {
            if (jobs.begin(id) == 0) {
                claim.finish();
                return null;
            }
            return jobs.byId(id);
        });
        if (job == null) {
            return;
        }
        Teller teller = new Teller(job);
        try {
            String result = collector.collect(job, teller);
            transaction.executeWithoutResult(t -> {
                jobs.finish(id, Job.State.DONE, result);
                claim.finish();
            });
            done.increment();
        } catch (Dock.NotConnectedException e) {
            release(teller, claim, Texts.stored("stored.jobRunner.theLoggerIsNotConnected"));
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            throw e;
        } catch (CaptureIntake.HopelessException | RefusedException e) {
            fail(job, claim, e.getMessage());
        } catch (RuntimeException e) {
            if (!Collector.worthAnotherTry(e)) {
                LOG.error("The collection of {} failed", job.serial(), e);
                fail(job, claim, Texts.stored("stored.jobRunner.theCollectionFailedWhatArrived"));
            } else if (claim.attempts() < MOST_ATTEMPTS || teller.gotOn()) {
                release(teller, claim, Texts.stored("stored.jobRunner.plugItInAgainThe", "reason", e.getMessage()));
            } else {
                fail(
                        job,
                        claim,
                        Texts.stored(
                                "stored.jobRunner.timesInARowWhat",
                                "reason",
                                e.getMessage(),
                                "mostAttempts",
                                MOST_ATTEMPTS));
            }
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
                transaction.executeWithoutResult(t -> tell());
            }
        }

        private void tell() {
            told = machine.instant();
            jobs.progress(job.id(), told, missionId, done, total, message);
        }

        /** Whether this attempt brought anything. */
        boolean gotOn() {
            return done > job.done();
        }

        /** All pages are there; what is left to do needs no logger. */
        boolean home() {
            return missionId != null && total > 0 && done == total;
        }
    }

    private void release(Teller teller, Claim claim, String why) {
        dock.poll();
        transaction.executeWithoutResult(t -> {
            teller.tell();
            jobs.release(teller.job.id(), why);
            if (teller.home()) {
                claim.retry(TELL_EVERY);
            } else {
                claim.await(teller.job.serial(), teller.gotOn());
            }
        });
    }

    private void fail(Job job, Claim claim, String message) {
        LOG.warn("The collection of {} failed: {}", job.serial(), message);
        transaction.executeWithoutResult(t -> {
            jobs.finish(job.id(), Job.State.FAILED, message);
            deviceAudit.failed(job.orderedBy(), "collect", job.serial(), "", message);
            claim.finish();
        });
        failed.increment();
    }
}
