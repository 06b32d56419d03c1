package org.pelerin.app.platform.work;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Does what {@link WorkOrders} ordered. A claim lapses {@link #HOLDS} after its process was last heard of; whoever comes next goes on. What
 * fails for a reason that it does not know itself is tried again, later and later.
 */
@Component
class WorkRunner {

    static final Duration HOLDS = Duration.ofSeconds(8);

    private static final Logger LOG = LoggerFactory.getLogger(WorkRunner.class);
    private static final BackOff RETRIES = new BackOff(Duration.ofSeconds(1), Duration.ofSeconds(256));

    /** One kind with the threads that do it. */
    private record Kind(LongWork work, ExecutorService threads, Semaphore free) {}

    private final WorkMapper orders;
    private final Clock machine;
    private final Map<String, Kind> kinds;
    private final Set<Claim> held = ConcurrentHashMap.newKeySet();

    WorkRunner(WorkMapper orders, List<LongWork> works, @Qualifier("machineClock") Clock machine) {
        this.orders = orders;
        this.machine = machine;
        this.kinds = works.stream()
                .collect(Collectors.toMap(
                        LongWork::kind,
                        w -> new Kind(w, Executors.newFixedThreadPool(w.atOnce()), new Semaphore(w.atOnce()))));
    }

    /** One question for what is due of all kinds that have a thread free. */
    @Scheduled(fixedDelay = 200)
    void look() {
        List<String> free = kinds.values().stream()
                .filter(k -> k.free.availablePermits() > 0)
                .map(k -> k.work.kind())
                .toList();
        if (free.isEmpty()) {
            return;
        }
        Map<String, List<WorkMapper.Due>> due;
        try {
            due = orders.due(free, machine.millis()).stream().collect(Collectors.groupingBy(WorkMapper.Due::kind));
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Work cannot be looked up: {}", e.getMessage());
            return;
        }
        due.forEach((kind, all) -> {
            try {
                claim(kinds.get(kind), all);
            } catch (RuntimeException e) {
                // what stops one kind stops no other
                LOG.warn("Work of the kind {} cannot be claimed: {}", kind, e.getMessage());
            }
        });
    }

    private void claim(Kind kind, List<WorkMapper.Due> all) {
        for (WorkMapper.Due due : all) {
            if (kind.work.ready(due.id(), due.awaited())) {
                if (!kind.free.tryAcquire()) {
                    return;
                }
                begin(kind, due);
            }
        }
    }

    private void begin(Kind kind, WorkMapper.Due due) {
        Claim claim = new Claim(orders, machine, due);
        boolean begun = false;
        try {
            if (claim.take()) {
                held.add(claim);
                kind.threads.execute(() -> run(kind, due.id(), claim));
                begun = true;
            }
        } finally {
            if (!begun) {
                held.remove(claim);
                kind.free.release();
            }
        }
    }

    private void run(Kind kind, long id, Claim claim) {
        claim.enter();
        try {
            kind.work.run(id, claim);
            if (!claim.ended()) {
                throw new IllegalStateException("It came back without an end of its claim");
            }
        } catch (ClaimLostException e) {
            LOG.info("{}", e.getMessage());
        } catch (DataAccessException | TransactionException e) {
            // lost against another, or the database is gone: then the claim lapses, and whoever reaches it then goes on
            LOG.warn("{} could not be stored: {}", claim, e.getMessage());
            retry(claim);
        } catch (Exception | OutOfMemoryError e) {
            LOG.error("{} failed and is tried again", claim, e);
            retry(claim);
        } finally {
            Claim.leave();
            held.remove(claim);
            kind.free.release();
        }
    }

    private void retry(Claim claim) {
        try {
            claim.retry(RETRIES.after(claim.attempts()));
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            LOG.warn("{} is tried again when its claim lapses: {}", claim, e.getMessage());
        }
    }

    /** One statement for all that this process is at. */
    @Scheduled(fixedDelay = 2000)
    void renew() {
        held.removeIf(this::hangs);
        Set<String> numbers = held.stream().map(Claim::number).collect(Collectors.toSet());
        if (!numbers.isEmpty()) {
            try {
                orders.renew(numbers, machine.millis() + HOLDS.toMillis());
            } catch (DataAccessException | TransactionException e) {
                LOG.warn("Claims could not be renewed: {}", e.getMessage());
            }
        }
    }

    /** A renewal is no licence to hang: whoever waits for something that does not come is woken, and another may go on. */
    private boolean hangs(Claim claim) {
        LongWork work = kinds.get(claim.kind()).work;
        boolean hangs = claim.silence().compareTo(work.longestSilence()) > 0;
        if (hangs) {
            LOG.error("{} has stored nothing for {} and loses its claim", claim, claim.silence());
            claim.interrupt();
        }
        return hangs;
    }

    @PreDestroy
    void stop() {
        kinds.values().forEach(k -> k.threads.shutdownNow());
    }
}
