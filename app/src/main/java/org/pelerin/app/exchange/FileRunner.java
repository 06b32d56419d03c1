package org.pelerin.app.exchange;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.intake.Trouble;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Goes through files one after the other. A claim is a lease: a process that dies leaves its file to whoever comes next. */
@Component
class FileRunner {

    private static final Logger LOG = LoggerFactory.getLogger(FileRunner.class);
    private static final Duration LEASE = Duration.ofSeconds(8);
    private static final Duration RENEW_EVERY = Duration.ofMillis(500);
    private static final Duration LONGEST_ARRIVING = Duration.ofHours(12);
    private static final int LONGEST_MESSAGE = 1000;

    private final FileMapper files;
    private final FileService service;
    private final FileWork work;
    private final Clock machine;
    private final Clock clock;
    private final String owner = UUID.randomUUID().toString();
    private final ExecutorService worker = Executors.newSingleThreadExecutor();
    private final ScheduledExecutorService heart = Executors.newSingleThreadScheduledExecutor();
    private volatile boolean busy;

    FileRunner(
            FileMapper files,
            FileService service,
            FileWork work,
            @Qualifier("machineClock") Clock machine,
            Clock clock) {
        this.files = files;
        this.service = service;
        this.work = work;
        this.machine = machine;
        this.clock = clock;
    }

    @Scheduled(fixedDelay = 400)
    void claim() {
        try {
            for (ForeignFile file : busy ? java.util.List.<ForeignFile>of() : files.claimable(machine.instant())) {
                Instant now = machine.instant();
                if (files.claim(file.id(), owner, now, now.plus(LEASE)) == 1) {
                    busy = true;
                    worker.execute(() -> run(file));
                    return;
                }
            }
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Files cannot be looked up: {}", e.getMessage());
        }
    }

    /** What broke off on its way here is cleared away. */
    @Scheduled(fixedDelay = 3_600_000)
    void clear() {
        try {
            for (ForeignFile file : files.stuck(clock.instant().minus(LONGEST_ARRIVING))) {
                files.removePieces(file.id());
                files.remove(file.id());
            }
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Files that broke off cannot be cleared away: {}", e.getMessage());
        }
    }

    private void run(ForeignFile file) {
        AtomicLong done = new AtomicLong();
        Future<?> heartbeat = heart.scheduleAtFixedRate(
                () -> renew(file, done.get()), 0, RENEW_EVERY.toMillis(), TimeUnit.MILLISECONDS);
        try {
            if (file.state() == ForeignFile.State.READING) {
                String findings = service.write(work.read(file, done::set));
                finish(file, ForeignFile.State.READ, "", findings);
            } else {
                work.take(file, owner, done::set);
            }
        } catch (Intake.TooManyTroublesException e) {
            Trouble first = e.first().get(0);
            finish(
                    file,
                    ForeignFile.State.LAYOUT,
                    e.getMessage() + ", the layout is probably wrong. The first: line " + first.line() + ", "
                            + (first.column().isEmpty() ? "" : first.column() + ": ") + first.reason() + ".",
                    null);
        } catch (DataAccessException | TransactionException e) {
            // the lease runs out and whoever reaches the database then begins again
            LOG.warn("Going through {} lost the database: {}", file.name(), e.getMessage());
        } catch (IOException | FileService.FileRefusedException | IllegalStateException e) {
            finish(file, back(file), e.getMessage() + ".", null);
        } catch (RuntimeException | OutOfMemoryError e) {
            LOG.error("Going through {} failed", file.name(), e);
            finish(file, back(file), "Going through it failed; the file is kept.", null);
        } finally {
            heartbeat.cancel(false);
            busy = false;
        }
    }

    private static ForeignFile.State back(ForeignFile file) {
        return file.state() == ForeignFile.State.READING ? ForeignFile.State.LAYOUT : ForeignFile.State.READ;
    }

    private void renew(ForeignFile file, long done) {
        try {
            files.renew(file.id(), owner, machine.instant().plus(LEASE), done);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The lease on {} could not be renewed: {}", file.name(), e.getMessage());
        }
    }

    private void finish(ForeignFile file, ForeignFile.State state, String message, String findings) {
        String told = message.length() > LONGEST_MESSAGE ? message.substring(0, LONGEST_MESSAGE) : message;
        files.finish(file.id(), owner, state, told, findings);
    }

    @PreDestroy
    void stop() {
        worker.shutdownNow();
        heart.shutdownNow();
    }
}
