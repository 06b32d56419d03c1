package org.pelerin.app.connect;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.Status;

/**
 * A logger in the dock as it was a moment ago.
 *
 * @param clockOffset its clock minus the reference
 */
public record DockedLogger(int port, Identity identity, Status status, Duration clockOffset, Instant seenAt) {

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
        return status.records() > 0;
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
            return holdsRecords() ? "stopped, not collected" : "stopped, empty";
        }
        return switch (state) {
            case IDLE -> "idle, empty";
            case WAITING -> "waiting for its start";
            default -> "logging";
        };
    }
}
