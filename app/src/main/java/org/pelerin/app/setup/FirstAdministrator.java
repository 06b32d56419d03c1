package org.pelerin.app.setup;

import java.security.SecureRandom;
import java.util.Base64;
import org.pelerin.app.account.AccountService;
import org.pelerin.app.account.Role;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Makes the first account of a new installation, as otherwise nobody could sign in. */
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
        String password = chosen;
        if (password.isBlank()) {
            byte[] random = new byte[12];
            new SecureRandom().nextBytes(random);
            password = Base64.getUrlEncoder().withoutPadding().encodeToString(random);
            LOG.info("First account: name admin, password {}", password);
        }
        accounts.create("admin", "Administrator", password, Role.ADMIN, "system");
    }
}
