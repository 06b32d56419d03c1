package org.pelerin.app.organisation.account;

import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.stereotype.Component;

/** Sessions of an account, in whichever browser they are. */
@Component
class Sessions {

    private final FindByIndexNameSessionRepository<?> sessions;

    Sessions(FindByIndexNameSessionRepository<?> sessions) {
        this.sessions = sessions;
    }

    int count(String name) {
        return sessions.findByPrincipalName(name).size();
    }

    /** Whoever is signed in as that has to sign in again. */
    void end(String name) {
        sessions.findByPrincipalName(name).keySet().forEach(sessions::deleteById);
    }
}
