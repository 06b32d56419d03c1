package org.pelerin.app.deployment.prepare.batch;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.pelerin.app.deployment.prepare.next.Deployments;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.InParallel;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.secret.Seal;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Orders plans for many loggers, one for all or each its own; {@link BatchRunner} carries the orders out. */
@Service
@RetriedOnDeadlock
public class BatchService {

    /**
     * A logger that is to be written.
     *
     * @param name to be written into it
     * @param spotId where it goes, or null
     * @param plan that it gets
     */
    public record Wanted(String serial, String name, Long spotId, Chosen plan) {}

    /**
     * A plan that was chosen.
     *
     * @param version of the library; 0 where it is in none
     */
    public record Chosen(String name, int version, Plan settings) {}

    /**
     * What is ordered for all of them.
     *
     * @param plan that all get; null where each gets its own
     * @param pin of those that ask for one; empty for none
     * @param notWired why channels that read open are left so; empty where they must not be
     */
    public record Order(Chosen plan, List<Wanted> wanted, String pin, String notWired) {}

    private static final int AT_ONCE = 16;

    private final BatchMapper batches;
    private final WriteService writer;
    private final Deployments deployments;
    private final AuditTrail audit;
    private final Clock clock;
    private final TransactionTemplate transaction;
    private final Seal seal;
    private final WorkOrders orders;
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);

    BatchService(
            BatchMapper batches,
            WriteService writer,
            Deployments deployments,
            AuditTrail audit,
            Clock clock,
            TransactionTemplate transaction,
            Seal seal,
            WorkOrders orders) {
        this.orders = orders;
        this.seal = seal;
        this.transaction = transaction;
        this.batches = batches;
        this.writer = writer;
        this.deployments = deployments;
        this.audit = audit;
        this.clock = clock;
    }

    /** What speaks against writing each of them, in their order; several are looked at at once. */
    public List<List<Conflict>> preflight(List<Wanted> wanted, String notWired) {
        List<List<Conflict>> out = new ArrayList<>(InParallel.map(lookers, wanted, w -> preflight(w, notWired)));
        for (int i = 0; i < out.size(); i++) {
            List<Conflict> all = new ArrayList<>(out.get(i));
            all.addAll(among(wanted, wanted.get(i)));
            out.set(i, all);
        }
        return out;
    }

    private List<Conflict> preflight(Wanted w, String notWired) {
        if (w.plan() == null) {
            return List.of(new Conflict(
                    Conflict.Level.BLOCKS,
                    "",
                    Texts.of("deployment.prepare.batch.batchService.itWasNeverWrittenSo"),
                    Texts.of("deployment.prepare.batch.batchService.chooseOnePlan")));
        }
        try {
            Plan plan = w.plan().settings().withLoggerName(w.name());
            return writer.preflight(
                    w.serial(),
                    plan,
                    deployments
                            .of(w.serial(), w.name(), w.spotId(), null, null, notWired)
                            .after(plan));
        } catch (Dock.NotConnectedException e) {
            return List.of(new Conflict(
                    Conflict.Level.BLOCKS,
                    "",
                    Texts.of("deployment.prepare.batch.batchService.itIsNotConnected"),
                    Texts.of("deployment.prepare.batch.batchService.plugItIntoAFree")));
        } catch (LinkException | RefusedException e) {
            return List.of(new Conflict(
                    Conflict.Level.BLOCKS,
                    "",
                    e.getMessage(),
                    Texts.of("deployment.prepare.batch.batchService.checkItsCable")));
        }
    }

    /** What two of the same batch have in common that they should not. */
    private static List<Conflict> among(List<Wanted> all, Wanted w) {
        List<Conflict> out = new ArrayList<>();
        if (all.stream().filter(o -> o.name().equals(w.name())).count() > 1) {
            out.add(new Conflict(
                    Conflict.Level.WARNS,
                    "loggerName",
                    Texts.of("deployment.prepare.batch.batchService.anotherLoggerInTheBatch", "name", w.name()),
                    Texts.of("deployment.prepare.batch.batchService.changeTheName")));
        }
        if (w.spotId() != null
                && all.stream().filter(o -> w.spotId().equals(o.spotId())).count() > 1) {
            out.add(new Conflict(
                    Conflict.Level.WARNS,
                    "spot",
                    Texts.of("deployment.prepare.batch.batchService.anotherLoggerInTheBatch2"),
                    Texts.of("deployment.prepare.batch.batchService.chooseAnotherSpot")));
        }
        return out;
    }

    /**
     * Notes the order. The PIN, for those that ask for one, is kept until none is waiting to be written. Loggers that preflight blocks are
     * noted with the reason; the others go ahead.
     */
    public long order(Order order, String by) {
        // looked at before the transaction: a slow link holds no row
        List<List<Conflict>> conflicts = preflight(order.wanted, order.notWired);
        Chosen all = order.plan;
        return transaction.execute(t -> {
            BatchMapper.Row row = new BatchMapper.Row(
                    all == null ? Batch.AGAIN : all.name,
                    all == null ? 0 : all.version,
                    all == null ? "" : PlanDocument.write(all.name, all.settings),
                    seal.close(order.pin),
                    order.notWired,
                    clock.instant(),
                    by);
            batches.insert(row);
            for (int i = 0; i < order.wanted.size(); i++) {
                insert(row.id, all == null, order.wanted.get(i), conflicts.get(i));
            }
            orders.order(BatchRunner.KIND, batches.queued(row.id));
            audit.record(
                    by,
                    "order batch",
                    Texts.stored("stored.batchService.batchId", "id", row.id),
                    "",
                    Texts.stored(
                            "stored.batchService.forLoggers",
                            "planName",
                            row.planName,
                            "wanted",
                            order.wanted.size(),
                            "more",
                            (order.notWired.isEmpty()
                                    ? ""
                                    : Texts.stored("stored.batchService.notWiredYet", "notWired", order.notWired))));
            return row.id;
        });
    }

    private void insert(long batch, boolean own, Wanted w, List<Conflict> conflicts) {
        Optional<Conflict> block = conflicts.stream().filter(Conflict::blocking).findFirst();
        Chosen plan = own ? w.plan() : null;
        batches.insertItem(
                batch,
                w.serial(),
                w.name(),
                w.spotId(),
                plan == null ? null : plan.name,
                plan == null ? null : plan.version,
                plan == null ? null : PlanDocument.write(plan.name, plan.settings),
                block.isPresent() ? BatchItem.State.BLOCKED : BatchItem.State.QUEUED,
                block.map(c -> Texts.sentence(c.message()) + " " + Texts.sentence(c.fix()))
                        .orElse(Texts.of("deployment.prepare.batch.batchService.waiting")));
    }

    public Optional<Batch> find(long id) {
        return Optional.ofNullable(batches.byId(id));
    }

    public List<BatchItem> items(long id) {
        return batches.items(id);
    }

    public List<Batch> newest(int limit) {
        return batches.newest(limit);
    }

    /** Loggers whose turn has not come are left alone; those being written are finished. */
    @Transactional
    public void stop(long id, String by) {
        batches.state(id, "STOPPED");
        batches.forgetPin(id);
        int left = batches.stopQueued(id);
        audit.record(
                by,
                "stop batch",
                Texts.stored("stored.batchService.batchId", "id", id),
                "",
                Texts.stored("stored.batchService.loggersNotWritten", "left", left));
    }

    /** Tries again whatever is not written. */
    @Transactional
    public void resume(long id, String pin, String by) {
        int again = batches.requeue(id);
        batches.pin(id, seal.close(pin));
        batches.state(id, "GOING");
        orders.order(BatchRunner.KIND, batches.queued(id));
        audit.record(
                by,
                "resume batch",
                Texts.stored("stored.batchService.batchId", "id", id),
                "",
                Texts.stored("stored.batchService.loggersTriedAgain", "again", again));
    }

    @PreDestroy
    void close() {
        lookers.shutdownNow();
    }
}
