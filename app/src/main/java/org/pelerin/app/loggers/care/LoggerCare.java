package org.pelerin.app.loggers.care;

import java.util.List;
import org.pelerin.app.evidence.DeviceAudit;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.FirmwarePackage;
import org.pelerin.link.message.Identity;
import org.springframework.stereotype.Service;

/** What is done to a connected logger itself: its PIN, its firmware, trying its outputs. */
@Service
public class LoggerCare {

    /** The update did not take: the logger runs another firmware than was sent. */
    public static class UpdateFailedException extends RuntimeException {
        UpdateFailedException(String message, Throwable cause) {
            super(message, cause);
        }
    }

    private final Dock dock;
    private final DeviceAudit deviceAudit;

    LoggerCare(Dock dock, DeviceAudit deviceAudit) {
        this.dock = dock;
        this.deviceAudit = deviceAudit;
    }

    /** Whether the catalogue has a newer firmware than the logger runs. */
    public static boolean updatable(DockedLogger logger) {
        return logger.identity().firmware().compareTo(logger.model().firmware().newest()) < 0;
    }

    /**
     * Sends the newest firmware and sees that it runs. The logger refuses while it holds records or its battery is low.
     *
     * @param pin of the logger; empty if it has none
     * @return the version that runs now
     */
    public Firmware update(String serial, String pin, String by) {
        DockedLogger logger = dock.look(serial);
        FirmwarePackage wanted = FirmwarePackage.newest(logger.model());
        Firmware before = logger.identity().firmware();
        deviceAudit.noted(by, "update firmware", serial, before.toString(), () -> {
            try (LoggerLink link = unlocked(serial, pin)) {
                link.updateFirmware(wanted);
                Identity now = link.identify();
                if (!now.firmware().equals(wanted.version())) {
                    throw new UpdateFailedException(
                            Texts.of("loggers.care.loggerCare.theLoggerStillRunsFirmware", "firmware", now.firmware()),
                            null);
                }
                return now.firmware().toString();
            } catch (LinkException e) {
                throw new UpdateFailedException(
                        Texts.of("loggers.care.loggerCare.theUpdateWasInterruptedThe", "before", before), e);
            }
        });
        dock.poll();
        return wanted.version();
    }

    /** @param wanted 1 to 8 digits; empty for none */
    public void setPin(String serial, String pin, String wanted, String by) {
        deviceAudit.noted(by, wanted.isEmpty() ? "take PIN away" : "set PIN", serial, "", () -> {
            try (LoggerLink link = unlocked(serial, pin)) {
                link.setPin(wanted);
            }
            return "";
        });
        dock.poll();
    }

    /** For an administrator, when nobody knows the PIN any more. */
    public void clearPin(String serial, String by) {
        deviceAudit.noted(by, "clear lost PIN", serial, "", () -> {
            try (LoggerLink link = dock.open(serial)) {
                link.clearPin();
            }
            return "";
        });
        dock.poll();
    }

    /** Switches something on for a moment: a lamp, a sounder, a relay with whatever hangs on it. */
    public void tryOutput(String serial, String output, String by) {
        deviceAudit.noted(by, "switch " + output + " by hand", serial, "", () -> {
            try (LoggerLink link = dock.open(serial)) {
                link.tryOutput(output);
            }
            return Texts.stored("stored.loggerCare.forAMoment");
        });
    }

    /** The outputs that a model has. */
    public static List<String> outputs(LoggerModel model) {
        return List.of("lamp", "sounder", "relay1", "relay2").stream()
                .filter(o -> model.option(o).isPresent())
                .toList();
    }

    private LoggerLink unlocked(String serial, String pin) {
        LoggerLink link = dock.open(serial);
        try {
            if (!pin.isEmpty()) {
                link.unlock(pin);
            }
            return link;
        } catch (RuntimeException e) {
            link.close();
            throw e;
        }
    }
}
