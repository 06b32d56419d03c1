package org.pelerin.command;

import java.io.PrintStream;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.stream.Collectors;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;

/** A judgement as text for people. */
final class JudgementText {

    private static final int GAPS_SHOWN = 20;

    private final JudgementDocument j;
    private final ZoneId zone;
    private final PrintStream out;
    private final DateTimeFormatter time;

    /** @param zone in which times are told; null for UTC */
    JudgementText(JudgementDocument judgement, ZoneId zone, PrintStream out) {
        this.j = judgement;
        this.zone = zone == null ? ZoneId.of("UTC") : zone;
        this.out = out;
        this.time = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss z", Locale.ENGLISH)
                .withZone(this.zone);
    }

    void print() {
        out.println(sentence());
        j.reasons().forEach(r -> out.println("  " + r));
        if (!j.excursions().isEmpty()) {
            out.println();
            out.println("Excursions");
            j.excursions().forEach(this::excursion);
        }
        out.println();
        out.println("Channels");
        j.series().forEach(this::channel);
        if (!j.gaps().isEmpty()) {
            out.println();
            out.println("Gaps");
            j.gaps().stream()
                    .limit(GAPS_SHOWN)
                    .forEach(g -> out.println("  " + at(g.start()) + " to " + at(g.end()) + ", "
                            + duration(Duration.between(g.start(), g.end()))));
            if (j.gaps().size() > GAPS_SHOWN) {
                out.println("  and " + (j.gaps().size() - GAPS_SHOWN) + " more");
            }
        }
    }

    private String sentence() {
        String coverage = "samples cover " + coverage(j.coverage()) + " % of the time";
        int n = j.excursions().size();
        String departures = n == 0 ? "" : n == 1 ? ", one excursion" : ", " + n + " excursions";
        return switch (j.verdict()) {
            case "within" -> "WITHIN LIMITS: " + coverage + ".";
            case "excursions" -> "EXCURSIONS: outside its limits" + departures + "; " + coverage + ".";
            default -> "INCONCLUSIVE: it cannot be told" + departures + "; " + coverage + ".";
        };
    }

    /** Only the whole is 100. */
    private static String coverage(double percent) {
        return percent == 100 ? "100" : String.format(Locale.ROOT, "%.1f", Math.min(percent, 99.9));
    }

    private void excursion(ExcursionDocument e) {
        StringBuilder line = new StringBuilder("  " + e.rule());
        e.of().ifPresent(channel -> line.append(", ").append(channel));
        line.append(": ")
                .append(e.values()
                        .map(v -> v.direction().name().toLowerCase(Locale.ROOT) + " " + limits(v))
                        .orElse("nothing measured"))
                .append(", ")
                .append(at(e.start()))
                .append(" to ")
                .append(at(e.end()))
                .append(", ")
                .append(duration(e.duration()));
        if (e.bridging()) {
            line.append(" of which ").append(duration(e.unobserved())).append(" unobserved");
        }
        if (e.pieces().size() > 1) {
            line.append(" in ").append(e.pieces().size()).append(" pieces");
        }
        e.values()
                .ifPresent(v -> line.append("; peak ")
                        .append(quantity(v.peak(), v.unit()))
                        .append(" at ")
                        .append(at(v.peakAt())));
        line.append("; alarm ").append(at(e.alarmAt()));
        e.values()
                .filter(v -> v.openAtStart() || v.openAtEnd())
                .ifPresent(v -> line.append(
                        v.openAtStart() && v.openAtEnd()
                                ? "; open at both ends"
                                : v.openAtStart() ? "; open at its start" : "; open at its end"));
        out.println(line.append(" (")
                .append(e.severity().name().toLowerCase(Locale.ROOT))
                .append(")"));
    }

    private static String limits(ExcursionDocument.OfValues e) {
        return e.otherLimit() == null
                ? quantity(e.limit(), e.unit())
                : plain(Math.min(e.limit(), e.otherLimit())) + " to "
                        + quantity(Math.max(e.limit(), e.otherLimit()), e.unit());
    }

    private void channel(JudgementDocument.Channel c) {
        if (c.count() == 0) {
            out.println("  " + c.channel() + ": no valid sample");
            return;
        }
        out.println("  " + c.channel() + ": " + c.count() + (c.count() == 1 ? " sample, " : " samples, ")
                + at(c.first()) + " to " + at(c.last()));
        out.println("    from " + quantity(c.min(), c.unit()) + " (" + at(c.minAt()) + ") to "
                + quantity(c.max(), c.unit()) + " (" + at(c.maxAt()) + ")");
        out.println("    "
                + java.util.stream.Stream.of(
                                figure("mean", c.mean()),
                                figure("standard deviation", c.sd()),
                                figure("mean kinetic temperature", c.mkt()),
                                figure("5 %", c.p05()),
                                figure("50 %", c.p50()),
                                figure("95 %", c.p95()))
                        .filter(s -> !s.isEmpty())
                        .collect(Collectors.joining(", ")));
        if (c.within() != null) {
            out.println("    inside its limits for " + duration(c.within()) + ", above for " + duration(c.above())
                    + ", below for " + duration(c.below()));
        }
    }

    private static String figure(String name, Double v) {
        return v == null ? "" : name + " " + rounded(v);
    }

    private static String quantity(double v, String unit) {
        return rounded(v) + (unit == null || unit.isEmpty() ? "" : " " + unit);
    }

    /** To six significant digits, without an exponent where it can be. */
    private static String rounded(double v) {
        return plain(
                new java.math.BigDecimal(v).round(new java.math.MathContext(6)).doubleValue());
    }

    private static String plain(double v) {
        if (v != 0 && (Math.abs(v) >= 1e12 || Math.abs(v) < 1e-6)) {
            return Double.toString(v);
        }
        return new java.math.BigDecimal(Double.toString(v)).stripTrailingZeros().toPlainString();
    }

    private String at(Instant t) {
        return time.format(t);
    }

    private static String duration(Duration d) {
        long s = d.toSeconds();
        if (s == 0) {
            return d.toMillis() + " ms";
        }
        StringBuilder text = new StringBuilder();
        long[] parts = {s / 86_400, s / 3600 % 24, s / 60 % 60, s % 60};
        String[] units = {"d", "h", "min", "s"};
        for (int i = 0; i < parts.length; i++) {
            if (parts[i] > 0) {
                text.append(text.isEmpty() ? "" : " ")
                        .append(parts[i])
                        .append(' ')
                        .append(units[i]);
            }
        }
        return text.toString();
    }
}
