package org.pelerin.app.organisation.token;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Person;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.account.TokensEnded;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.secret.FreshSecret;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.evidence.Sha256;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tokens of people: made, shown once, revoked; on the machine's clock, like everything about signing in. */
@Service
@RetriedOnDeadlock
public class ApiTokens {

    /** It cannot be had. */
    public static final class NoTokenException extends NotDoneException {
        NoTokenException(String message) {
            super(message);
        }
    }

    /** What lets a program in. */
    public record Bearer(long token, String account, Role role) {}

    private static final String BEGINS = "pelerin_";
    private static final int MOST = 20;
    private static final Duration NOTED_EVERY = Duration.ofMinutes(1);

    private final TokenMapper mapper;
    private final AccountService accounts;
    private final AuditTrail audit;
    private final Clock machine;

    ApiTokens(TokenMapper mapper, AccountService accounts, AuditTrail audit, @Qualifier("machineClock") Clock machine) {
        this.mapper = mapper;
        this.accounts = accounts;
        this.audit = audit;
        this.machine = machine;
    }

    public List<ApiToken> of(String account) {
        return mapper.of(account);
    }

    /** @return the token; it is shown this once */
    @Transactional
    public String make(String account, String name, Role role, Duration holds) {
        Role own = role(account)
                .orElseThrow(() -> new NoTokenException(Texts.of("organisation.token.apiTokens.thereIsNoSuchAccount")));
        if (!role.within(own)) {
            throw new NoTokenException(
                    Texts.of("organisation.token.apiTokens.aTokenCannotHaveMore", "own", own.words()));
        }
        Instant now = machine.instant();
        if (mapper.of(account).stream().filter(t -> t.holds(now)).count() >= MOST) {
            throw new NoTokenException(
                    Texts.of("organisation.token.apiTokens.thereAreAlreadyTokensRevoke", "most", MOST));
        }
        String token = BEGINS + FreshSecret.make();
        mapper.insert(account, name, hash(token), role, now, now.plus(holds));
        audit.record(
                account,
                "make token",
                account,
                "",
                Texts.stored(
                        "stored.apiTokens.nameRoleUntilPlus", "name", name, "role", role, "plus", now.plus(holds)));
        return token;
    }

    @Transactional
    public void revoke(long id, String account) {
        if (mapper.revoke(id, account, machine.instant()) == 0) {
            throw new TooLateException(Texts.of("organisation.token.apiTokens.theTokenIsNoLonger"));
        }
        audit.record(account, "revoke token", account, Texts.stored("stored.apiTokens.tokenId", "id", id), "");
    }

    /** Their person changed the password, and said so. */
    @EventListener
    void ended(TokensEnded e) {
        mapper.of(e.account()).stream()
                .filter(t -> t.holds(machine.instant()))
                .forEach(t -> revoke(t.id(), e.account()));
    }

    /** Whom a token lets in; empty for nobody. */
    @Transactional
    public Optional<Bearer> bearer(String token) {
        if (!token.startsWith(BEGINS)) {
            return Optional.empty();
        }
        Instant now = machine.instant();
        ApiToken t = mapper.bySha256(hash(token));
        if (t == null || !t.holds(now)) {
            return Optional.empty();
        }
        mapper.used(t.id(), now, now.minus(NOTED_EVERY));
        return role(t.account())
                .map(own -> new Bearer(t.id(), t.account(), t.role().within(own) ? t.role() : own));
    }

    /** Of somebody who can sign in. */
    private Optional<Role> role(String account) {
        return accounts.people().stream()
                .filter(p -> p.name().equals(account))
                .findFirst()
                .map(Person::role);
    }

    private static String hash(String token) {
        return Sha256.of(token.getBytes(StandardCharsets.UTF_8));
    }
}
