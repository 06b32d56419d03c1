package org.pelerin.app.report.document;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.loggers.calibration.Calibration;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.review.Carpet;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;

/**
 * What became of a spot in a time.
 *
 * @param times nothing in it counts twice where missions or channels overlap
 * @param unread missions that recorded there then, of which nothing is in the rest
 * @param strip its curves and hours as a picture; empty for none
 * @param lay whether a logger lay there in the time, home or not
 * @param late visits that came later than its schedule, or have not come
 */
public record SpotPeriod(
        long id,
        String site,
        String name,
        Times times,
        List<Part> missions,
        List<Unread> unread,
        List<Left> departures,
        List<String> excluded,
        List<Late> late,
        String strip,
        boolean lay) {

    /**
     * Lengths of time.
     *
     * @param whole the time itself, as far as it has passed
     * @param recorded of which there is a record, judged or not
     * @param judged time that was judged by limits, {@code missing} of it without data, {@code out} of it beyond the limits
     * @param within judged, with data, and not out
     * @param lacking whether more is missing than the limits allow
     */
    public record Times(
            Duration whole,
            Duration recorded,
            Duration judged,
            Duration missing,
            Duration out,
            Duration within,
            boolean lacking) {

        /** How much of the time is judged and has data, in per cent. */
        public double coverage() {
            return whole.isZero() ? 0 : 100.0 * (judged.toMillis() - missing.toMillis()) / whole.toMillis();
        }

        /** Of what is judged and has data, how much was within the limits, in per cent; null where nothing is. */
        public Double share() {
            long known = judged.toMillis() - missing.toMillis();
            return known <= 0 ? null : 100.0 * Math.min(known, within.toMillis()) / known;
        }

        public Carpet.State state() {
            return new Carpet.Total(out, missing, judged, lacking).state();
        }
    }

    /**
     * A mission that recorded there then.
     *
     * @param figures of the time, of what is judged
     * @param limits each in words
     */
    public record Part(
            Mission mission,
            String model,
            SignedAs signedAs,
            List<JudgementDocument.Channel> figures,
            String limitsFrom,
            List<String> limits,
            List<Certificate> certificates) {}

    /** @param lapsed whether it lapsed before the time, or the record, was over */
    public record Certificate(String channel, Calibration calibration, boolean lapsed) {}

    /** A mission of which something is damaged where it is kept. */
    public record Unread(long mission, String serial, Extent extent) {

        /** What of it could not be read. */
        public enum Extent {
            ALL,
            SAMPLES
        }

        public String words() {
            return switch (extent) {
                case ALL ->
                    Texts.of("report.document.spotPeriod.missionOfCouldNotBe", "mission", mission, "serial", serial);
                case SAMPLES ->
                    Texts.of(
                            "report.document.spotPeriod.samplesOfMissionOfCould", "mission", mission, "serial", serial);
            };
        }
    }

    /** A departure, as its mission's judgement has it. */
    public record Left(long mission, ExcursionDocument departure) {}

    /** @param came null where nobody has come by the end of the time */
    public record Late(Instant due, Instant came, Duration by) {}

    /** Whether a record that could not be read keeps it from a verdict: what is out or missing stays so, whatever else there is. */
    public boolean unreadable() {
        return !unread.isEmpty()
                && switch (times.state()) {
                    case ABOVE, BELOW, MISSING -> false;
                    default -> true;
                };
    }

    /** For a style: out, miss, or empty where it is fine. */
    public String tone() {
        return unreadable()
                ? "miss"
                : switch (times.state()) {
                    case ABOVE, BELOW -> "out";
                    case KEPT -> "";
                    default -> "miss";
                };
    }

    /** In words, without marks. */
    public String verdict() {
        if (unreadable()) {
            return Texts.of("report.document.spotPeriod.recordUnreadable");
        }
        return switch (times.state()) {
            case ABOVE, BELOW -> Texts.of("report.document.spotPeriod.outsideLimits");
            case MISSING -> Texts.of("report.document.spotPeriod.dataMissing");
            case KEPT -> Texts.of("report.document.spotPeriod.withinLimits");
            default ->
                !times.recorded.isZero()
                        ? Texts.of("report.document.spotPeriod.notAssessed")
                        : lay
                                ? Texts.of("report.document.spotPeriod.notCollectedYet")
                                : Texts.of("report.document.spotPeriod.nothingRecorded");
        };
    }
}
