package org.pelerin.app.collect.files;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicReference;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.intake.Trouble;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/** Goes through files one after the other. */
@Component
class FileRunner implements LongWork {

    static final String KIND = "file";

    private static final Logger LOG = LoggerFactory.getLogger(FileRunner.class);
    private static final Duration TELL_EVERY = Duration.ofMillis(500);
    private static final Duration LONGEST_ARRIVING = Duration.ofHours(12);
    private static final int LONGEST_MESSAGE = 1000;

    private final FileMapper files;
    private final FileService service;
    private final FileWork work;
    private final TransactionTemplate transaction;
    private final Clock machine;
    private final Clock clock;

    FileRunner(
            FileMapper files,
            FileService service,
            FileWork work,
            TransactionTemplate transaction,
            @Qualifier("machineClock") Clock machine,
            Clock clock) {
        this.files = files;
        this.service = service;
        this.work = work;
        this.transaction = transaction;
        this.machine = machine;
        this.clock = clock;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return 1;
    }

    /** What broke off on its way here is cleared away. */
    @Scheduled(fixedDelay = 3_600_000)
    void clear() {
        try {
            files.stuck(clock.instant().minus(LONGEST_ARRIVING)).forEach(service::forget);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Files that broke off cannot be cleared away: {}", e.getMessage());
        }
    }

    @Override
    public void run(long id, Claim claim) {
        ForeignFile file = files.byId(id);
        if (file == null || !file.busy()) {
            claim.finish();
            return;
        }
        try {
            if (file.state() == ForeignFile.State.READING) {
                String findings = service.write(work.read(file, progress(file)));
                finish(file, claim, ForeignFile.State.READ, "", findings);
            } else {
                work.take(file, claim::finish, progress(file));
            }
        } catch (Intake.TooManyTroublesException e) {
            Trouble first = e.first().get(0);
            finish(
                    file,
                    claim,
                    ForeignFile.State.LAYOUT,
                    Texts.stored(
                            "stored.fileRunner.theLayoutIsProbablyWrong",
                            "reason",
                            e.getMessage(),
                            "line",
                            first.line(),
                            "more",
                            (first.column().isEmpty() ? "" : first.column() + ": "),
                            "reason2",
                            first.reason()),
                    null);
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            // whoever comes next begins again
            throw e;
        } catch (IOException | FileService.FileRefusedException | IllegalStateException e) {
            finish(file, claim, back(file), Texts.sentence(e.getMessage()), null);
        } catch (RuntimeException | OutOfMemoryError e) {
            LOG.error("Going through {} failed", file.name(), e);
            finish(file, claim, back(file), Texts.stored("stored.fileRunner.theCheckFailedTheFile"), null);
        }
    }

    private static ForeignFile.State back(ForeignFile file) {
        return file.state() == ForeignFile.State.READING ? ForeignFile.State.LAYOUT : ForeignFile.State.READ;
    }

    private FileWork.Progress progress(ForeignFile file) {
        AtomicReference<Instant> told = new AtomicReference<>(machine.instant());
        return rows -> {
            Instant now = machine.instant();
            if (Duration.between(told.get(), now).compareTo(TELL_EVERY) >= 0) {
                told.set(now);
                transaction.executeWithoutResult(t -> files.progress(file.id(), rows));
            }
        };
    }

    private void finish(ForeignFile file, Claim claim, ForeignFile.State state, String message, String findings) {
        String told = message.length() > LONGEST_MESSAGE ? message.substring(0, LONGEST_MESSAGE) : message;
        transaction.executeWithoutResult(t -> {
            files.finish(file.id(), state, told, findings);
            claim.finish();
        });
    }
}
