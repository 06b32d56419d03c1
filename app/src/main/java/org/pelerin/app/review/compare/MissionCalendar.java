package org.pelerin.app.review.compare;

import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.threeten.extra.Interval;

/**
 * The missions of a month, each as a bar over its days, by site.
 *
 * @param days of the month
 */
public record MissionCalendar(YearMonth month, int days, Map<String, List<Bar>> sites) {

    /**
     * @param from where its record begins, in days of the month from 0; {@code to} where it ends
     */
    public record Bar(Mission mission, double from, double to) {}

    /** Those of which something is home. */
    static MissionCalendar of(YearMonth month, ZoneId zone, List<Mission> missions) {
        Instant begin = month.atDay(1).atStartOfDay(zone).toInstant();
        Instant end = month.plusMonths(1).atDay(1).atStartOfDay(zone).toInstant();
        Interval all = Interval.of(begin, end);
        int days = month.lengthOfMonth();
        return new MissionCalendar(
                month,
                days,
                missions.stream()
                        .filter(m -> m.records().firstAt() != null
                                && !m.records().firstAt().isAfter(end)
                                && !m.records().lastAt().isBefore(begin))
                        .sorted(Comparator.comparing((Mission m) -> m.place().site() == null
                                        ? ""
                                        : m.place().site())
                                .thenComparing(Mission::where)
                                .thenComparing(m -> m.records().firstAt()))
                        .map(m -> new Bar(
                                m,
                                share(all, m.records().firstAt()) * days,
                                share(all, m.records().lastAt()) * days))
                        .collect(Collectors.groupingBy(
                                b -> b.mission.place().site() == null
                                        ? Texts.of("review.compare.missionCalendar.noSite")
                                        : b.mission.place().site(),
                                LinkedHashMap::new,
                                Collectors.toList())));
    }

    private static double share(Interval all, Instant at) {
        double share = (double) (at.toEpochMilli() - all.getStart().toEpochMilli())
                / all.toDuration().toMillis();
        return Math.max(0, Math.min(1, share));
    }
}
