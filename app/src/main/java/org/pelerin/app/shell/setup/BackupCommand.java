package org.pelerin.app.shell.setup;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.ibatis.annotations.Mapper;
import org.mybatis.spring.annotation.MapperScan;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.backup.BackupFiles;
import org.pelerin.app.organisation.backup.BackupRun;
import org.pelerin.app.organisation.backup.BackupRuns;
import org.pelerin.app.organisation.backup.BackupSettings;
import org.pelerin.app.organisation.backup.Backups;
import org.pelerin.app.platform.ClockConfig;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.ProductVersion;
import org.pelerin.app.platform.backup.BackupException;
import org.pelerin.app.platform.backup.BackupReader;
import org.pelerin.app.platform.backup.BackupWriter;
import org.pelerin.app.platform.backup.Database;
import org.pelerin.app.platform.backup.Restore;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.plan.LimitText;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.autoconfigure.EnableAutoConfiguration;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Import;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.dao.DataAccessException;

/**
 * {@code backup}, {@code check-backup} and {@code restore}, for who is at the machine. A backup can be made while the application runs, and of a database
 * whose schema is older than this version: nothing is migrated. Ends with 0 where it is done, 1 where not.
 */
public final class BackupCommand {

    public static final Set<String> WORDS = Set.of("backup", "check-backup", "restore");

    private static final String PASSPHRASE = "PELERIN_BACKUP_PASSPHRASE";
    private static final double MEGA = 1e6;

    private final Map<String, String> environment;
    private final Said said = new Said();
    private String passphrase;
    private final List<String> words = new ArrayList<>();

    private BackupCommand(Map<String, String> environment) {
        this.environment = environment;
        this.passphrase = environment.getOrDefault(PASSPHRASE, "");
    }

    public static void main(String... args) {
        int code = 0;
        try {
            new BackupCommand(System.getenv()).run(args);
        } catch (IOException e) {
            System.err.println(e.getMessage());
            code = 1;
        }
        System.exit(code);
    }

    private void run(String... args) throws IOException {
        options(args);
        switch (args[0]) {
            case "backup" -> backup();
            case "check-backup" -> check();
            default -> restore();
        }
    }

    private void options(String... args) throws IOException {
        for (int i = 1; i < args.length; i++) {
            if (args[i].equals("--passphrase-file") && i + 1 < args.length) {
                try (Stream<String> lines = Files.lines(Path.of(args[++i]))) {
                    passphrase = lines.findFirst().orElse("");
                } catch (IOException e) {
                    throw new IOException("The passphrase cannot be read from " + args[i] + ".", e);
                }
            } else if (args[i].startsWith("--")) {
                throw new IOException(args[0] + " takes --passphrase-file FILE, not “" + args[i] + "”");
            } else {
                words.add(args[i]);
            }
        }
        if (words.size() != 1) {
            throw new IOException(args[0] + " takes one file, not " + words.size() + ": " + args[0]
                    + " FILE [--passphrase-file FILE]");
        }
    }

    private Database database() {
        return new Database(
                environment.getOrDefault("PELERIN_DB_URL", "jdbc:mariadb://127.0.0.1:7420/pelerin"),
                environment.getOrDefault("PELERIN_DB_USER", "pelerin"),
                environment.getOrDefault("PELERIN_DB_PASSWORD", "pelerin"));
    }

    private void backup() throws IOException {
        if (words.get(0).equals("-")) {
            BackupWriter writer = new BackupWriter(database(), ProductVersion.NUMBER, said);
            // whoever receives it closes it
            OutputStream out = System.out;
            writer.write(out, passphrase, database().now());
            said.end();
            System.err.println("Written to standard output; check it where it arrives: pelerin check-backup FILE");
            return;
        }
        Path file = Path.of(words.get(0));
        if (Files.isDirectory(file)) {
            file = file.resolve(BackupFiles.name(database().now(), !passphrase.isEmpty()));
        }
        try (ConfigurableApplicationContext context = rooms()) {
            BackupRun run = context.getBean(Backups.class).make(file, passphrase, "command", said);
            said.end();
            System.out.println(file + ": " + count(run.rowCount()) + " rows, " + megabytes(run.bytes())
                    + (run.encrypted() ? ", encrypted" : "") + "; read back and found to be whole.");
        } catch (DataAccessException e) {
            throw new IOException(
                    Files.exists(file)
                            ? file + " was made and is whole, but the database could not keep that it was: "
                                    + e.getMostSpecificCause().getMessage()
                            : "The database cannot be reached: "
                                    + e.getMostSpecificCause().getMessage(),
                    e);
        }
    }

    private void check() throws IOException {
        BackupReader.Content is = new BackupReader(Path.of(words.get(0)), passphrase, said).check();
        said.end();
        System.out.println("The backup is whole: " + about(is) + ".");
    }

    private void restore() throws IOException {
        if (words.get(0).equals("-")) {
            throw new BackupException(
                    BackupException.Trouble.FILE,
                    "A backup is read twice, first to see that it is whole: write it to a file, and name that.");
        }
        BackupReader.Content is = new Restore(database(), schema(), said).from(Path.of(words.get(0)), passphrase);
        said.end();
        long entries = chain();
        System.out.println(
                "Restored: " + about(is) + ". Every row was read back and is that of the backup; the audit trail's "
                        + count(entries) + " entries follow one another.");
        System.out.println(
                "Start with the same PELERIN_KEY as before (or name the database's password of before in PELERIN_KEY_BEFORE): keys and PINs are"
                        + " sealed under it. Who was signed in signs in again.");
    }

    private static ConfigurableApplicationContext rooms() {
        return new SpringApplicationBuilder(Rooms.class)
                .web(WebApplicationType.NONE)
                .logStartupInfo(false)
                .properties("logging.level.root=error", "spring.main.banner-mode=off", "spring.flyway.enabled=false")
                .run();
    }

    /** @return how many entries of the audit trail there are, all of which follow one another */
    private static long chain() throws IOException {
        try (ConfigurableApplicationContext context = rooms()) {
            AuditTrail trail = context.getBean(AuditTrail.class);
            long broken = trail.firstBroken();
            if (broken > 0) {
                throw new IOException(
                        "The backup was restored as it is; entry " + broken
                                + " of its audit trail was changed, or the one before it is missing: it was so when the backup was made.");
            }
            return trail.newest();
        }
    }

    /** Of the newest migration that this version brings. */
    private static int schema() throws IOException {
        Resource[] all = new PathMatchingResourcePatternResolver().getResources("classpath*:db/migration/V*.sql");
        return Arrays.stream(all)
                .map(r -> Integer.parseInt(r.getFilename().replaceAll("V(\\d+)__.*", "$1")))
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }

    private static String about(BackupReader.Content is) {
        return count(is.manifest().rows()) + " rows of " + is.header().tables().size() + " tables, as of "
                + is.header().madeAt() + ", schema " + is.header().schema() + ", by Pelerin "
                + is.header().version();
    }

    private static String count(long n) {
        return LimitText.plain(n);
    }

    private static String megabytes(long bytes) {
        return "%.1f MB".formatted(bytes / MEGA);
    }

    /** What a backup that is kept needs, and no more. */
    @EnableAutoConfiguration
    @Import({Backups.class, BackupRuns.class, AuditTrail.class, ClockConfig.class, WorkOrders.class})
    @MapperScan(
            basePackages = {
                "org.pelerin.app.organisation.backup",
                "org.pelerin.app.evidence",
                "org.pelerin.app.platform.work"
            },
            annotationClass = Mapper.class)
    @EnableConfigurationProperties({BackupSettings.class, PelerinProperties.class})
    static final class Rooms {

        private Rooms() {}
    }
}
