package org.pelerin.app.organisation.backup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** A backup every day, once however many processes there are; a day in which none ran is made up for at the next start. One that failed is tried again. */
@Component
class DailyBackup implements LongWork, ApplicationRunner {

    static final String KIND = "backup";
    private static final long DAILY = 1;
    /** One that somebody asked for. */
    static final long ASKED = 2;

    private static final Duration RETRY = Duration.ofHours(1);
    /** Writing many gigabytes commits nothing. */
    private static final Duration LONGEST = Duration.ofHours(24);

    private final Backups backups;
    private final WorkOrders orders;
    private final TransactionTemplate transaction;
    private final Clock machine;
    private final ZoneId zone;

    DailyBackup(
            Backups backups,
            WorkOrders orders,
            TransactionTemplate transaction,
            PelerinProperties properties,
            @Qualifier("machineClock") Clock machine) {
        this.backups = backups;
        this.orders = orders;
        this.transaction = transaction;
        this.machine = machine;
        this.zone = properties.zone();
    }

    @Override
    public void run(ApplicationArguments args) {
        if (wanted()) {
            orders.order(KIND, List.of(DAILY), wait(machine.instant()));
        } else {
            // what was ordered while there was a directory
            orders.cancel(KIND, DAILY);
            orders.cancel(KIND, ASKED);
        }
    }

    private boolean wanted() {
        return backups.settings().place().isPresent();
    }

    /** Until the next one is due: at once where none is as young as a day. */
    private Duration wait(Instant now) {
        Instant next = next(now);
        boolean missed = backups.latestGood()
                .filter(g -> g.startedAt().isAfter(next.minus(Duration.ofHours(25))))
                .isEmpty();
        return missed ? Duration.ofMinutes(1) : Duration.between(now, next);
    }

    private Instant next(Instant now) {
        ZonedDateTime local = now.atZone(zone);
        ZonedDateTime today = local.with(backups.settings().at());
        return (today.isAfter(local)
                        ? today
                        : local.plusDays(1).with(backups.settings().at()))
                .toInstant();
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
    public Duration longestSilence() {
        return LONGEST;
    }

    @Override
    public void run(long id, Claim claim) {
        if (!wanted()) {
            // ordered while there was a directory, or by a process that has one
            transaction.executeWithoutResult(t -> claim.again(RETRY));
            return;
        }
        BackupRun run = backups.make(id == ASKED ? "asked" : "schedule");
        if (id == ASKED) {
            transaction.executeWithoutResult(t -> claim.finish());
            return;
        }
        Instant now = machine.instant();
        transaction.executeWithoutResult(t -> claim.again(
                run.good() ? Duration.between(now, next(now)) : shorter(RETRY, Duration.between(now, next(now)))));
    }

    private static Duration shorter(Duration a, Duration b) {
        return a.compareTo(b) < 0 ? a : b;
    }
}
