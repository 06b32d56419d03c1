package org.pelerin.app.judge.library;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Side;

/**
 * What a set would have found in a mission beside what was found.
 *
 * @param words which limits are in force
 * @param unlimited which channels the set would leave unjudged, in words; empty for none
 * @param more departures that only the set finds, {@code fewer}: that it does not find; of those that it finds otherwise neither
 */
record RehearsedMission(
        Instant from,
        Instant to,
        String words,
        Found inForce,
        Found tried,
        String unlimited,
        int more,
        int fewer,
        boolean verdictDiffers) {

    static final int WIDTH = 240;

    /** One departure on a line, {@value #WIDTH} wide. */
    record Mark(double x, double width, Side side) {}

    /** @param why it is not conclusive; empty where it is */
    record Found(String verdict, int count, List<Mark> marks, String why) {

        /** The verdict, in words. */
        public String result() {
            return switch (verdict) {
                case "within" -> Texts.of("judge.library.rehearsedMission.withinLimits");
                case "excursions" -> Texts.of("judge.library.rehearsedMission.outsideLimits");
                case "none" -> Texts.of("judge.library.rehearsedMission.noLimitsSet");
                default -> Texts.of("judge.library.rehearsedMission.inconclusive");
            };
        }

        public String told() {
            return count == 0
                    ? result()
                    : result() + ", " + Texts.of("judge.library.rehearsedMission.excursions", "excursions", count);
        }
    }

    static RehearsedMission of(
            Instant from,
            Instant to,
            String words,
            JudgementDocument inForce,
            JudgementDocument tried,
            String unlimited) {
        return new RehearsedMission(
                from,
                to,
                words,
                found(inForce, from, to),
                found(tried, from, to),
                unlimited,
                without(tried, inForce),
                without(inForce, tried),
                !inForce.verdict().equals(tried.verdict()));
    }

    /** Departures of the one that have no counterpart of their own in the other: of the same channel and side at the same time. */
    private static int without(JudgementDocument one, JudgementDocument other) {
        List<ExcursionDocument> left = new ArrayList<>(other.excursions());
        int alone = 0;
        for (ExcursionDocument e : one.excursions()) {
            int at = 0;
            while (at < left.size() && !same(e, left.get(at))) {
                at++;
            }
            if (at < left.size()) {
                left.remove(at);
            } else {
                alone++;
            }
        }
        return alone;
    }

    private static boolean same(ExcursionDocument a, ExcursionDocument b) {
        return a.of().equals(b.of())
                && a.side() == b.side()
                && a.start().isBefore(b.end())
                && b.start().isBefore(a.end());
    }

    private static Found found(JudgementDocument j, Instant from, Instant to) {
        double scale = (double) WIDTH / Math.max(1, Duration.between(from, to).toMillis());
        List<Mark> marks = new ArrayList<>();
        for (ExcursionDocument e : j.excursions()) {
            double x = Math.max(0, Duration.between(from, e.start()).toMillis() * scale);
            double end = Math.min(WIDTH, Duration.between(from, e.end()).toMillis() * scale);
            marks.add(new Mark(x, Math.max(2, end - x), e.side()));
        }
        return new Found(
                j.withoutLimits() ? "none" : j.verdict(),
                j.excursions().size(),
                marks,
                j.verdict().equals("inconclusive") ? StoredTexts.all(j.reasons()) : "");
    }

    /** What sorts it: the verdict first. */
    public int differs() {
        return (verdictDiffers ? 1000 : 0) + more + fewer;
    }

    public String said() {
        List<String> out = new ArrayList<>();
        if (verdictDiffers) {
            out.add(inForce.result() + " → " + tried.result());
        }
        if (more > 0) {
            out.add(Texts.of("judge.library.rehearsedMission.moreMore", "more", more));
        }
        if (fewer > 0) {
            out.add(Texts.of("judge.library.rehearsedMission.fewerFewer", "fewer", fewer));
        }
        return String.join(", ", out);
    }
}
