package org.pelerin.app.platform.work;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Orders long work, in the transaction of what it is for: it is begun once that is committed, by whichever process is first. */
@Service
@RetriedOnDeadlock
public class WorkOrders {

    private final WorkMapper work;
    private final Clock machine;

    WorkOrders(WorkMapper work, @Qualifier("machineClock") Clock machine) {
        this.work = work;
        this.machine = machine;
    }

    /** Orders it; changes nothing where it is ordered already. */
    @Transactional
    public void order(String kind, long id) {
        work.order(kind, id, machine.millis());
    }

    /** Orders several of a kind, to be begun after a while; those that are ordered already stay as they are. */
    @Transactional
    public void order(String kind, List<Long> ids, Duration after) {
        if (!ids.isEmpty()) {
            work.orderAll(kind, ids, machine.millis() + after.toMillis());
        }
    }

    /** Orders several of a kind. */
    @Transactional
    public void order(String kind, List<Long> ids) {
        order(kind, ids, Duration.ZERO);
    }

    /** Takes an order back; @return false if somebody is at it, or it is not ordered */
    @Transactional
    public boolean cancel(String kind, long id) {
        return work.cancel(kind, id) == 1;
    }
}
