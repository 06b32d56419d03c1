package org.pelerin.app.judge;

import java.time.Duration;
import org.pelerin.app.missions.JudgementOutdated;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Has missions judged anew one after the other once what they are judged on has changed, so that lists and findings follow. The order is part of the
 * transaction of the change: a kill after it loses nothing, and whichever process is first carries it out. Whoever looks at a mission before has it judged there and then.
 */
@Component
class JudgedAnew implements LongWork {

    static final String KIND = "judge";

    private static final Logger LOG = LoggerFactory.getLogger(JudgedAnew.class);

    /** Most who change something judge it themselves right after. */
    private static final Duration PATIENCE = Duration.ofSeconds(2);

    private final MissionVersion versions;
    private final Evaluation evaluation;
    private final WorkOrders orders;
    private final TransactionTemplate transaction;

    JudgedAnew(MissionVersion versions, Evaluation evaluation, WorkOrders orders, TransactionTemplate transaction) {
        this.versions = versions;
        this.evaluation = evaluation;
        this.orders = orders;
        this.transaction = transaction;
    }

    @EventListener
    void outdated(JudgementOutdated e) {
        orders.order(KIND, e.missions(), PATIENCE);
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return 1;
    }

    @Override
    public void run(long mission, Claim claim) {
        boolean unjudgeable = versions.needsJudging(mission) && !judged(mission);
        transaction.executeWithoutResult(t -> {
            // the order is gone first: a change that was committed before is seen, and a later one orders anew
            claim.finish();
            if (!unjudgeable && versions.needsJudging(mission)) {
                orders.order(KIND, mission);
            }
        });
    }

    /** @return false where it cannot be judged, which whoever looks at it is told */
    private boolean judged(long mission) {
        try {
            evaluation.again(mission);
            return true;
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            throw e;
        } catch (RuntimeException e) {
            LOG.warn("Mission {} cannot be judged anew: {}", mission, e.getMessage());
            return false;
        }
    }
}
