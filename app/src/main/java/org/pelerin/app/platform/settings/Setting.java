package org.pelerin.app.platform.settings;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/**
 * One thing that an installation can be told, as a variable of its environment or a line of its file of settings.
 *
 * @param usual what holds where it is not set; empty for nothing
 * @param expected what it accepts, in words that follow “expected”
 * @param accepted whether a value that is not empty is accepted
 * @param what it is for
 * @param secret whether its value is never shown
 */
public record Setting(
        String name, String usual, String expected, Predicate<String> accepted, String what, boolean secret) {

    private static final int LEAST_COST = 10;
    private static final int MOST_COST = 16;

    /** All of them, in the order in which they are documented. */
    public static List<Setting> all() {
        return List.of(
                of("PELERIN_PORT", "8080", PORT, "Port that the application listens on."),
                of(
                        "PELERIN_BIND",
                        "127.0.0.1",
                        ADDRESS,
                        "Network address that it listens on; 0.0.0.0 for all of this machine."),
                of("PELERIN_ADDRESS", "", WEB, "Address at which people reach it, for links in mails and messages."),
                of(
                        "PELERIN_FORWARDED",
                        "none",
                        FORWARDED,
                        "Whether a proxy in front of it says by whom and how it was asked."),
                of(
                        "PELERIN_TLS_CERTIFICATE",
                        "",
                        FILE,
                        "Certificate in PEM, with those in between; taken anew when the file changes."),
                of("PELERIN_TLS_KEY", "", FILE, "Private key of the certificate in PEM."),
                of("PELERIN_ZONE", "Europe/Paris", ZONE, "Time zone where no site says another."),
                of("PELERIN_DB_URL", "jdbc:mariadb://127.0.0.1:7420/pelerin", DATABASE, "The database."),
                of("PELERIN_DB_USER", "pelerin", TEXT, "User of the database."),
                secret("PELERIN_DB_PASSWORD", "pelerin", TEXT, "Password of that user."),
                secret(
                        "PELERIN_KEY",
                        "",
                        TEXT,
                        "Secret that stored PINs and keys are sealed under, the same for all processes; the database's password unless set."),
                secret(
                        "PELERIN_KEY_BEFORE",
                        "",
                        TEXT,
                        "The secret before, for the one start at which it is exchanged."),
                secret("PELERIN_ADMIN_PASSWORD", "", TEXT, "Password of the first administrator, at the first start."),
                of("PELERIN_PASSWORD_COST", "10", COST, "How costly it is to try a password: each step doubles it."),
                of(
                        "PELERIN_SIGN_IN_ISSUER",
                        "",
                        WEB,
                        "Address of the OpenID Connect provider that people may sign in with; none unless set."),
                of("PELERIN_SIGN_IN_CLIENT", "", TEXT, "Name that this installation has with the provider."),
                secret("PELERIN_SIGN_IN_SECRET", "", TEXT, "Secret that it has with the provider."),
                of("PELERIN_SIGN_IN_NAME", "", TEXT, "What the provider is called on the sign-in page."),
                of(
                        "PELERIN_SIGN_IN_CLAIM",
                        "groups",
                        TEXT,
                        "Claim that decides the role; with points for one inside another."),
                of(
                        "PELERIN_SIGN_IN_ROLES",
                        "",
                        ROLES,
                        "Which value of the claim gives which role; of several the greatest. Whoever has none is not let in."),
                of(
                        "PELERIN_SIGN_IN_SITES",
                        "all",
                        ALL_OR_NONE,
                        "Where accounts that the provider brings have rights at first."),
                of("PELERIN_DOCK_PORT", "7410", PORT, "Port of the dock on this machine."),
                of(
                        "PELERIN_ANCHORS",
                        "",
                        TEXT,
                        "Directory for heads of the audit trail outside the database, best on another disk."),
                of(
                        "PELERIN_BACKUP_DIR",
                        "",
                        TEXT,
                        "Directory for daily backups, best on another disk; none are made unless set."),
                of(
                        "PELERIN_ARCHIVE_DIR",
                        "",
                        TEXT,
                        "Directory for bundles of records that are removed after their retention time; nothing can be removed unless set."),
                of("PELERIN_BACKUP_AT", "02:10", TIME, "Local time of the daily backup, in PELERIN_ZONE."),
                of(
                        "PELERIN_BACKUP_KEEP",
                        "7 4 12",
                        KEPT,
                        "Of how many days, weeks and months the newest backup is kept."),
                secret("PELERIN_BACKUP_PASSPHRASE", "", LONG_SECRET, "Passphrase that backups are encrypted with."),
                of(
                        "PELERIN_BACKUP_HOURS",
                        "30",
                        HOURS,
                        "After so many hours without a good backup, administrators are told."),
                of("PELERIN_LOG", "", LOG, "How the log is written: lines of text, or of JSON."),
                secret(
                        "PELERIN_METRICS_TOKEN",
                        "",
                        TOKEN,
                        "Who sends it as bearer token may read /actuator/prometheus; nobody unless set."),
                of("PELERIN_FILE_NAMES", "", TEXT, "Pattern of the names of exported files."),
                of("PELERIN_SMTP_HOST", "", TEXT, "Mail server; no mails are sent unless set."),
                of("PELERIN_SMTP_PORT", "25", PORT, "Port of the mail server."),
                of("PELERIN_SMTP_USER", "", TEXT, "User of the mail server, if it asks for one."),
                secret("PELERIN_SMTP_PASSWORD", "", TEXT, "Password of that user."),
                of(
                        "PELERIN_SMTP_STARTTLS",
                        "false",
                        YES_NO,
                        "Whether the connection to the mail server must be encrypted."),
                of("PELERIN_SMTP_FROM", "pelerin@localhost", TEXT, "Sender of mails."),
                of(
                        "PELERIN_HOOK_EXCEPTIONS",
                        "",
                        TEXT,
                        "Hosts in private networks that web hooks may go to, set apart by blanks."),
                of("PELERIN_YARD", "", TEXT, "Control address of the simulated outdoors; for demonstrations."),
                of("PELERIN_DEMO", "false", YES_NO, "Whether an empty database is filled with demo data."));
    }

    /** Those that the start script reads, and the application does not. */
    public static final Set<String> OF_THE_SCRIPT = Set.of(
            "PELERIN_DB_PORT",
            "PELERIN_YARD_PORT",
            "PELERIN_MAIL_PORT",
            "PELERIN_IDENTITY_PORT",
            "PELERIN_STATION_PORT",
            "PELERIN_HEAP_DUMP",
            "PELERIN_JUDGE_MEMORY",
            "PELERIN_MEMORY",
            "PELERIN_CONF",
            "PELERIN_TEST_DB_URL",
            "PELERIN_BENCH_DB_URL");

    private record Kind(String expected, Predicate<String> accepted) {}

    private static final Kind TEXT = new Kind("any text", v -> true);
    private static final Kind PORT = new Kind("a port from 1 to 65535", v -> number(v, 1, 65_535));
    private static final Kind COST = new Kind("a number from 10 to 16", v -> number(v, LEAST_COST, MOST_COST));
    private static final Kind TIME = new Kind("a time such as 02:10", v -> v.matches("([01]\\d|2[0-3]):[0-5]\\d"));
    private static final Kind KEPT = new Kind(
            "three numbers, of days, weeks and months, such as 7 4 12", v -> v.matches("\\d{1,3} \\d{1,3} \\d{1,3}"));
    private static final Kind HOURS = new Kind("a number of hours from 1 to 8784", v -> number(v, 1, 8784));
    private static final Kind LOG = new Kind("logstash, for lines of JSON, or nothing", v -> v.equals("logstash"));
    private static final Kind TOKEN = new Kind("20 characters or more", v -> v.length() >= 20);
    private static final Kind LONG_SECRET = new Kind("12 characters or more", v -> v.length() >= 12);
    private static final String ROLE = "(viewer|reviewer|technician|administrator)";
    private static final Kind ROLES = new Kind(
            "pairs such as field=technician, quality=reviewer",
            v -> v.matches("[^=,]+=\\s*" + ROLE + "\\s*(,[^=,]+=\\s*" + ROLE + "\\s*)*"));
    private static final Kind ALL_OR_NONE = new Kind("all or none", v -> v.equals("all") || v.equals("none"));
    private static final Kind YES_NO = new Kind("true or false", v -> v.equals("true") || v.equals("false"));
    private static final Kind ADDRESS =
            new Kind("a network address of this machine, such as 0.0.0.0", v -> v.matches("[0-9A-Fa-f.:]+|localhost"));
    private static final Kind WEB = new Kind(
            "an address such as https://pelerin.example.org", v -> v.matches("https?://[^\\s/]+(/[^\\s?#]*)?"));
    private static final Kind FORWARDED = new Kind(
            "none, native or framework",
            v -> Set.of("none", "native", "framework").contains(v));
    private static final Kind DATABASE =
            new Kind("jdbc:mariadb://host:port/name", v -> v.matches("jdbc:mariadb:[^\\s]*//[^\\s/]+/[^\\s]+"));
    private static final Kind FILE = new Kind("a file that can be read", v -> Files.isReadable(Path.of(v)));
    private static final Kind ZONE = new Kind("a time zone such as Europe/Paris", Setting::zone);

    private static Setting of(String name, String usual, Kind kind, String what) {
        return new Setting(name, usual, kind.expected, kind.accepted, what, false);
    }

    private static Setting secret(String name, String usual, Kind kind, String what) {
        return new Setting(name, usual, kind.expected, kind.accepted, what, true);
    }

    private static boolean number(String v, int least, int most) {
        try {
            int n = Integer.parseInt(v);
            return n >= least && n <= most;
        } catch (NumberFormatException e) {
            return false;
        }
    }

    private static boolean zone(String v) {
        try {
            ZoneId.of(v);
            return true;
        } catch (DateTimeException e) {
            return false;
        }
    }

    /** What is wrong with a value, in a sentence; null for nothing. */
    String wrong(String value) {
        return value.isEmpty() || accepted.test(value)
                ? null
                : name + (secret ? "" : " is “" + value + "”") + ": expected " + expected + ".";
    }
}
