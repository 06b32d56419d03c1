package org.pelerin.app.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.audit.AuditTrail;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Accounts and their sign-in. From the fifth failed sign-in on, an account takes none for 30 s, twice as long after each
 * further one, up to 15 min.
 */
@Service
public class AccountService implements UserDetailsService {

    static final int FREE_FAILURES = 5;
    private static final Duration FIRST_BLOCK = Duration.ofSeconds(30);
    private static final Duration LONGEST_BLOCK = Duration.ofMinutes(15);

    private final AccountMapper accounts;
    private final PasswordEncoder passwords;
    private final AuditTrail audit;
    private final Clock machine;

    AccountService(
            AccountMapper accounts,
            PasswordEncoder passwords,
            AuditTrail audit,
            @Qualifier("machineClock") Clock machine) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.audit = audit;
        this.machine = machine;
    }

    @Override
    public UserDetails loadUserByUsername(String name) {
        Account account = accounts.byName(name);
        if (account == null) {
            throw new UsernameNotFoundException("no such account");
        }
        boolean blocked = account.blockedUntilAt() != null && machine.instant().isBefore(account.blockedUntilAt());
        return User.withUsername(account.name())
                .password(account.passwordHash())
                .roles(account.role().name())
                .accountLocked(blocked)
                .build();
    }

    public boolean empty() {
        return accounts.count() == 0;
    }

    /** Everybody, by name. */
    public List<Person> people() {
        return accounts.people();
    }

    /** Where somebody is reached by mail; empty if not at all. */
    public String mailOf(String name) {
        String mail = accounts.mail(name);
        return mail == null ? "" : mail;
    }

    @Transactional
    public void reachBy(String name, String mail) {
        accounts.reachBy(name, mail);
    }

    @Transactional
    public void create(String name, String displayName, String password, Role role, String by) {
        accounts.insert(name, displayName, passwords.encode(password), role);
        audit.record(by, "create account", name, "", displayName + ", " + role);
    }

    @Transactional
    void failed(String name) {
        Account account = accounts.byName(name);
        if (account == null) {
            return;
        }
        accounts.countFailure(name);
        int failures = account.failedCount() + 1;
        if (failures >= FREE_FAILURES) {
            Instant until = machine.instant().plus(blockAfter(failures));
            accounts.block(name, until);
            audit.record("system", "slow sign-in down", name, "", failures + " failed sign-ins");
        }
    }

    void succeeded(String name) {
        accounts.clearFailures(name);
    }

    static Duration blockAfter(int failures) {
        Duration block = FIRST_BLOCK.multipliedBy(1L << Math.min(failures - FREE_FAILURES, 10));
        return block.compareTo(LONGEST_BLOCK) > 0 ? LONGEST_BLOCK : block;
    }

    /** How the administrators are called. */
    public List<String> administrators() {
        return accounts.named(Role.ADMIN);
    }
}
