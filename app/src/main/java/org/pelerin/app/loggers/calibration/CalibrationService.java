package org.pelerin.app.loggers.calibration;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.core.exchange.CorrectionDocument;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Correction;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Certificates of the loggers' channels. The newest of a channel holds; none is ever changed or deleted. What it corrects goes into
 * the plan when that is written, so that a mission keeps the correction it was made with.
 */
@Service
@RetriedOnDeadlock
public class CalibrationService {

    private final CalibrationMapper calibrations;
    private final AuditTrail audit;
    private final Clock clock;

    CalibrationService(CalibrationMapper calibrations, AuditTrail audit, Clock clock) {
        this.calibrations = calibrations;
        this.audit = audit;
        this.clock = clock;
    }

    /** What holds now, a channel each. */
    public List<Calibration> newest(String serial) {
        return calibrations.newest(serial);
    }

    /** Newest first. */
    public List<Calibration> history(String serial) {
        return calibrations.all(serial);
    }

    /** Those that have lapsed or lapse before an instant, the earliest first. */
    public List<Calibration> dueBefore(Instant before) {
        return calibrations.dueBefore(before);
    }

    /** When the calibration of each channel lapses. */
    public Map<Integer, Instant> due(String serial) {
        Map<Integer, Instant> out = new HashMap<>();
        newest(serial).stream().filter(c -> c.dueAt() != null).forEach(c -> out.put(c.channel(), c.dueAt()));
        return out;
    }

    /** The plan with the corrections of this logger, and of no other. */
    public Plan correct(String serial, Plan plan) {
        Map<Integer, Correction> corrections = new HashMap<>();
        newest(serial).forEach(c -> corrections.put(c.channel(), CorrectionDocument.read(c.correction())));
        List<ChannelSettings> channels = new ArrayList<>();
        for (int i = 0; i < plan.channels().size(); i++) {
            channels.add(plan.channels().get(i).withCorrection(corrections.getOrDefault(i, Correction.NONE)));
        }
        return plan.withChannels(channels);
    }

    /** The number of the newest certificate of a logger; 0 for none. */
    long newestNumber(String serial) {
        return newest(serial).stream().mapToLong(Calibration::id).max().orElse(0);
    }

    /**
     * Notes a certificate.
     *
     * @param reason needed where the correction that holds for the channel changes
     * @param seen {@link #newestNumber} when the form was opened; null for a change that follows from no form
     * @throws IllegalArgumentException if it changes and nobody says why
     * @throws ChangedMeanwhileException if somebody noted one for the channel since
     */
    @Transactional
    public void save(
            String serial,
            int channel,
            String certificate,
            Instant calibratedAt,
            Instant dueAt,
            Correction correction,
            String reason,
            Long seen,
            String by) {
        Optional<Calibration> before =
                newest(serial).stream().filter(c -> c.channel() == channel).findFirst();
        if (seen != null && before.filter(c -> c.id() > seen).isPresent()) {
            throw new ChangedMeanwhileException();
        }
        String after = CorrectionDocument.write(correction);
        if (before.filter(c -> !CorrectionDocument.read(c.correction()).equals(correction))
                        .isPresent()
                && reason.isBlank()) {
            throw new IllegalArgumentException(
                    Texts.of("loggers.calibration.calibrationService.theCorrectionChangesEnterA"));
        }
        calibrations.insert(new Calibration(
                0, serial, channel, certificate, calibratedAt, dueAt, after, reason, clock.instant(), by));
        audit.record(
                by,
                "calibrate",
                Texts.stored(
                        "stored.calibrationService.serialChannelChannel", "serial", serial, "channel", (channel + 1)),
                before.map(c -> c.certificate() + " " + c.correction()).orElse(""),
                certificate + " " + after,
                reason);
    }
}
