package org.pelerin.app.deployment.prepare.batch;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.secret.Seal;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/** Writes the loggers of batches, several at once. A logger that had its plan already, from an attempt that broke off, is found out by what it holds. */
@Component
class BatchRunner implements LongWork {

    static final String KIND = "write";

    private static final Logger LOG = LoggerFactory.getLogger(BatchRunner.class);
    private static final int AT_ONCE = 16;

    private final BatchMapper batches;
    private final WriteService writer;
    private final MissionQueries missions;
    private final Dock dock;
    private final Clock clock;
    private final Seal seal;
    private final TransactionTemplate transaction;

    BatchRunner(
            BatchMapper batches,
            WriteService writer,
            MissionQueries missions,
            Dock dock,
            Seal seal,
            TransactionTemplate transaction,
            Clock clock) {
        this.seal = seal;
        this.transaction = transaction;
        this.batches = batches;
        this.writer = writer;
        this.missions = missions;
        this.dock = dock;
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
        BatchItem item = transaction.execute(t -> {
            if (batches.begin(id) == 0) {
                claim.finish();
                return null;
            }
            return batches.item(id);
        });
        if (item != null) {
            write(item, claim);
        }
    }

    private void write(BatchItem item, Claim claim) {
        try {
            long mission = write(item);
            finish(
                    item,
                    claim,
                    BatchItem.State.DONE,
                    Texts.stored("stored.batchRunner.writtenReadBackAndCompared"),
                    mission);
        } catch (WriteService.BlockedException e) {
            finish(
                    item,
                    claim,
                    BatchItem.State.BLOCKED,
                    Texts.sentence(e.getMessage()) + " "
                            + Texts.sentence(e.conflicts().get(0).fix()),
                    null);
        } catch (Dock.NotConnectedException e) {
            finish(item, claim, BatchItem.State.FAILED, Texts.stored("stored.batchRunner.theLoggerLeftTheDock"), null);
        } catch (LinkException e) {
            finish(
                    item,
                    claim,
                    BatchItem.State.FAILED,
                    Texts.stored("stored.batchRunner.checkItsCableAndResume", "reason", e.getMessage()),
                    null);
        } catch (WriteService.ReadBackException e) {
            finish(item, claim, BatchItem.State.FAILED, e.getMessage() + ": " + e.differences() + ".", null);
        } catch (WriteService.NotWaitingException e) {
            finish(item, claim, BatchItem.State.FAILED, Texts.sentence(e.getMessage()), null);
        } catch (RefusedException e) {
            finish(
                    item,
                    claim,
                    BatchItem.State.FAILED,
                    Texts.stored("stored.batchRunner.theLoggerRefused", "reason", e.getMessage()),
                    null);
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            // what the logger then holds tells whoever comes next whether it was written
            throw e;
        } catch (RuntimeException e) {
            LOG.error("The writing of {} failed", item.serial(), e);
            finish(
                    item,
                    claim,
                    BatchItem.State.FAILED,
                    Texts.stored("stored.batchRunner.writingFailedResumeToTry"),
                    null);
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
                        .filter(m -> m.plan().equals(plan))
                        .filter(m -> m.course().writtenAt() != null && m.state().inField())
                        // both on the domain clock
                        .filter(m -> !m.course().writtenAt().isBefore(orderedAt));
    }

    private void finish(BatchItem item, Claim claim, BatchItem.State state, String message, Long mission) {
        String told = message.length() > 400 ? message.substring(0, 400) : message;
        transaction.executeWithoutResult(t -> {
            batches.finish(item.id(), state, told, mission, clock.instant());
            batches.forgetPin(item.batchId());
            claim.finish();
        });
    }
}
