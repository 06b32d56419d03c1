package org.pelerin.app.fleet.home;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.LoggerStatus;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;

/**
 * Who needs somebody, in one sentence: as many loggers and as many things as the list of them shows.
 *
 * @param lead the strong part
 * @param rest the reasons, empty if nobody does
 * @param below the quieter line underneath
 */
record FleetSentence(String lead, String rest, String below) {

    /** Kinds of needs that are named, the gravest; the others are counted together. */
    private static final int NAMED = 4;

    /** @param goes whether who reads it is one of those who can go there */
    static FleetSentence of(
            List<LoggerOverview> fleet, long excursions, int findings, boolean goes, Instant now, Formats show) {
        List<String> reasons = new ArrayList<>();
        Map<Need.Kind, Long> counts = fleet.stream()
                .flatMap(l -> l.needs().stream())
                .collect(Collectors.groupingBy(Need::kind, Collectors.counting()));
        long left = counts.values().stream().mapToLong(Long::longValue).sum();
        for (Need.Kind kind : Need.Kind.values()) {
            if (reasons.size() < NAMED) {
                int n = counts.getOrDefault(kind, 0L).intValue();
                add(reasons, kind, n);
                left -= n;
            }
        }
        if (left > 0) {
            reasons.add(Texts.of("fleet.home.fleetSentence.moreItems", "items", left));
        }
        long need = fleet.stream().filter(l -> !l.needs().isEmpty()).count();
        long logging = fleet.stream()
                .filter(s -> s.pressing() == null && LoggerStatus.of(s, now).works())
                .count();
        String lead = need == 0
                ? goes
                        ? Texts.of("fleet.home.fleetSentence.nothingNeedsYou")
                        : Texts.of("fleet.home.fleetSentence.noLoggerNeedsAttention")
                : Texts.of(
                        "fleet.home.fleetSentence.ofLoggersNeed", "need", need, "loggers", fleet.size(), "goes", goes);
        String rest = reasons.isEmpty() ? "" : sentence(reasons);
        String below = Texts.of(
                "fleet.home.fleetSentence.areAtWorkAsPlanned",
                "logging",
                show.count(logging),
                "logging2",
                logging,
                "excursions",
                excursions,
                "findings",
                (findings == 0 ? "" : Texts.of("fleet.home.fleetSentence.openFindings", "findings", findings)));
        return new FleetSentence(lead, rest, below);
    }

    private static void add(List<String> reasons, Need.Kind kind, int n) {
        if (n > 0) {
            reasons.add(n + "\u00a0" + kind.words(n));
        }
    }

    private static String sentence(List<String> reasons) {
        String joined = Texts.and(reasons);
        return " " + Texts.sentence(Character.toUpperCase(joined.charAt(0)) + joined.substring(1));
    }
}
