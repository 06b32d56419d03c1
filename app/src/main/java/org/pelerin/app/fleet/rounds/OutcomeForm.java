package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.platform.web.Form;

/** What has become of a task, as it is noted on the spot. */
public class OutcomeForm implements Form {

    public Task.State outcome = Task.State.DONE;
    public String serial = "";
    public boolean runs;
    public boolean moved;
    /** What becomes of a logger that is there already; null where that was not asked. */
    public PlacementService.Other other;

    public String wired = "";
    public String note = "";
    /** How long ago it was noted, in milliseconds; empty for now. */
    public String ago = "";

    RoundWork.Report report(String said, Instant at) {
        return new RoundWork.Report(serial, runs, moved, other, wired, said, at);
    }
}
