package org.pelerin.app.batch;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.pelerin.app.audit.AuditTrail;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.WriteService;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

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
    private final AuditTrail audit;
    private final Clock machine;
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);

    BatchService(BatchMapper batches, WriteService writer, AuditTrail audit, @Qualifier("machineClock") Clock machine) {
        this.batches = batches;
        this.writer = writer;
        this.audit = audit;
        this.machine = machine;
    }

    /** What speaks against writing each of them, in their order; several are looked at at once. */
    public List<List<Conflict>> preflight(Plan plan, List<Wanted> wanted) {
        List<Callable<List<Conflict>>> looks = wanted.stream()
                .map(w -> (Callable<List<Conflict>>) () -> preflight(plan, w))
                .toList();
        List<List<Conflict>> out = new ArrayList<>();
        try {
            for (Future<List<Conflict>> look : lookers.invokeAll(looks)) {
                out.add(look.get());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("The loggers could not be looked at", e);
        } catch (ExecutionException e) {
            throw new IllegalStateException("The loggers could not be looked at", e.getCause());
        }
        return out;
    }

    private List<Conflict> preflight(Plan plan, Wanted w) {
        try {
            return writer.preflight(w.serial(), plan.withLoggerName(w.name()));
        } catch (Dock.NotConnectedException e) {
            return List.of(new Conflict(Conflict.Level.BLOCKS, "", "It is not in the dock", "Put it into a free port"));
        } catch (LinkException | RefusedException e) {
            return List.of(new Conflict(Conflict.Level.BLOCKS, "", e.getMessage(), "Check its cable"));
        }
    }

    /** Notes the order. Loggers that preflight blocks are noted with the reason; the others go ahead. */
    @Transactional
    public long order(String planName, int planVersion, Plan plan, List<Wanted> wanted, String by) {
        List<List<Conflict>> conflicts = preflight(plan, wanted);
        BatchMapper.Row row =
                new BatchMapper.Row(planName, planVersion, PlanDocument.write(planName, plan), machine.instant(), by);
        batches.insert(row);
        for (int i = 0; i < wanted.size(); i++) {
            Optional<Conflict> block =
                    conflicts.get(i).stream().filter(Conflict::blocking).findFirst();
            Wanted w = wanted.get(i);
            batches.insertItem(
                    row.id,
                    w.serial(),
                    w.name(),
                    w.spotId(),
                    block.isPresent() ? BatchItem.State.BLOCKED : BatchItem.State.QUEUED,
                    block.map(c -> c.message() + ". " + c.fix() + ".").orElse("waiting its turn"));
        }
        audit.record(by, "order batch", "batch " + row.id, "", planName + " for " + wanted.size() + " loggers");
        return row.id;
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
        int left = batches.stopQueued(id);
        audit.record(by, "stop batch", "batch " + id, "", left + " loggers left alone");
    }

    /** Tries again whatever is not written. */
    @Transactional
    public void resume(long id, String by) {
        int again = batches.requeue(id);
        batches.state(id, "GOING");
        audit.record(by, "resume batch", "batch " + id, "", again + " loggers tried again");
    }

    /** How many are in each state. */
    public static Map<BatchItem.State, Long> tally(List<BatchItem> items) {
        return items.stream()
                .collect(java.util.stream.Collectors.groupingBy(
                        BatchItem::state, java.util.TreeMap::new, java.util.stream.Collectors.counting()));
    }

    @PreDestroy
    void close() {
        lookers.shutdownNow();
    }
}
