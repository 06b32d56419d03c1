package org.pelerin.app.fleet.attention;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.pelerin.app.organisation.account.Permission;
import org.pelerin.app.platform.operation.Checkups;
import org.pelerin.app.platform.operation.Condition;
import org.springframework.stereotype.Component;

/** What of the installation itself somebody should see to: for administrators, beside what loggers need. */
@Component
public class InstallationAttention {

    private final Checkups checkups;

    InstallationAttention(Checkups checkups) {
        this.checkups = checkups;
    }

    /** The gravest first; empty for everybody else. Cost: some short queries. */
    public List<Condition> of(HttpServletRequest who) {
        return Permission.ADMINISTER.heldBy(who) ? checkups.pressing() : List.of();
    }
}
