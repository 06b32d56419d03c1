package org.pelerin.app.fleet.home;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.judge.ExcursionMark;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;

/**
 * The fleet over time: a lane a logger, grouped by site; what is recorded, what is foreseen, and who needs somebody.
 *
 * @param height of the drawing, {@value #WIDTH} wide
 */
record FleetTimeline(List<Group> groups, List<Tick> ticks, int nowX, int height) {

    static final int WIDTH = 960;
    static final int LEFT = 240;
    private static final int LANE = 31;
    private static final int GROUP = 36;
    private static final int TOP = 40;
    private static final double NOW_AT = 0.64;
    /** Mean width of a letter of a note. */
    private static final double LETTER = 6.6;
    /** Room that the mark of a round takes to its right. */
    private static final int ROUND = 7;

    record Group(String site, int y, List<Lane> lanes) {}

    record Tick(int x, String label) {}

    /** The stretch of time shown. */
    record Window(Instant from, Instant to, Instant now) {

        static Window around(Instant now, Duration length) {
            Instant from = now.minus(Duration.ofMillis((long) (length.toMillis() * NOW_AT)));
            return new Window(from, from.plus(length), now);
        }

        int x(Instant t) {
            double share = (double) Duration.between(from, t).toMillis()
                    / Duration.between(from, to).toMillis();
            return LEFT + (int) Math.round((WIDTH - LEFT) * Math.max(0, Math.min(1, share)));
        }

        boolean shows(Instant t) {
            return t != null && !t.isBefore(from) && !t.isAfter(to);
        }
    }

    static FleetTimeline of(
            List<LoggerHistory> units,
            Map<Long, List<ExcursionMark>> excursions,
            Window window,
            ZoneId zone,
            Formats show) {
        Map<String, List<LoggerHistory>> bySite = new LinkedHashMap<>();
        units.forEach(
                u -> bySite.computeIfAbsent(u.site(), s -> new ArrayList<>()).add(u));
        List<Group> groups = new ArrayList<>();
        int y = TOP;
        for (Map.Entry<String, List<LoggerHistory>> site : bySite.entrySet()) {
            int head = y + 14;
            y += GROUP;
            List<Lane> lanes = new ArrayList<>();
            for (LoggerHistory unit : site.getValue()) {
                lanes.add(lane(unit, excursions, window, y + LANE / 2 - 4, zone, show));
                y += LANE;
            }
            groups.add(new Group(site.getKey(), head, lanes));
        }
        return new FleetTimeline(groups, ticks(window, zone, show), window.x(window.now()), y + 8);
    }

    private static Lane lane(
            LoggerHistory unit, Map<Long, List<ExcursionMark>> excursions, Window w, int y, ZoneId zone, Formats show) {
        List<Lane.Run> runs = new ArrayList<>();
        List<Lane.Mark> marks = new ArrayList<>();
        for (Mission m : unit.missions()) {
            runs(m, unit, w, runs);
            excursions
                    .getOrDefault(m.id(), List.of())
                    .forEach(e -> marks.add(new Lane.Mark(w.x(e.start()), e.side(), m.id(), e.start())));
        }
        LoggerOverview s = unit.overview();
        List<Integer> rounds = unit.rounds().stream()
                .map(d -> d.atTime(12, 0).atZone(zone).toInstant())
                .filter(w::shows)
                .map(w::x)
                .distinct()
                .toList();
        boolean out = s.inField() && s.run().state() != MissionState.ENDED;
        Instant end = out && !s.batteryFirst() ? s.run().endsAt() : null;
        Instant battery = out && s.run().startsAt() != null ? s.run().batteryEndsAt() : null;
        boolean endShown = w.shows(end);
        boolean labelled = endShown && unit.need() == Need.Kind.MEMORY_FILLS;
        return new Lane(
                s.serial(),
                unit.spot(),
                y,
                runs,
                marks,
                endShown ? w.x(end) : -1,
                labelled,
                labelled ? Texts.of("fleet.home.fleetTimeline.fullEnd", "end", show.minute(end, zone)) : "",
                w.shows(battery) ? w.x(battery) : -1,
                unit.need() == Need.Kind.BATTERY_ENDS,
                w.shows(s.calibrationDue()) ? w.x(s.calibrationDue()) : -1,
                unit.visits().stream().filter(w::shows).map(w::x).distinct().toList(),
                rounds,
                unit.note(),
                noteX(unit, rounds, w),
                unit.needy());
    }

    /** Where the lane ends; beyond the line of now if the words would run across that. */
    private static int noteX(LoggerHistory unit, List<Integer> rounds, Window w) {
        int now = w.x(w.now());
        int x = unit.noteAt() == null ? now : w.x(unit.noteAt());
        boolean crosses = x < now && x + (int) (unit.note().length() * LETTER) > now;
        int from = crosses || x > now ? now : x;
        // it gives way to a round in its place
        return rounds.stream()
                .filter(r -> r >= from - ROUND && r < from + unit.note().length() * LETTER)
                .map(r -> r + ROUND)
                .max(Integer::compare)
                .orElse(from);
    }

    private static void runs(Mission m, LoggerHistory unit, Window w, List<Lane.Run> runs) {
        if (m.home()) {
            if (m.records().firstAt() != null && !m.records().lastAt().isBefore(w.from())) {
                run(
                        runs,
                        Lane.Kind.COLLECTED,
                        m.records().firstAt(),
                        m.records().lastAt(),
                        w,
                        m.id());
            }
            return;
        }
        if (m.course().startsAt() == null || m.course().startsAt().isAfter(w.now())) {
            Instant until = m.course().startsAt() == null ? w.now() : m.course().startsAt();
            run(runs, Lane.Kind.WAITING, m.course().writtenAt(), until, w, m.id());
            if (m.course().startsAt() == null) {
                return;
            }
        }
        Instant known = m.state() == MissionState.ENDED && m.course().endsAt() != null
                ? m.course().endsAt()
                : unit.runsUntil(w.now());
        if (m.course().startsAt().isBefore(known)) {
            run(runs, Lane.Kind.ON_LOGGER, m.course().startsAt(), known, w, m.id());
        }
        if (m.state() != MissionState.ENDED) {
            Instant from = m.course().startsAt().isAfter(w.now()) ? m.course().startsAt() : w.now();
            Instant to = m.course().endsAt() == null ? w.to() : m.course().endsAt();
            to = m.course().batteryEndsAt() != null
                            && m.course().batteryEndsAt().isBefore(to)
                    ? m.course().batteryEndsAt()
                    : to;
            if (to.isAfter(from)) {
                run(runs, Lane.Kind.FORESEEN, from, to, w, m.id());
            }
        }
    }

    private static void run(List<Lane.Run> runs, Lane.Kind kind, Instant from, Instant to, Window w, long id) {
        int x = w.x(from);
        int width = w.x(to) - x;
        if (width > 0) {
            runs.add(new Lane.Run(kind, x, width, id));
        }
    }

    private static List<Tick> ticks(Window w, ZoneId zone, Formats show) {
        long days = Duration.between(w.from(), w.to()).toDays();
        int step = days <= 10 ? 1 : days <= 45 ? 7 : 14;
        if (days < 4) {
            return hours(w, zone, show);
        }
        List<Tick> out = new ArrayList<>();
        Instant t =
                w.from().atZone(zone).truncatedTo(ChronoUnit.DAYS).plusDays(1).toInstant();
        int nowX = w.x(w.now());
        while (t.isBefore(w.to())) {
            int x = w.x(t);
            if (x < WIDTH - 50) {
                // the label gives way to that of now
                boolean free = Math.abs(x + 22 - nowX) > 44;
                out.add(new Tick(x, free ? show.day(t, zone) : ""));
            }
            t = t.atZone(zone).plusDays(step).toInstant();
        }
        return out;
    }

    /** Every six hours; midnight bears its day. */
    private static List<Tick> hours(Window w, ZoneId zone, Formats show) {
        List<Tick> out = new ArrayList<>();
        int nowX = w.x(w.now());
        ZonedDateTime t = w.from().atZone(zone).truncatedTo(ChronoUnit.DAYS);
        for (; t.toInstant().isBefore(w.to()); t = t.plusHours(6)) {
            int x = w.x(t.toInstant());
            if (w.shows(t.toInstant()) && x < WIDTH - 40) {
                boolean free = Math.abs(x + 22 - nowX) > 44;
                String label = t.getHour() == 0 ? show.day(t.toInstant(), zone) : show.clock(t.toInstant(), zone);
                out.add(new Tick(x, free ? label : ""));
            }
        }
        return out;
    }
}
