package org.pelerin.app.shell.setup;

import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Makes the first account of a new installation where its password was chosen; else says how there comes to be one. */
@Component
@ConditionalOnProperty(value = "pelerin.demo", havingValue = "false", matchIfMissing = true)
class FirstAdministrator {

    private static final Logger LOG = LoggerFactory.getLogger(FirstAdministrator.class);

    private final AccountService accounts;
    private final String chosen;

    FirstAdministrator(AccountService accounts, @Value("${PELERIN_ADMIN_PASSWORD:}") String chosen) {
        this.accounts = accounts;
        this.chosen = chosen;
    }

    @EventListener
    void create(ApplicationReadyEvent ready) {
        if (!accounts.empty()) {
            return;
        }
        if (chosen.isBlank()) {
            LOG.info("Nobody can sign in yet: ./pelerin admin-password makes the first account");
        } else {
            accounts.create("admin", "Administrator", chosen, Role.ADMIN, "system");
        }
    }
}
