package org.pelerin.app.evidence;

import java.util.function.Supplier;
import org.springframework.stereotype.Service;

/**
 * What is done to a device cannot be taken back with a transaction: it has an entry before it is tried, and one that says what came of it.
 * Where the second is missing, nobody knows, and that is seen.
 */
@Service
public class DeviceAudit {

    private static final int LONGEST = 300;

    private final AuditTrail audit;

    DeviceAudit(AuditTrail audit) {
        this.audit = audit;
    }

    /**
     * Does it, between its two entries.
     *
     * @param before how it is now; may be empty
     * @param deed what is done; it tells how it is then
     * @return what the deed told
     */
    public String noted(String by, String action, String subject, String before, Supplier<String> deed) {
        return tried(by, action, subject, before, () -> {
            String after = deed.get();
            audit.record(by, action, subject, before, after);
            return after;
        });
    }

    /**
     * Does what notes its own success, as what it changes here is changed in the same transaction; before it stands what is intended,
     * and after it, if so, that it failed.
     */
    public <T> T tried(String by, String action, String subject, String before, Supplier<T> deed) {
        audit.record(by, action + ": intended", subject, before, "");
        try {
            return deed.get();
        } catch (RuntimeException e) {
            failed(by, action, subject, before, String.valueOf(e.getMessage()));
            throw e;
        }
    }

    /** What was intended before did not come about. */
    public void failed(String by, String action, String subject, String before, String why) {
        audit.record(
                by, action + ": failed", subject, before, why.length() > LONGEST ? why.substring(0, LONGEST) : why);
    }
}
