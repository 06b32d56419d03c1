package org.pelerin.app.organisation.account;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.work.BackOff;
import org.pelerin.core.evidence.Sha256;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Slows guessing down without locking anybody out. A sign-in is counted before its password is compared, so that guesses sent side by
 * side gain nothing:
 *
 * <ul>
 *   <li>for an account from one source, the first {@value #FREE} in an hour are compared; then none for 30 s, twice as long after each
 *       further one, up to 15 min. Others sign in to the account meanwhile, from where they are.
 *   <li>once {@value #FREE_OF_SOURCE} came from one source within an hour, whatever the accounts, only the first for each account is free there:
 *       nobody is shut out by what others guess behind the same address.
 *   <li>for an account from all sources together, the first {@value #FREE_OF_ACCOUNT} in an hour; then likewise, but for sources from
 *       which it was signed in to within 90 days.
 *   <li>in a browser that is known (see {@link KnownDevices}), and for who is signed in and types a password once more, each is counted by itself
 *       alone, and nothing that comes from elsewhere counts.
 * </ul>
 *
 * Counts begin anew after an hour's rest, and with a sign-in that succeeds.
 */
@Service
@RetriedOnDeadlock
class SignInGate {

    static final int FREE = 5;
    static final int FREE_OF_SOURCE = 60;
    static final int FREE_OF_ACCOUNT = 200;

    private static final Duration REST = Duration.ofHours(1);
    private static final Duration KNOWN = Duration.ofDays(90);
    private static final BackOff WAITS = new BackOff(Duration.ofSeconds(30), Duration.ofMinutes(15));

    private static final String PAIR = "P";
    private static final String SOURCE = "S";
    private static final String ACCOUNT = "A";
    private static final String KNOWN_PAIR = "K";

    /** In the place of a source. */
    private static final String DEVICE = "device ";

    private static final String SIGNED_IN = "signed in";
    private static final String CODE = "code";

    private final SignInMapper mapper;
    private final Clock machine;

    SignInGate(SignInMapper mapper, @Qualifier("machineClock") Clock machine) {
        this.mapper = mapper;
        this.machine = machine;
    }

    /**
     * Counts a sign-in; whether its password may be compared.
     *
     * @param device number of the browser where it is known for the account; else empty
     */
    @Transactional
    boolean opens(String name, String source, String device) {
        Instant now = machine.instant();
        if (!device.isEmpty()) {
            return counted(PAIR, pair(name, DEVICE + device), FREE, now);
        }
        mapper.count(SOURCE, hash(source), now, now.minus(REST));
        boolean many = mapper.tries(SOURCE, hash(source)).tries() > FREE_OF_SOURCE;
        boolean pair = counted(PAIR, pair(name, source), many ? 1 : FREE, now);
        boolean account = counted(ACCOUNT, hash(lower(name)), FREE_OF_ACCOUNT, now)
                || mapper.tries(KNOWN_PAIR, pair(name, source)) != null;
        return pair && account;
    }

    /** Counts a password that somebody types who is signed in; whether it may be compared. */
    @Transactional
    boolean opensAgain(String name) {
        return counted(PAIR, pair(name, SIGNED_IN), FREE, machine.instant());
    }

    /** It was right. */
    @Transactional
    void passedAgain(String name) {
        mapper.forget(PAIR, pair(name, SIGNED_IN));
    }

    /** Counts a code of the second factor; whether it may be compared. */
    @Transactional
    boolean opensCode(String name) {
        return counted(PAIR, pair(name, CODE), FREE, machine.instant());
    }

    /** It was right. */
    @Transactional
    void passedCode(String name) {
        mapper.forget(PAIR, pair(name, CODE));
    }

    private boolean counted(String kind, String who, int free, Instant now) {
        mapper.count(kind, who, now, now.minus(REST));
        SignInMapper.Tries t = mapper.tries(kind, who);
        if (t.tries() <= free) {
            return true;
        }
        boolean open = !now.isBefore(t.untilAt());
        if (open) {
            mapper.refuse(kind, who, now.plus(waitAfter(t.tries() - free)));
        }
        // the one that comes when the wait is over is compared, the first beyond what is free begins one
        return open && t.untilAt().toEpochMilli() > 0;
    }

    /** @param more tries than are free, 1 or more */
    static Duration waitAfter(int more) {
        return WAITS.after(more - 1);
    }

    /** What was counted for the account from there is forgiven; the source is known from now on. */
    @Transactional
    public void succeeded(String name, String source, String device) {
        Instant now = machine.instant();
        mapper.forget(PAIR, pair(name, source));
        if (!device.isEmpty()) {
            mapper.forget(PAIR, pair(name, DEVICE + device));
            return;
        }
        mapper.forget(ACCOUNT, hash(lower(name)));
        mapper.forgive(SOURCE, hash(source));
        mapper.count(KNOWN_PAIR, pair(name, source), now, now.minus(KNOWN));
    }

    @Scheduled(fixedDelay = 3_600_000, initialDelay = 60_000)
    void forgetOld() {
        mapper.forgetAll(machine.instant().minus(KNOWN));
    }

    private static String pair(String name, String source) {
        return hash(lower(name) + "\n" + source);
    }

    private static String lower(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }

    private static String hash(String text) {
        return Sha256.of(text.getBytes(StandardCharsets.UTF_8));
    }
}
