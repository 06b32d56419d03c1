package org.pelerin.app.organisation.account;

import java.time.Clock;
import java.util.List;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts. */
@Service
@RetriedOnDeadlock
public class AccountService implements UserDetailsService {

    /** The role of somebody who has to change the password first. */
    static final String ONCE = "ONCE";

    /** The role of somebody who has said the password, and has to say a code. */
    static final String SECOND = "SECOND";

    /** The role of somebody who has said the password, and has to set up a second factor first. */
    static final String ENROL = "ENROL";

    /** Where a password would be hashed, of who has none: no hash of anything. */
    static final String NO_PASSWORD = "none";

    private final AccountMapper accounts;
    private final IdentityMapper identities;
    private final SecondFactor factor;
    private final HouseService house;
    private final PasswordEncoder passwords;
    private final AuditTrail audit;
    private final Clock machine;

    AccountService(
            AccountMapper accounts,
            IdentityMapper identities,
            SecondFactor factor,
            HouseService house,
            PasswordEncoder passwords,
            AuditTrail audit,
            @Qualifier("machineClock") Clock machine) {
        this.machine = machine;
        this.accounts = accounts;
        this.identities = identities;
        this.factor = factor;
        this.house = house;
        this.passwords = passwords;
        this.audit = audit;
    }

    @Override
    public UserDetails loadUserByUsername(String name) {
        Account account = need(name);
        if (identities.linked(account.name())) {
            // whom the provider does not let in any more must not come in beside it
            throw new UsernameNotFoundException("signs in with the provider");
        }
        // whoever comes with a password that another gave can do nothing but change it
        return user(account, account.onceUntilAt() != null ? ONCE : step(account));
    }

    private String step(Account account) {
        if (factor.on(account.name())) {
            return SECOND;
        }
        boolean demanded = switch (house.house().factorFor()) {
            case NOBODY -> false;
            case ADMINISTRATORS -> account.role().allows(Permission.ADMINISTER);
            case EVERYBODY -> true;
        };
        return demanded ? ENROL : role(account);
    }

    /** For who has said the password and the code. */
    UserDetails withoutCode(String name) {
        Account account = need(name);
        return user(account, account.onceUntilAt() != null ? ONCE : role(account));
    }

    /** Whether somebody has said the password, and has to say a code yet. */
    static boolean owesCode(Authentication who) {
        return who != null
                && who.getAuthorities().stream().anyMatch(a -> a.getAuthority().equals("ROLE_" + SECOND));
    }

    /** Whether somebody has said the password, and has to set up a second factor yet. */
    static boolean owesFactor(Authentication who) {
        return who != null
                && who.getAuthorities().stream().anyMatch(a -> a.getAuthority().equals("ROLE_" + ENROL));
    }

    private static String role(Account account) {
        return account.role().name();
    }

    private static UserDetails user(Account account, String role) {
        return User.withUsername(account.name())
                .password(account.passwordHash())
                .roles(role)
                .build();
    }

    private Account need(String name) {
        Account account = accounts.byName(name);
        if (account == null || account.disabled() || lapsed(account)) {
            throw new UsernameNotFoundException("no such account");
        }
        return account;
    }

    private boolean lapsed(Account account) {
        return account.onceUntilAt() != null && account.onceUntilAt().isBefore(machine.instant());
    }

    public boolean empty() {
        return accounts.count() == 0;
    }

    /** Everybody who can sign in, by name. */
    public List<Person> people() {
        return accounts.people();
    }

    /** Where somebody is reached by mail; empty if not at all. */
    public String mailOf(String name) {
        String mail = accounts.mail(name);
        return mail == null ? "" : mail;
    }

    @Transactional
    public void reachBy(String name, String mail, String by) {
        String before = mailOf(name);
        if (!before.equals(mail)) {
            accounts.reachBy(name, mail);
            audit.record(by, "change mail address", name, before, mail);
        }
    }

    @Transactional
    public void create(String name, String displayName, String password, Role role, String by) {
        accounts.insert(name, displayName, passwords.encode(password), role);
        audit.record(by, "create account", name, "", displayName + ", " + role);
    }

    /** How the administrators are called. */
    public List<String> administrators() {
        return accounts.named(Role.ADMIN);
    }
}
