package org.pelerin.app.fleet.person;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.rounds.Round;
import org.pelerin.app.fleet.rounds.RoundService;
import org.pelerin.app.fleet.rounds.Task;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.AccountSites;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.secret.FreshSecret;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.evidence.Sha256;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Calendars under secret addresses. Of an address only the hash is kept, so that nobody can read it out of the database. */
@Service
@RetriedOnDeadlock
public class CalendarService {

    /** How far back rounds stay in a calendar, and how far ahead due dates are looked for. */
    private static final Duration BACK = Duration.ofDays(60);

    private static final Duration AHEAD = Duration.ofDays(60);

    private final AddressMapper addresses;
    private final RoundService rounds;
    private final AttentionService attention;
    private final AuditTrail audit;
    private final Formats show;
    private final Clock clock;

    private final AccountService accounts;
    private final AccountSites sites;

    CalendarService(
            AddressMapper addresses,
            RoundService rounds,
            AttentionService attention,
            AuditTrail audit,
            Formats show,
            Clock clock,
            AccountService accounts,
            AccountSites sites) {
        this.sites = sites;
        this.accounts = accounts;
        this.addresses = addresses;
        this.rounds = rounds;
        this.attention = attention;
        this.audit = audit;
        this.show = show;
        this.clock = clock;
    }

    Optional<CalendarAddress> of(String account) {
        return Optional.ofNullable(addresses.of(account));
    }

    /**
     * Makes an address; one that there was holds no longer.
     *
     * @return its secret part, told this once
     */
    @Transactional
    public String make(String account) {
        String secret = FreshSecret.make();
        addresses.put(account, hash(secret), clock.instant());
        audit.record(account, "make calendar address", account, "", "");
        return secret;
    }

    @Transactional
    public void revoke(String account) {
        if (addresses.remove(account) > 0) {
            audit.record(account, "revoke calendar address", account, "", "");
        }
    }

    private static String hash(String secret) {
        return Sha256.of(secret.getBytes(StandardCharsets.UTF_8));
    }

    /**
     * The calendar under an address; empty where there is none.
     *
     * @param base address of the application, without a slash at its end
     */
    Optional<String> read(String secret, String base) {
        String sha256 = hash(secret);
        String account = addresses.owner(sha256);
        // whoever cannot sign in any more reads nothing here either
        if (account == null
                || accounts.people().stream().noneMatch(p -> p.name().equals(account))) {
            return Optional.empty();
        }
        // whoever reads it knows the address, and signs in nowhere: it is the sites of whose calendar it is
        OwnSites.inThisRequest(() -> sites.of(account));
        Instant now = clock.instant();
        addresses.read(sha256, now);
        LocalDate from = LocalDate.ofInstant(now.minus(BACK), show.home());
        List<Round> own = rounds.ofPerson(account, from);
        Map<Long, List<Task>> tasks = rounds.tasks(own);
        List<Calendars.RoundEntry> entries = own.stream()
                .map(r -> new Calendars.RoundEntry(r, tasks.getOrDefault(r.id(), List.of())))
                .toList();
        List<Need> due = AttentionService.needs(attention.overviews(now.plus(AHEAD), Duration.ZERO)).stream()
                .filter(n -> n.since() != null && n.since().isAfter(now))
                .toList();
        return Optional.of(Calendars.of(entries, due, base, show.home(), now));
    }
}
