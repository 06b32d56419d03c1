package org.pelerin.app.batch;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.pelerin.app.audit.AuditTrail;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.WriteService;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.platform.InParallel;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Orders one plan for many loggers; {@link BatchRunner} carries the orders out. */
@Service
@RetriedOnDeadlock
public class BatchService {

    /**
     * A logger that is to be written.
     *
     * @param name to be written into it
     * @param spotId where it goes, or null
     */
    public record Wanted(String serial, String name, Long spotId) {}

    private static final int AT_ONCE = 16;

    private final BatchMapper batches;
    private final WriteService writer;
    private final PlaceService places;
    private final AuditTrail audit;
    private final Clock machine;
    private final TransactionTemplate transaction;
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);

    BatchService(
            BatchMapper batches,
            WriteService writer,
            PlaceService places,
            AuditTrail audit,
            @Qualifier("machineClock") Clock machine,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.batches = batches;
        this.writer = writer;
        this.places = places;
        this.audit = audit;
        this.machine = machine;
    }

    /** What speaks against writing each of them, in their order; several are looked at at once. */
    public List<List<Conflict>> preflight(Plan plan, List<Wanted> wanted) {
        return InParallel.map(lookers, wanted, w -> preflight(plan, w));
    }

    private List<Conflict> preflight(Plan plan, Wanted w) {
        try {
            return writer.preflight(w.serial(), plan.withLoggerName(w.name()), places.errand(w.spotId(), null, null));
        } catch (Dock.NotConnectedException e) {
            return List.of(new Conflict(Conflict.Level.BLOCKS, "", "It is not connected", "Put it into a free port"));
        } catch (LinkException | RefusedException e) {
            return List.of(new Conflict(Conflict.Level.BLOCKS, "", e.getMessage(), "Check its cable"));
        }
    }

    /**
     * Notes the order. The PIN, for those that ask for one, is kept until none is waiting to be written. Loggers that preflight blocks are
     * noted with the reason; the others go ahead.
     */
    public long order(String planName, int planVersion, Plan plan, List<Wanted> wanted, String pin, String by) {
        // looked at before the transaction: a slow link holds no row
        List<List<Conflict>> conflicts = preflight(plan, wanted);
        return transaction.execute(t -> {
            BatchMapper.Row row = new BatchMapper.Row(
                    planName, planVersion, PlanDocument.write(planName, plan), pin, machine.instant(), by);
            batches.insert(row);
            for (int i = 0; i < wanted.size(); i++) {
                insert(row.id, wanted.get(i), conflicts.get(i));
            }
            audit.record(by, "order batch", "batch " + row.id, "", planName + " for " + wanted.size() + " loggers");
            return row.id;
        });
    }

    private void insert(long batch, Wanted w, List<Conflict> conflicts) {
        Optional<Conflict> block = conflicts.stream().filter(Conflict::blocking).findFirst();
        batches.insertItem(
                batch,
                w.serial(),
                w.name(),
                w.spotId(),
                block.isPresent() ? BatchItem.State.BLOCKED : BatchItem.State.QUEUED,
                block.map(c -> c.message() + ". " + c.fix() + ".").orElse("waiting its turn"));
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
        audit.record(by, "stop batch", "batch " + id, "", left + " loggers left alone");
    }

    /** Tries again whatever is not written. */
    @Transactional
    public void resume(long id, String pin, String by) {
        int again = batches.requeue(id);
        batches.pin(id, pin);
        batches.state(id, "GOING");
        audit.record(by, "resume batch", "batch " + id, "", again + " loggers tried again");
    }

    @PreDestroy
    void close() {
        lookers.shutdownNow();
    }
}
