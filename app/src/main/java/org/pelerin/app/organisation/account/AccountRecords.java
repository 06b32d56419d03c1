package org.pelerin.app.organisation.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** What is kept of a person as an account, for that person to have. */
@Service
public class AccountRecords {

    /**
     * @param disabledAt null where somebody may sign in
     * @param secondFactor whether a code is asked for
     * @param sites where the rights of the role hold; null for all
     */
    public record OfAccount(
            String name,
            String displayName,
            Role role,
            String mail,
            Instant disabledAt,
            boolean secondFactor,
            List<String> sites,
            List<OfSession> sessions) {}

    /** @param browser as it calls itself */
    public record OfSession(Instant since, Instant used, String source, String browser) {}

    private final AccountMapper accounts;
    private final AccountService service;
    private final SecondFactor factor;
    private final OwnSessions sessions;
    private final AccountSites sites;

    AccountRecords(
            AccountMapper accounts,
            AccountService service,
            SecondFactor factor,
            OwnSessions sessions,
            AccountSites sites) {
        this.sites = sites;
        this.accounts = accounts;
        this.service = service;
        this.factor = factor;
        this.sessions = sessions;
    }

    /** Empty where there is no such account. */
    public Optional<OfAccount> of(String name) {
        return Optional.ofNullable(accounts.byName(name))
                .map(a -> new OfAccount(
                        a.name(),
                        a.displayName(),
                        a.role(),
                        service.mailOf(a.name()),
                        a.disabledAt(),
                        factor.on(a.name()),
                        sites.of(a.name()).all() ? null : sites.names(a.name()),
                        sessions.of(a.name(), "").stream()
                                .map(s -> new OfSession(s.since(), s.used(), s.source(), s.agent()))
                                .toList()));
    }
}
