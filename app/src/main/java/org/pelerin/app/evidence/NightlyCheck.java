package org.pelerin.app.evidence;

import java.time.Clock;
import java.time.Duration;
import java.time.ZonedDateTime;
import java.util.List;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.scheduling.support.CronExpression;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The trail is checked every night, once however many processes there are; a night in which none ran is made up for at the next start. */
@Component
class NightlyCheck implements LongWork, ApplicationRunner {

    static final String KIND = "audit check";
    static final String BY = "nightly";

    private static final Logger LOG = LoggerFactory.getLogger(NightlyCheck.class);
    private static final CronExpression AT = CronExpression.parse("0 20 3 * * *");
    private static final long THE_ONE = 1;

    private final AuditVerification verification;
    private final WorkOrders orders;
    private final TransactionTemplate transaction;
    private final Clock machine;

    NightlyCheck(
            AuditVerification verification,
            WorkOrders orders,
            TransactionTemplate transaction,
            @Qualifier("machineClock") Clock machine) {
        this.verification = verification;
        this.orders = orders;
        this.transaction = transaction;
        this.machine = machine;
    }

    @Override
    public void run(ApplicationArguments args) {
        orders.order(KIND, List.of(THE_ONE), untilNext());
    }

    private Duration untilNext() {
        ZonedDateTime now = ZonedDateTime.now(machine);
        return Duration.between(now, AT.next(now));
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
    public void run(long id, Claim claim) {
        AuditCheck check = verification.check(BY);
        if (!check.whole()) {
            LOG.error("The audit trail does not fit: {}", check.trouble());
        }
        transaction.executeWithoutResult(t -> claim.again(untilNext()));
    }
}
