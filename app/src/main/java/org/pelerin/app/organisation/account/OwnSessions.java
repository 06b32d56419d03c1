package org.pelerin.app.organisation.account;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.evidence.Sha256;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where somebody is signed in, for that person to see and to end. */
@Service
@RetriedOnDeadlock
class OwnSessions {

    /**
     * @param mark by which it is named; nobody gets in with it
     * @param agent as the browser calls itself, or empty
     * @param here whether it is the one that asks
     */
    record One(String mark, Instant since, Instant used, String source, String agent, boolean here) {

        public String browser() {
            return BrowserName.of(agent);
        }
    }

    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final AuditTrail audit;

    OwnSessions(FindByIndexNameSessionRepository<? extends Session> sessions, AuditTrail audit) {
        this.sessions = sessions;
        this.audit = audit;
    }

    /** The one that asks first, then the one used last. */
    List<One> of(String account, String here) {
        return sessions.findByPrincipalName(account).values().stream()
                .map(s -> new One(
                        mark(s.getId()),
                        s.getCreationTime(),
                        s.getLastAccessedTime(),
                        s.getAttributeOrDefault(SignedIn.SOURCE, ""),
                        s.getAttributeOrDefault(SignedIn.BROWSER, ""),
                        s.getId().equals(here)))
                .sorted(Comparator.comparing((One o) -> !o.here()).thenComparing(One::used, Comparator.reverseOrder()))
                .toList();
    }

    /** @return whether there was such a one, of that account */
    @Transactional
    boolean end(String account, String mark) {
        Map<String, ? extends Session> own = sessions.findByPrincipalName(account);
        List<String> found =
                own.keySet().stream().filter(id -> mark(id).equals(mark)).toList();
        found.forEach(sessions::deleteById);
        if (!found.isEmpty()) {
            audit.record(account, "end session", account, "", "");
        }
        return !found.isEmpty();
    }

    /** All but the one that asks. @return how many */
    @Transactional
    int endOthers(String account, String here) {
        List<String> others = sessions.findByPrincipalName(account).keySet().stream()
                .filter(id -> !id.equals(here))
                .map(String::valueOf)
                .toList();
        others.forEach(sessions::deleteById);
        if (!others.isEmpty()) {
            audit.record(account, "end sessions", account, "", "");
        }
        return others.size();
    }

    private static String mark(String id) {
        return Sha256.of(("session " + id).getBytes(StandardCharsets.UTF_8)).substring(0, 16);
    }
}
