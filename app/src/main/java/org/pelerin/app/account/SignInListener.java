package org.pelerin.app.account;

import org.springframework.context.event.EventListener;
import org.springframework.security.authentication.event.AuthenticationFailureBadCredentialsEvent;
import org.springframework.security.authentication.event.AuthenticationSuccessEvent;
import org.springframework.stereotype.Component;

/** Counts failed sign-ins. */
@Component
class SignInListener {

    private final AccountService accounts;

    SignInListener(AccountService accounts) {
        this.accounts = accounts;
    }

    @EventListener
    void on(AuthenticationFailureBadCredentialsEvent event) {
        accounts.failed(event.getAuthentication().getName());
    }

    @EventListener
    void on(AuthenticationSuccessEvent event) {
        accounts.succeeded(event.getAuthentication().getName());
    }
}
