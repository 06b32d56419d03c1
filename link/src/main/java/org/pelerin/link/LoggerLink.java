package org.pelerin.link;

import java.time.Instant;
import java.util.List;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.FirmwarePackage;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Phases;
import org.pelerin.link.message.Spectrum;
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

    /** Of a sound logger; others refuse. */
    Spectrum spectrum();

    /** Of a three-phase logger; others refuse. */
    Phases phases();

    Instant clock();

    void setClock(Instant reference);

    /** Refused while it runs or holds uncollected records. */
    void writePlan(Plan plan);

    Plan readPlan();

    /** Starts a waiting logger at once. */
    void start();

    void stop();

    /** Says the PIN, for this link and every new connection that it makes. */
    void unlock(String pin);

    /** @param pin 1 to 8 digits; empty for none */
    void setPin(String pin);

    /** Takes a PIN away that nobody knows any more; the logger allows it to whoever holds it in a dock. */
    void clearPin();

    /** Sends a firmware, which the logger verifies before it runs it; a link that breaks leaves the old one running. */
    void updateFirmware(FirmwarePackage firmware);

    /** Switches an output on for a moment, to see that it works: {@code lamp}, {@code sounder}, {@code relay1}, {@code relay2}. */
    void tryOutput(String output);

    List<MissionInfo> missions();

    /** The mission's header as it stands in memory; see {@link org.pelerin.link.message.MissionHeader}. */
    byte[] readHeader(int mission);

    /** One page as it stands in memory; its own checksum is not looked at. */
    byte[] readPage(int mission, long page);

    void erase(EraseRequest request);

    @Override
    void close();
}
