package org.pelerin.app.organisation.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.app.platform.web.NotDoneException;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who has an account, what each may do, and their passwords. Accounts are disabled, never deleted: the trail names them. Whoever is
 * changed in what he may do, or in how he signs in, signs in again.
 */
@Service
@RetriedOnDeadlock
public class AccountAdministration {

    /** Why an account stays as it is. */
    public static final class NotChangedException extends NotDoneException {
        NotChangedException(String message) {
            super(message);
        }
    }

    /** How long a password holds that another gave. */
    static final Duration ONCE_HOLDS = Duration.ofDays(7);

    static final String NAME = "[a-z0-9]([a-z0-9._\\-]{0,58}[a-z0-9])?";

    private static final Pattern NAMES = Pattern.compile(NAME);
    /** What the application does of itself is noted under this name. */
    private static final String SYSTEM = "system";

    private final AccountMapper accounts;
    private final PasswordEncoder passwords;
    private final PasswordRules rules;
    private final SecondFactorMapper factors;
    private final AccountSiteMapper sites;
    private final IdentityMapper identities;
    private final SignInNews news;
    private final Optional<Sessions> sessions;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock machine;

    AccountAdministration(
            AccountMapper accounts,
            PasswordEncoder passwords,
            PasswordRules rules,
            SecondFactorMapper factors,
            AccountSiteMapper sites,
            IdentityMapper identities,
            SignInNews news,
            Optional<Sessions> sessions,
            AuditTrail audit,
            ApplicationEventPublisher events,
            @Qualifier("machineClock") Clock machine) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.rules = rules;
        this.factors = factors;
        this.sites = sites;
        this.identities = identities;
        this.news = news;
        this.sessions = sessions;
        this.audit = audit;
        this.events = events;
        this.machine = machine;
    }

    List<Account> all() {
        return accounts.all();
    }

    List<AccountMapper.LastIn> lastIn() {
        return accounts.lastIn();
    }

    Optional<Account> find(String name) {
        return Optional.ofNullable(accounts.byName(name));
    }

    /** @return the password for the first sign-in, which is kept nowhere else */
    @Transactional
    public String add(String name, String displayName, Role role, String by) {
        if (!NAMES.matcher(name).matches() || name.equals(SYSTEM)) {
            throw new NotChangedException(Texts.of("organisation.account.accountAdministration.aSignInNameHas"));
        }
        String shown = shown(displayName);
        String password = OneTimePassword.make();
        try {
            accounts.insert(name, shown, passwords.encode(password), role);
        } catch (DuplicateKeyException e) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.anAccountAlreadyExists", "name", name));
        }
        once(name, password);
        audit.record(by, "create account", name, "", shown + ", " + role);
        return password;
    }

    private void once(String name, String password) {
        accounts.password(name, passwords.encode(password), machine.instant().plus(ONCE_HOLDS), machine.instant());
    }

    private static String shown(String displayName) {
        String shown = displayName.strip();
        if (shown.isEmpty() || Length.DISPLAY_NAME.exceeded(shown)) {
            throw new NotChangedException(Texts.of(
                    "organisation.account.accountAdministration.enterADisplayNameUp",
                    "most",
                    Length.DISPLAY_NAME.most()));
        }
        return shown;
    }

    /**
     * Changes how somebody is called and what he may do.
     *
     * @param seen the mark of the account as the form showed it; null for a change that follows from no form
     */
    @Transactional
    public void change(String name, String displayName, Role role, String seen, String by) {
        String shown = shown(displayName);
        // in the order in which others lock them
        accounts.lockAdministrators();
        accounts.lock(name);
        Account before = need(name);
        FormMark.require(seen, told(before));
        if (before.role() != role) {
            if (name.equals(by)) {
                throw new NotChangedException(
                        Texts.of("organisation.account.accountAdministration.youCannotChangeYourOwn"));
            }
            anotherAdministrates(before);
            end(name);
        }
        if (before.role() != role || !before.displayName().equals(shown)) {
            accounts.change(name, shown, role);
            audit.record(by, "change account", name, told(before), shown + ", " + role);
        }
    }

    private static String told(Account a) {
        return a.displayName() + ", " + a.role();
    }

    /** The mark of an account as it is stored, for the form that changes it. */
    static String mark(Account a) {
        return FormMark.of(told(a));
    }

    /**
     * Gives somebody rights at all sites, or at some only; holds at the next click.
     *
     * @param wanted sites by number, of which none is possible; of no consequence for {@code all}
     * @param seen the mark of the sites as the form showed them; null for a change that follows from no form
     */
    @Transactional
    public void giveSites(String name, boolean all, Collection<Long> wanted, String seen, String by) {
        accounts.lock(name);
        Account account = need(name);
        String before = toldSites(account.name());
        FormMark.require(seen, before);
        sites.setAll(name, all);
        sites.clear(name);
        if (!all && !wanted.isEmpty()) {
            sites.give(name, List.copyOf(new TreeSet<>(wanted)));
        }
        String after = toldSites(name);
        if (!after.equals(before)) {
            audit.record(by, "change sites", name, before, after);
        }
    }

    private String toldSites(String name) {
        return sites.isSetToAll(name)
                ? Texts.stored("stored.accountAdministration.allSites")
                : sites.names(name).isEmpty()
                        ? Texts.stored("stored.accountAdministration.noSite")
                        : String.join(", ", sites.names(name));
    }

    /** The mark of the sites of an account as they are stored, for the form that changes them. */
    String sitesMark(Account a) {
        return FormMark.of(toldSites(a.name()));
    }

    boolean isSetToAllSites(Account a) {
        return sites.isSetToAll(a.name());
    }

    @Transactional
    public void disable(String name, String reason, String by) {
        Account account = need(name);
        if (name.equals(by)) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.youCannotDisableYourOwn"));
        }
        anotherAdministrates(account);
        if (accounts.disable(name, machine.instant()) == 1) {
            end(name);
            audit.record(by, "disable account", name, "", "disabled", reason);
        }
    }

    @Transactional
    public void enable(String name, String by) {
        if (accounts.enable(need(name).name()) == 1) {
            audit.record(by, "enable account", name, "disabled", "");
        }
    }

    /** An installation without anybody who can add somebody would be lost. */
    private void anotherAdministrates(Account account) {
        if (account.role() == Role.ADMIN && !account.disabled() && accounts.lockAdministrators() < 2) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.thisIsTheOnlyAdministrator"));
        }
    }

    /** @return the password for the next sign-in, which is kept nowhere else */
    @Transactional
    public String reset(String name, String by) {
        Account account = need(name);
        if (identities.linked(account.name())) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.signsInWithTheProvider"));
        }
        String password = OneTimePassword.make();
        once(account.name(), password);
        end(account.name());
        news.tell(account.name(), SignInNews.What.PASSWORD);
        audit.record(
                by,
                "reset password",
                account.name(),
                "",
                Texts.stored("stored.accountAdministration.toBeChangedAtThe"));
        return password;
    }

    /**
     * For who stands before the machine: an administrator who can sign in, made where there is nobody yet, enabled where it was disabled.
     *
     * @return the password for the next sign-in
     */
    @Transactional
    public String recover(String name) {
        if (find(name).isEmpty() && accounts.count() == 0) {
            return add(name, "Administrator", Role.ADMIN, SYSTEM);
        }
        if (need(name).role() != Role.ADMIN) {
            throw new NotChangedException(Texts.of(
                    "organisation.account.accountAdministration.isNotAnAdministratorThese",
                    "name",
                    name,
                    "x",
                    String.join(", ", accounts.administrators())));
        }
        enable(name, SYSTEM);
        identities.unlink(name);
        SecondFactor.remove(factors, audit, name, "", SYSTEM);
        return reset(name, SYSTEM);
    }

    /** How long somebody whom the provider calls by the name of an account can take it over. */
    static final Duration LINK_HOLDS = Duration.ofDays(7);

    /** The next sign-in with the provider under the name of this account gets it. */
    @Transactional
    public void allowLink(String name, String by) {
        accounts.lock(name);
        Account account = need(name);
        if (identities.linked(name)) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.signsInWithTheProvider"));
        }
        Instant until = machine.instant().plus(LINK_HOLDS);
        identities.allowLink(account.name(), until);
        audit.record(
                by, "allow link", name, "", Texts.stored("stored.accountAdministration.untilUntil", "until", until));
    }

    /**
     * For whom the provider does not know any more: signs in with a password again.
     *
     * @return the password for the next sign-in, which is kept nowhere else
     */
    @Transactional
    public String unlink(String name, String reason, String by) {
        accounts.lock(name);
        Account account = need(name);
        if (identities.unlink(name) == 0) {
            throw new NotChangedException(Texts.of("organisation.account.accountAdministration.isNotLinked"));
        }
        audit.record(by, "unlink sign-in", account.name(), "", "", reason);
        return reset(name, by);
    }

    /** Until when the next sign-in with the provider under this name gets the account; null where none does. */
    Instant linkUntil(Account a) {
        Instant until = identities.linkUntil(a.name());
        return until != null && machine.instant().isBefore(until) ? until : null;
    }

    boolean linked(Account a) {
        return identities.linked(a.name());
    }

    /** For whom forgot the password that signatures ask for: another is chosen after the next sign-in with the provider. */
    @Transactional
    public void removeSigningPassword(String name, String by) {
        Account account = need(name);
        if (!identities.linked(account.name())) {
            throw new NotChangedException(Texts.of("organisation.account.accountAdministration.isNotLinked"));
        }
        accounts.password(account.name(), AccountService.NO_PASSWORD, null, machine.instant());
        end(account.name());
        audit.record(by, "remove signing password", account.name(), "", "");
    }

    /** The first password of somebody whom the provider signed in just now: for signatures, not for signing in. */
    @Transactional
    public void signingPassword(String name, String wanted) {
        accounts.lock(name);
        Account account = need(name);
        if (!identities.linked(name) || !account.passwordHash().equals(AccountService.NO_PASSWORD)) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.thePresentPasswordIsWrong"));
        }
        String wrong = rules.wrong(wanted, account.name(), account.displayName());
        if (!wrong.isEmpty()) {
            throw new NotChangedException(wrong);
        }
        accounts.password(name, passwords.encode(wanted), null, machine.instant());
        news.tell(name, SignInNews.What.PASSWORD);
        audit.record(name, "set signing password", name, "", "");
    }

    boolean secondFactor(String name) {
        return SecondFactor.on(factors, name);
    }

    /** For who has lost the other device. Every session of the account ends with it. */
    @Transactional
    public void removeSecondFactor(String name, String reason, String by) {
        SecondFactor.remove(factors, audit, need(name).name(), reason, by);
        news.tell(name, SignInNews.What.FACTOR_OFF);
        end(name);
    }

    @Transactional
    public void endSessions(String name, String by) {
        end(need(name).name());
        audit.record(by, "end sessions", name, "", "");
    }

    int sessions(String name) {
        return sessions.map(s -> s.count(name)).orElse(0);
    }

    private void end(String name) {
        sessions.ifPresent(s -> s.end(name));
    }

    boolean isPassword(String name, String typed) {
        return passwords.matches(typed, need(name).passwordHash());
    }

    /**
     * One's own password.
     *
     * @param endTokens whether programs that bear a token of the account are let in no more, too
     * @throws NotChangedException if the present one is not right, or the new one is not good
     */
    @Transactional
    public void ownPassword(String name, String present, String wanted, boolean endTokens) {
        Account account = need(name);
        if (!passwords.matches(present, account.passwordHash())) {
            throw new NotChangedException(
                    Texts.of("organisation.account.accountAdministration.thePresentPasswordIsWrong"));
        }
        if (passwords.matches(wanted, account.passwordHash())) {
            throw new NotChangedException(Texts.of("organisation.account.accountAdministration.theNewPasswordIsThe"));
        }
        String wrong = rules.wrong(wanted, account.name(), account.displayName());
        if (!wrong.isEmpty()) {
            throw new NotChangedException(wrong);
        }
        accounts.password(account.name(), passwords.encode(wanted), null, machine.instant());
        end(account.name());
        if (endTokens) {
            events.publishEvent(new TokensEnded(account.name()));
        }
        news.tell(account.name(), SignInNews.What.PASSWORD);
        audit.record(account.name(), "change own password", account.name(), "", "");
    }

    private Account need(String name) {
        return find(name)
                .orElseThrow(() -> new NotChangedException(
                        Texts.of("organisation.account.accountAdministration.thereIsNoAccount", "name", name)));
    }
}
