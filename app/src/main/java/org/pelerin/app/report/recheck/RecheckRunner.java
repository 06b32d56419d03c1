package org.pelerin.app.report.recheck;

import java.util.List;
import java.util.Optional;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.springframework.stereotype.Component;

/** Does it, beside what people do. */
@Component
class RecheckRunner implements LongWork {

    static final String KIND = "recheck";

    private final Rechecks rechecks;

    RecheckRunner(Rechecks rechecks) {
        this.rechecks = rechecks;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return 1;
    }

    @Override
    public void run(long id, Claim claim) {
        for (Optional<Long> m = rechecks.next(id); m.isPresent(); m = rechecks.next(id)) {
            List<String> troubles = rechecks.look(m.get());
            rechecks.step(id, m.get(), troubles);
        }
        rechecks.end(id, rechecks.rest(), claim);
    }
}
