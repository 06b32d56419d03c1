package org.pelerin.app.organisation.account;

import java.time.Clock;
import java.time.Instant;
import java.util.Locale;
import java.util.regex.Pattern;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.MailAddress;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Accounts of people whom a provider signs in. An account belongs to whom the provider knows by one subject, whatever that person is called
 * later. Role, name and mail address follow the provider with each sign-in. A name alone opens no account that is there: an
 * administrator allows it first.
 */
@Service
@RetriedOnDeadlock
public class ProvidedAccounts {

    /** Why somebody whom the provider let in is not let in here. */
    public enum Refusal {
        /** No value of the claim gives a role. */
        ROLE,
        /** What the provider calls that person is no name of an account. */
        NAME,
        /** Another account has that name. */
        TAKEN,
        DISABLED
    }

    /** Nobody is signed in. */
    public static final class RefusedException extends Exception {
        private static final long serialVersionUID = 1;
        private final transient Refusal why;

        RefusedException(Refusal why) {
            super(why.name());
            this.why = why;
        }

        public Refusal why() {
            return why;
        }
    }

    /**
     * Somebody as the provider tells it.
     *
     * @param subject never another person's
     * @param name to sign in with elsewhere; may be a mail address
     * @param displayName empty for none, as {@code mail}
     * @param role null for none
     * @param atAllSites whether a new account has rights at all sites
     */
    public record Told(
            String issuer,
            String subject,
            String name,
            String displayName,
            String mail,
            Role role,
            boolean atAllSites) {}

    private static final Pattern NAMES = Pattern.compile(AccountAdministration.NAME);

    private final AccountMapper accounts;
    private final IdentityMapper identities;
    private final AccountSiteMapper sites;
    private final AccountService service;
    private final SignInNews news;
    private final AuditTrail audit;
    private final Clock machine;

    ProvidedAccounts(
            AccountMapper accounts,
            IdentityMapper identities,
            AccountSiteMapper sites,
            AccountService service,
            SignInNews news,
            AuditTrail audit,
            @Qualifier("machineClock") Clock machine) {
        this.accounts = accounts;
        this.identities = identities;
        this.sites = sites;
        this.service = service;
        this.news = news;
        this.audit = audit;
        this.machine = machine;
    }

    /**
     * Finds the account of somebody whom the provider let in, or makes it, and brings it up to date.
     *
     * @param provider what it is called, for the trail
     * @param source address that the request came from
     * @throws RefusedException where there is none for that person; that is in the trail, too
     */
    @Transactional(noRollbackFor = RefusedException.class)
    public UserDetails signIn(Told told, String provider, String source) throws RefusedException {
        String from =
                Texts.stored("stored.providedAccounts.byProviderFromSource", "provider", provider, "source", source);
        // in the order in which others lock them
        accounts.lockAdministrators();
        String known = identities.accountOf(told.issuer, told.subject);
        String name = known == null ? nameOf(told.name) : known;
        Account account = name.isEmpty() ? null : accounts.byName(name);
        Refusal why = refusal(told, known, name, account);
        if (why != null) {
            audit.record(
                    "system",
                    "refuse sign-in",
                    Length.ACCOUNT_NAME.cut(name.isEmpty() ? told.name : name),
                    "",
                    from + ": " + Texts.stored("stored.providedAccounts.why", "why", why));
            throw new RefusedException(why);
        }
        if (account == null) {
            account = made(name, told);
        } else if (known == null) {
            linked(account, told, account.name());
            news.tell(account.name(), SignInNews.What.PROVIDER);
        }
        follow(account, told);
        audit.record(name, "sign in", name, "", from);
        return service.withoutCode(name);
    }

    private Refusal refusal(Told told, String known, String name, Account account) {
        if (told.role == null) {
            return Refusal.ROLE;
        }
        if (account != null && account.disabled()) {
            return Refusal.DISABLED;
        }
        if (known != null) {
            return null;
        }
        if (!NAMES.matcher(name).matches() || name.equals("system")) {
            return Refusal.NAME;
        }
        return account != null && !mayLink(name) ? Refusal.TAKEN : null;
    }

    private boolean mayLink(String name) {
        Instant until = identities.linkUntil(name);
        return until != null && machine.instant().isBefore(until);
    }

    /** What an account would be called; of a mail address what stands before the sign. */
    private static String nameOf(String told) {
        String lower = told.strip().toLowerCase(Locale.ROOT);
        int at = lower.indexOf('@');
        return at < 0 ? lower : lower.substring(0, at);
    }

    private Account made(String name, Told told) {
        String shown = shown(told, name);
        accounts.insert(name, shown, AccountService.NO_PASSWORD, told.role);
        sites.setAll(name, told.atAllSites);
        audit.record("system", "create account", name, "", shown + ", " + told.role);
        Account account = accounts.byName(name);
        linked(account, told, "system");
        return account;
    }

    private void linked(Account account, Told told, String by) {
        identities.link(account.name(), told.issuer, told.subject, machine.instant());
        identities.allowLink(account.name(), null);
        audit.record(by, "link sign-in", account.name(), "", told.issuer);
    }

    private static String shown(Told told, String otherwise) {
        String shown = told.displayName.strip();
        return shown.isEmpty() ? otherwise : Length.DISPLAY_NAME.cut(shown);
    }

    /** The last administrator stays one whatever the provider says: an installation without one would be lost. */
    private void follow(Account account, Told told) {
        boolean last = account.role() == Role.ADMIN && told.role != Role.ADMIN && accounts.lockAdministrators() < 2;
        Role role = last ? Role.ADMIN : told.role;
        String shown = shown(told, account.displayName());
        if (role != account.role() || !shown.equals(account.displayName())) {
            accounts.change(account.name(), shown, role);
            audit.record(
                    "system",
                    "change account",
                    account.name(),
                    account.displayName() + ", " + account.role(),
                    shown + ", " + role);
        }
        if (MailAddress.valid(told.mail)) {
            service.reachBy(account.name(), told.mail, "system");
        }
    }

    /** Whether somebody signs in with the provider, and no more with a password. */
    public boolean linked(String account) {
        return identities.linked(account);
    }

    /** Where the password that signatures ask for was not chosen yet. */
    public boolean withoutPassword(String account) {
        Account a = accounts.byName(account);
        return a != null && a.passwordHash().equals(AccountService.NO_PASSWORD);
    }
}
