package org.pelerin.app.deployment.prepare.check;

import java.time.Clock;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.core.sensor.Correction;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.LiveValues;
import org.pelerin.link.message.Spectrum;
import org.springframework.stereotype.Service;

/** A sound logger held against a calibrator (IEC 60942), and what it hears by octaves. */
@Service
public class SoundCheck {

    /** More than this is not corrected away: the microphone or the calibrator wants a look. */
    public static final double MOST = 1.5;

    /**
     * What the calibrator showed.
     *
     * @param reading of the logger as it is, without its calibration, in dB
     */
    public record Deviation(double reference, double reading) {

        public double deviation() {
            return reading - reference;
        }

        public boolean acceptable() {
            return Math.abs(deviation()) <= MOST;
        }
    }

    /** The bands of a bar drawing, {@value #WIDTH} by {@value #HEIGHT}; the scale is 0 … 120 dB. */
    public record Bar(String centre, double level, int x, int y, int height) {}

    public static final int WIDTH = 400;
    public static final int HEIGHT = 110;
    private static final double FULL_SCALE = 120;

    private final Dock dock;
    private final CalibrationService calibrations;
    private final Clock clock;

    SoundCheck(Dock dock, CalibrationService calibrations, Clock clock) {
        this.dock = dock;
        this.calibrations = calibrations;
        this.clock = clock;
    }

    public List<Bar> spectrum(String serial) {
        try (LoggerLink link = dock.open(serial)) {
            List<Spectrum.Band> bands = link.spectrum().bands();
            int step = WIDTH / Math.max(1, bands.size());
            return java.util.stream.IntStream.range(0, bands.size())
                    .mapToObj(i -> bar(bands.get(i), i * step))
                    .toList();
        }
    }

    private static Bar bar(Spectrum.Band band, int x) {
        int height = (int) (HEIGHT * Math.max(0, Math.min(1, band.decibels() / FULL_SCALE)));
        double hertz = band.hertz();
        String centre = hertz >= 1000
                ? String.format(Locale.ROOT, "%.0fk", hertz / 1000)
                : String.format(Locale.ROOT, hertz < 100 ? "%.1f" : "%.0f", hertz);
        return new Bar(centre.replace(".0", ""), band.decibels(), x, HEIGHT - height, height);
    }

    /** What the first level channel reads, by itself, with the calibrator on it. */
    public Deviation measure(String serial, double reference) {
        DockedLogger logger = dock.get(serial);
        try (LoggerLink link = dock.open(serial)) {
            return new Deviation(
                    reference,
                    LiveValues.of(logger.model(), null, link.live()).get(0).raw());
        }
    }

    /**
     * Measures again and records what it takes to read the reference, for every level channel.
     *
     * @throws IllegalArgumentException if it deviates by more than {@value #MOST} dB
     */
    public Deviation record(String serial, double reference, String by) {
        Deviation d = measure(serial, reference);
        if (!d.acceptable()) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "It deviates by %.1f dB; more than %.1f dB is not corrected. Look at the microphone and the calibrator",
                    d.deviation(),
                    MOST));
        }
        DockedLogger logger = dock.get(serial);
        String certificate = String.format(Locale.ROOT, "calibrator check %.1f dB", reference);
        String reason = String.format(Locale.ROOT, "it read %.1f dB for %.1f dB", d.reading(), reference);
        for (int i = 0; i < logger.model().channels().size(); i++) {
            if (logger.model().channels().get(i).own().unit().startsWith("dB")) {
                calibrations.save(
                        serial,
                        i,
                        certificate,
                        clock.instant(),
                        null,
                        Correction.offset(-Math.round(d.deviation() * 10) / 10.0),
                        reason,
                        null,
                        by);
            }
        }
        return d;
    }
}
