package org.pelerin.app.organisation.backup;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkup;
import org.pelerin.app.platform.operation.Condition;
import org.pelerin.app.platform.operation.Figure;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;

/** How old the last good backup is. */
@Component
class BackupCheckup implements Checkup, MeterBinder {

    private final Backups backups;
    private final Clock machine;

    BackupCheckup(Backups backups, @Qualifier("machineClock") Clock machine) {
        this.backups = backups;
        this.machine = machine;
    }

    @Override
    public String name() {
        return "backup";
    }

    @Override
    public Condition look() {
        String title = Texts.of("organisation.backup.backupCheckup.backup");
        Optional<BackupRun> good = backups.latestGood();
        String advice = advice();
        if (good.isEmpty()) {
            return Condition.attention(title, Texts.of("organisation.backup.backupCheckup.thereIsNoBackup"), advice);
        }
        long hours = age(good.get()).toHours();
        String said = Texts.of("organisation.backup.backupCheckup.theLastGoodBackupIs", "hours", hours);
        return backups.youngEnough() ? Condition.sound(title, said) : Condition.attention(title, said, advice);
    }

    private String advice() {
        if (backups.settings().place().isEmpty()) {
            return Texts.of("organisation.backup.backupCheckup.setDirectory");
        }
        boolean failed =
                backups.latest().stream().findFirst().filter(r -> !r.good()).isPresent();
        return failed
                ? Texts.of("organisation.backup.backupCheckup.seeWhyItFailed")
                : Texts.of(
                        "organisation.backup.backupCheckup.itIsMadeDaily",
                        "at",
                        backups.settings().at().toString());
    }

    private Duration age(BackupRun run) {
        return Duration.between(run.startedAt(), machine.instant());
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Figure.gauge(
                registry,
                "pelerin.backup.age.seconds",
                () -> backups.latestGood().map(r -> (double) age(r).toSeconds()).orElse(Double.NaN));
    }
}
