package org.pelerin.app.report.dossier;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.app.loggers.calibration.Calibration;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.Plan;
import org.springframework.stereotype.Component;

/** The certificates that were in force when a mission began. */
@Component
public class CertificatesInForce {

    private final CalibrationService calibrations;

    CertificatesInForce(CalibrationService calibrations) {
        this.calibrations = calibrations;
    }

    /** The newest of each recorded channel that was made before the mission began. */
    public List<Calibration> of(Mission m) {
        Instant begun = m.records().firstAt() == null
                ? m.course().writtenAt()
                : m.records().firstAt();
        Map<Integer, Calibration> out = new TreeMap<>();
        for (Calibration c : calibrations.history(m.serial())) {
            if (begun != null && !c.calibratedAt().isAfter(begun)) {
                out.merge(c.channel(), c, (a, b) -> a.calibratedAt().isBefore(b.calibratedAt()) ? b : a);
            }
        }
        return List.copyOf(out.values());
    }

    /** What a plan calls the channel that a certificate is of. */
    public static String channel(Plan plan, Calibration c) {
        return c.channel() < plan.channels().size()
                ? plan.channels().get(c.channel()).label()
                : Texts.of("report.dossier.certificatesInForce.channelChannel", "channel", (c.channel() + 1));
    }
}
