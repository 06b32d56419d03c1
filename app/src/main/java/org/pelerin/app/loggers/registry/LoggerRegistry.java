package org.pelerin.app.loggers.registry;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.regex.Pattern;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Every logger that was ever connected. */
@Service
@RetriedOnDeadlock
public class LoggerRegistry {

    private static final Pattern WITHOUT_PREFIX = Pattern.compile("[0-9A-Z]{3,}");

    private final LoggerMapper loggers;
    private final AuditTrail audit;
    private final Clock clock;

    LoggerRegistry(LoggerMapper loggers, AuditTrail audit, Clock clock) {
        this.loggers = loggers;
        this.audit = audit;
        this.clock = clock;
    }

    @Transactional
    public void checked(String serial, String by, String readings) {
        loggers.checked(serial, clock.instant(), by, readings);
        audit.record(by, "check live readings", serial, "", readings);
    }

    /** The last word that its live readings were good. */
    public Optional<Checked> check(String serial) {
        return Optional.ofNullable(loggers.check(serial));
    }

    /**
     * What its owner calls it and has to say of it.
     *
     * @param seen the mark of that as the form showed it; null for a change that follows from no form
     */
    @Transactional
    public void describe(String serial, String name, String remarks, String seen, String by) {
        loggers.lock(serial);
        LoggerUnit before = find(serial).orElseThrow();
        FormMark.require(seen, said(before));
        loggers.describe(serial, name, remarks);
        audit.record(by, "describe logger", serial, before.ownName() + "; " + before.remarks(), name + "; " + remarks);
    }

    private static String said(LoggerUnit unit) {
        return unit.ownName() + "\n" + unit.remarks();
    }

    /** The mark of its remarks, for the form that changes it. */
    public static String mark(LoggerUnit unit) {
        return FormMark.of(said(unit));
    }

    /** Who described it last, the newest first, at most one. */
    public List<AuditEntry> lastDescribed(String serial) {
        return audit.latest(serial, List.of("describe logger"), 1);
    }

    /** It goes into stock. */
    @Transactional
    public void retire(String serial, String reason, String by) {
        known(loggers.retire(serial, clock.instant(), reason, false), serial);
        audit.record(by, "put into stock", serial, "", "", reason);
    }

    /** It is given up; if it turns up, writing it again ends that. */
    @Transactional
    public void lose(String serial, String reason, String by) {
        known(loggers.retire(serial, clock.instant(), reason, true), serial);
        audit.record(by, "give up as lost", serial, "", "", reason);
    }

    private static void known(int rows, String serial) {
        if (rows == 0) {
            throw new NoSuchElementException(
                    Texts.of("loggers.registry.loggerRegistry.thereIsNoLogger", "serial", serial));
        }
    }

    /** Records of it were collected. */
    @Transactional
    public void recordsRead(String serial, Instant at) {
        loggers.recordsRead(serial, at);
    }

    /** As a file tells of it, that says nothing of its alarms. */
    @Transactional
    public void see(LoggerUnit unit) {
        loggers.see(unit);
    }

    /** @param alarmed whether it has an alarm raised */
    @Transactional
    public void see(LoggerUnit unit, boolean alarmed) {
        see(unit);
        loggers.alarmed(unit.serial(), alarmed, unit.seenAt());
    }

    public Optional<LoggerUnit> find(String serial) {
        return Optional.ofNullable(loggers.bySerial(serial));
    }

    /** As somebody types it: in any case, and without its prefix where only one ends so. */
    public Optional<LoggerUnit> typed(String text) {
        String serial = text.strip().toUpperCase(Locale.ROOT);
        Optional<LoggerUnit> exact = find(serial);
        if (exact.isPresent() || !WITHOUT_PREFIX.matcher(serial).matches()) {
            return exact;
        }
        List<LoggerUnit> ending = loggers.endingWith(serial);
        return ending.size() == 1 ? Optional.of(ending.get(0)) : Optional.empty();
    }

    /** Those with these letters in serial or name. */
    public List<LoggerUnit> named(String text, int limit) {
        return loggers.named(text, limit);
    }

    public List<LoggerUnit> all() {
        return loggers.all();
    }
}
