package org.pelerin.link;

import java.time.Instant;
import java.util.List;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Status;

/**
 * A connected logger. Every method throws {@link LinkException} when the link fails after its retries, and {@link
 * org.pelerin.link.message.RefusedException} when the logger says no.
 */
public interface LoggerLink extends AutoCloseable {

    Identity identify();

    Status status();

    /** As its own plan has it measured, or as its channels are by themselves. */
    LiveReading live();

    /** As a plan that it may not have yet would have it measured. */
    LiveReading live(Plan as);

    Instant clock();

    void setClock(Instant reference);

    /** Refused while it runs or holds uncollected records. */
    void writePlan(Plan plan);

    Plan readPlan();

    /** Starts a waiting logger at once. */
    void start();

    void stop();

    List<MissionInfo> missions();

    /** The mission's header as it stands in memory; see {@link org.pelerin.link.message.MissionHeader}. */
    byte[] readHeader(int mission);

    /** One page as it stands in memory; its own checksum is not looked at. */
    byte[] readPage(int mission, long page);

    void erase(EraseRequest request);

    @Override
    void close();
}
