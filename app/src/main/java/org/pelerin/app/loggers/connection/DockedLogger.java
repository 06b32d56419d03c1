package org.pelerin.app.loggers.connection;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.Status;

/**
 * A connected logger as it was a moment ago.
 *
 * @param station address of the network station that it is; empty if it is in the dock
 * @param port of the dock, or of the station
 * @param clockOffset its clock minus the reference
 */
public record DockedLogger(
        String station, int port, Identity identity, Status status, Duration clockOffset, Instant seenAt) {

    public boolean inDock() {
        return station.isEmpty();
    }

    /** “port 3”, or a station's address. */
    public String where() {
        return inDock() ? Texts.of("loggers.connection.dockedLogger.portPort", "port", port) : station;
    }

    public String serial() {
        return identity.serial();
    }

    public LoggerModel model() {
        return ModelCatalogue.get(identity.model());
    }

    public boolean running() {
        return status.state().running();
    }

    /** Records in memory; they are uncollected as long as they are there. */
    public boolean holdsRecords() {
        return status.holdsRecords();
    }

    /** What it is doing; one that has stopped and holds nothing is as good as idle. */
    public LoggerState state() {
        return status.state() == LoggerState.ENDED && !holdsRecords() ? LoggerState.IDLE : status.state();
    }

    /** How many missions are in its memory. */
    public int missionsHeld() {
        return status.missions().size();
    }

    public int memoryPercent() {
        return status.capacity() == 0 ? 0 : (int) (100 * status.records() / status.capacity());
    }

    public int batteryPercent() {
        return Math.round(status.batteryPermille() / 10f);
    }

    /** What it is doing, in plain words. */
    public String doing() {
        LoggerState state = status.state();
        if (state == LoggerState.ENDED) {
            return holdsRecords()
                    ? Texts.of("loggers.connection.dockedLogger.stoppedNotCollected")
                    : Texts.of("loggers.connection.dockedLogger.stoppedEmpty");
        }
        return switch (state) {
            case IDLE -> Texts.of("loggers.connection.dockedLogger.idleEmpty");
            case WAITING -> Texts.of("loggers.connection.dockedLogger.waitingToStart");
            default -> Texts.of("loggers.connection.dockedLogger.logging");
        };
    }
}
