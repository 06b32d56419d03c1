package org.pelerin.app.organisation.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.pelerin.app.platform.ProductVersion;
import org.pelerin.app.platform.backup.BackupException;
import org.pelerin.app.platform.backup.BackupManifest;
import org.pelerin.app.platform.backup.BackupProgress;
import org.pelerin.app.platform.backup.BackupWriter;
import org.pelerin.app.platform.backup.Database;
import org.pelerin.app.platform.text.Length;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/** Makes backups, keeps what came of each, and removes those that the rotation does not keep. */
@Service
public class Backups {

    private static final Logger LOG = LoggerFactory.getLogger(Backups.class);
    private static final int SHOWN = 30;
    /** No backup takes as long; what is older was left by a process that was killed. */
    private static final Duration HALF_LASTS = Duration.ofDays(2);

    private final BackupRuns runs;
    private final BackupSettings settings;
    private final Database database;
    private final Clock machine;

    Backups(
            BackupRuns runs,
            BackupSettings settings,
            @Qualifier("machineClock") Clock machine,
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.runs = runs;
        this.settings = settings;
        this.database = new Database(url, user, password);
        this.machine = machine;
    }

    public BackupSettings settings() {
        return settings;
    }

    /** The newest first. */
    public List<BackupRun> latest() {
        return runs.latest(SHOWN);
    }

    public Optional<BackupRun> latestGood() {
        return runs.latestGood();
    }

    /** Whether a good one is as young as it should be; true where none are made here and none ever was. */
    public boolean youngEnough() {
        Optional<BackupRun> good = latestGood();
        return good.isEmpty()
                ? settings.place().isEmpty()
                : good.get().startedAt().isAfter(machine.instant().minus(settings.oldest()));
    }

    /** Orders one now, beside those of the schedule; @return false where this installation has no directory for it */
    public boolean order(String by) {
        if (settings.place().isEmpty()) {
            return false;
        }
        runs.order(by);
        return true;
    }

    /** Makes one in the directory of the settings; then removes what the rotation does not keep. @return what came of it, kept already */
    BackupRun make(String by) {
        Path directory = settings.place().orElseThrow();
        Instant start = machine.instant();
        Path file =
                directory.resolve(BackupFiles.name(start, !settings.passphrase().isEmpty()));
        BackupRun run;
        try {
            Files.createDirectories(directory);
            BackupFiles.sweep(directory, start.minus(HALF_LASTS));
            run = make(file, settings.passphrase(), by, start, BackupProgress.NONE);
            rotate(directory);
        } catch (IOException | RuntimeException e) {
            LOG.error("No backup could be made", e);
            run = failed(file, by, start, e);
            runs.keep(run);
        }
        return run;
    }

    /** Makes one in a file that is not there yet, and keeps that it was made. */
    public BackupRun make(Path file, String passphrase, String by, BackupProgress progress) throws IOException {
        Instant start = machine.instant();
        try {
            return make(file, passphrase, by, start, progress);
        } catch (BackupException e) {
            runs.keep(failed(file, by, start, e));
            throw e;
        }
    }

    private BackupRun make(Path file, String passphrase, String by, Instant start, BackupProgress progress)
            throws IOException {
        BackupManifest made = BackupFiles.write(
                new BackupWriter(database, ProductVersion.NUMBER, progress),
                file,
                passphrase,
                start.truncatedTo(ChronoUnit.MILLIS),
                progress);
        BackupRun run = new BackupRun(
                0,
                start,
                machine.instant(),
                Length.BACKUP_FILE.cut(file.toAbsolutePath().toString()),
                Files.size(file),
                made.rows(),
                !passphrase.isEmpty(),
                by,
                "",
                null);
        runs.keep(run);
        return run;
    }

    private BackupRun failed(Path file, String by, Instant start, Exception e) {
        return new BackupRun(
                0,
                start,
                machine.instant(),
                Length.BACKUP_FILE.cut(file.toAbsolutePath().toString()),
                0,
                0,
                false,
                by,
                Length.BACKUP_TROUBLE.cut(String.valueOf(e.getMessage())),
                null);
    }

    private void rotate(Path directory) {
        try {
            // what others have in the same directory is theirs
            Set<String> own = runs.files();
            Map<LocalDateTime, Path> there = new TreeMap<>(BackupFiles.in(directory));
            there.values().removeIf(f -> !own.contains(f.toAbsolutePath().toString()));
            for (LocalDateTime t : settings.rotation().removed(there.keySet())) {
                Path file = there.get(t);
                Files.deleteIfExists(file);
                runs.removed(file.toAbsolutePath().toString(), machine.instant());
                LOG.info("Backup {} is removed by the rotation", file);
            }
        } catch (IOException | RuntimeException e) {
            // the backup is good all the same; the next one tries again
            LOG.warn("Backups that are not kept any more could not be removed: {}", e.getMessage());
        }
    }
}
