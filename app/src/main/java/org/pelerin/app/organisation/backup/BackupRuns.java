package org.pelerin.app.organisation.backup;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.work.WorkOrders;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What came of backups, kept. Apart from {@link Backups}: a deadlock here is a matter of milliseconds, and does not make a backup anew. */
@Service
@RetriedOnDeadlock
public class BackupRuns {

    /** What the application does of itself is noted under this name. */
    private static final String SYSTEM = "system";

    private static final int LONGEST_SUBJECT = 150;

    private final BackupMapper runs;
    private final AuditTrail audit;
    private final WorkOrders orders;

    BackupRuns(BackupMapper runs, AuditTrail audit, WorkOrders orders) {
        this.runs = runs;
        this.audit = audit;
        this.orders = orders;
    }

    List<BackupRun> latest(int most) {
        return runs.latest(most);
    }

    Optional<BackupRun> latestGood() {
        return Optional.ofNullable(runs.latestGood());
    }

    /** Files that this installation has made and not removed. */
    Set<String> files() {
        return runs.files();
    }

    @Transactional
    public void keep(BackupRun run) {
        runs.insert(run);
        String subject = "backup " + Path.of(run.file()).getFileName();
        audit.record(
                SYSTEM,
                run.good() ? "backup made" : "backup failed",
                subject.substring(0, Math.min(LONGEST_SUBJECT, subject.length())),
                "",
                run.good()
                        ? Texts.stored("stored.backups.bytesAndRows", "bytes", run.bytes(), "rows", run.rowCount())
                        : run.trouble());
    }

    @Transactional
    public void removed(String file, Instant at) {
        runs.removed(file, at);
    }

    @Transactional
    public void order(String by) {
        audit.record(by, "backup ordered", "backup", "", "");
        orders.order(DailyBackup.KIND, DailyBackup.ASKED);
    }
}
