package org.pelerin.app.review.years;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import java.util.stream.Stream;
import org.pelerin.app.missions.Mission;
import org.pelerin.core.stats.DayFigures;
import org.pelerin.core.stats.Mean;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/**
 * All missions of a spot as one drawing: a panel a unit, in it the mean and the spread of each week, or of each day where no more than two years are
 * shown, the limits as they were, and above them where one logger handed over to the next.
 *
 * @param weekly whether a step is a week, else a day
 * @param height of the drawing, {@value #WIDTH} wide
 */
public record SpotRecord(
        boolean weekly,
        List<Panel> panels,
        List<Tick> ticks,
        List<Handover> handovers,
        List<Year> years,
        double height) {

    public static final int WIDTH = 1160;
    public static final int LEFT = 62;
    public static final int RIGHT = 130;
    private static final int TOP = 26;
    private static final int PANEL = 190;
    private static final int BETWEEN = 18;
    private static final int AXIS = 26;
    private static final int LETTERS = 14;
    private static final int LONGEST_DAILY = 2 * 366;
    private static final int LONGEST_BY_WEEK = 100;
    private static final int LOOKS = 8;

    /** A panel of one unit, whose plot reaches from {@code top} to {@code bottom}. */
    public record Panel(String unit, double top, double bottom, List<Tick> grid, List<Curve> curves, String limits) {}

    /** @param at in the direction that it marks, and {@code text} beside it */
    public record Tick(double at, String text) {}

    /**
     * @param look 1 to {@value #LOOKS}
     * @param spread and {@code mean}: as paths
     * @param nameAt where its name stands
     */
    public record Curve(String name, int look, String spread, String mean, double nameAt) {}

    /** A mission begins. */
    public record Handover(double x, double width, long mission, String serial, Instant from, Instant to) {}

    /** @param days of which anything was assessed */
    public record Year(int year, String name, String unit, double mean, double min, double max, long days) {}

    /** A line of the drawing: what several missions recorded one after the other. */
    private record Key(int track, String label, String unit) {}

    /** What a step came to. */
    private static final class Step {
        private final Mean mean;
        private double min = Double.POSITIVE_INFINITY;
        private double max = Double.NEGATIVE_INFINITY;
        private long days;

        Step(boolean level) {
            mean = Mean.of(level);
        }

        void add(DayFigures d, Conversion unit) {
            mean.add(unit.value(d.mean()), d.valid().toMillis());
            min = Math.min(min, unit.value(d.min()));
            max = Math.max(max, unit.value(d.max()));
            days++;
        }
    }

    /**
     * @param from the first day, {@code to} exclusive
     * @param numbers how a value on an axis is written, {@code months} and {@code days}: how a day is where months and weeks are marked
     */
    public static SpotRecord of(
            List<Mission> there,
            List<SpotDays.Line> lines,
            LocalDate from,
            LocalDate to,
            ZoneId zone,
            ShownUnits inUnits,
            DoubleFunction<String> numbers,
            Function<LocalDate, String> months,
            Function<LocalDate, String> days) {
        boolean weekly = ChronoUnit.DAYS.between(from, to) > LONGEST_DAILY;
        Scale time = new Scale(from.toEpochDay(), to.toEpochDay(), LEFT, WIDTH - RIGHT);
        Map<Long, Integer> tracks = tracks(there);
        boolean several = tracks.values().stream().anyMatch(t -> t > 0);
        Map<Key, TreeMap<LocalDate, Step>> steps = new LinkedHashMap<>();
        Map<Key, TreeMap<Integer, Step>> years = new LinkedHashMap<>();
        for (SpotDays.Line line : lines) {
            Conversion unit = Unit.of(line.unit()).shown(inUnits);
            Key key = new Key(tracks.getOrDefault(line.mission(), 0), line.label(), unit.symbol());
            boolean level = Unit.of(line.unit()).level();
            for (DayFigures d : line.days()) {
                LocalDate begins = weekly ? d.day().with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)) : d.day();
                steps.computeIfAbsent(key, k -> new TreeMap<>())
                        .computeIfAbsent(begins, b -> new Step(level))
                        .add(d, unit);
                years.computeIfAbsent(key, k -> new TreeMap<>())
                        .computeIfAbsent(d.day().getYear(), y -> new Step(level))
                        .add(d, unit);
            }
        }
        List<Panel> panels = new ArrayList<>();
        double top = TOP;
        Map<Key, Integer> looks = new HashMap<>();
        for (String unit : steps.keySet().stream().map(Key::unit).distinct().toList()) {
            Map<Key, TreeMap<LocalDate, Step>> own = new LinkedHashMap<>(steps);
            own.keySet().removeIf(k -> !k.unit().equals(unit));
            own.keySet().forEach(k -> looks.put(k, looks.size() % LOOKS + 1));
            List<SpotDays.Line> limited = lines.stream()
                    .filter(l -> Unit.of(l.unit()).shown(inUnits).symbol().equals(unit))
                    .filter(l -> !l.days().isEmpty())
                    .toList();
            panels.add(panel(unit, own, limited, looks, several, weekly, top, time, inUnits, numbers));
            top += PANEL + BETWEEN;
        }
        return new SpotRecord(
                weekly,
                panels,
                ChronoUnit.DAYS.between(from, to) > LONGEST_BY_WEEK
                        ? ticks(from, to, time, months)
                        : weeks(from, to, time, days),
                there.stream().map(m -> handover(m, time, zone)).toList(),
                years.entrySet().stream()
                        .flatMap(e -> e.getValue().entrySet().stream().map(y -> year(e.getKey(), several, y)))
                        .sorted(Comparator.comparing(Year::year).reversed())
                        .toList(),
                top - BETWEEN + AXIS);
    }

    private static Year year(Key key, boolean several, Map.Entry<Integer, Step> y) {
        Step s = y.getValue();
        return new Year(y.getKey(), name(key, several), key.unit(), s.mean.value(), s.min, s.max, s.days);
    }

    private static String name(Key key, boolean several) {
        return several ? key.label() + " " + (key.track() + 1) : key.label();
    }

    /** Missions one after the other are one record; loggers that were left at the spot for more than a day together are several. */
    private static Map<Long, Integer> tracks(List<Mission> there) {
        Map<Long, Integer> out = new HashMap<>();
        List<Instant> ends = new ArrayList<>();
        for (Mission m : there) {
            int track = 0;
            while (track < ends.size()
                    && ends.get(track).isAfter(m.records().firstAt().plus(1, ChronoUnit.DAYS))) {
                track++;
            }
            if (track == ends.size()) {
                ends.add(m.records().lastAt());
            } else {
                ends.set(track, m.records().lastAt());
            }
            out.put(m.id(), track);
        }
        return out;
    }

    private static Panel panel(
            String unit,
            Map<Key, TreeMap<LocalDate, Step>> own,
            List<SpotDays.Line> limited,
            Map<Key, Integer> looks,
            boolean several,
            boolean weekly,
            double top,
            Scale time,
            ShownUnits inUnits,
            DoubleFunction<String> numbers) {
        double bottom = top + PANEL;
        double least = own.values().stream()
                .flatMap(t -> t.values().stream())
                .mapToDouble(s -> s.min)
                .min()
                .orElse(0);
        double most = own.values().stream()
                .flatMap(t -> t.values().stream())
                .mapToDouble(s -> s.max)
                .max()
                .orElse(1);
        double[] limits = limited.stream()
                .flatMap(l -> Stream.of(l.low(), l.high())
                        .filter(Objects::nonNull)
                        .map(v -> Unit.of(l.unit()).shown(inUnits).value(v)))
                .mapToDouble(v -> v)
                .toArray();
        for (double v : limits) {
            least = Math.min(least, v);
            most = Math.max(most, v);
        }
        double room = Math.max((most - least) * 0.05, 1e-6 * Math.max(1, Math.abs(most)));
        Scale values = new Scale(least - room, most + room, bottom, top);
        List<Curve> curves = new ArrayList<>();
        int days = weekly ? 7 : 1;
        for (Map.Entry<Key, TreeMap<LocalDate, Step>> e : own.entrySet()) {
            Step last = e.getValue().lastEntry().getValue();
            curves.add(new Curve(
                    name(e.getKey(), several),
                    looks.get(e.getKey()),
                    spread(e.getValue(), days, time, values),
                    mean(e.getValue(), days, time, values),
                    values.at(last.mean.value())));
        }
        return new Panel(
                unit,
                top,
                bottom,
                values.marks(5).stream()
                        .map(v -> new Tick(values.at(v), numbers.apply(v)))
                        .toList(),
                apart(curves, bottom),
                limits(limited, time, values, inUnits));
    }

    /** Names that would lie over each other are moved apart. */
    private static List<Curve> apart(List<Curve> curves, double bottom) {
        List<Curve> sorted = curves.stream()
                .sorted(Comparator.comparingDouble(Curve::nameAt))
                .toList();
        List<Curve> out = new ArrayList<>();
        double next = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < sorted.size(); i++) {
            Curve c = sorted.get(i);
            double most = bottom - (sorted.size() - 1.0 - i) * LETTERS;
            double at = Math.min(most, Math.max(next, c.nameAt));
            out.add(new Curve(c.name, c.look, c.spread, c.mean, at));
            next = at + LETTERS;
        }
        return out;
    }

    private static String mean(TreeMap<LocalDate, Step> steps, int days, Scale time, Scale values) {
        StringBuilder path = new StringBuilder();
        LocalDate expected = null;
        for (Map.Entry<LocalDate, Step> e : steps.entrySet()) {
            double y = values.at(e.getValue().mean.value());
            double x0 = time.at(e.getKey().toEpochDay());
            double x1 = time.at(e.getKey().toEpochDay() + days);
            path.append(
                    e.getKey().equals(expected) ? format("V%.1fH%.1f", y, x1) : format("M%.1f %.1fH%.1f", x0, y, x1));
            expected = e.getKey().plusDays(days);
        }
        return path.toString();
    }

    private static String spread(TreeMap<LocalDate, Step> steps, int days, Scale time, Scale values) {
        StringBuilder path = new StringBuilder();
        List<Map.Entry<LocalDate, Step>> run = new ArrayList<>();
        for (Map.Entry<LocalDate, Step> e : steps.entrySet()) {
            if (!run.isEmpty()
                    && !run.get(run.size() - 1).getKey().plusDays(days).equals(e.getKey())) {
                close(path, run, days, time, values);
            }
            run.add(e);
        }
        close(path, run, days, time, values);
        return path.toString();
    }

    private static void close(
            StringBuilder path, List<Map.Entry<LocalDate, Step>> run, int days, Scale time, Scale values) {
        if (run.isEmpty()) {
            return;
        }
        path.append(format(
                "M%.1f %.1f",
                time.at(run.get(0).getKey().toEpochDay()), values.at(run.get(0).getValue().max)));
        for (Map.Entry<LocalDate, Step> e : run) {
            path.append(format(
                    "V%.1fH%.1f",
                    values.at(e.getValue().max), time.at(e.getKey().toEpochDay() + days)));
        }
        for (int i = run.size() - 1; i >= 0; i--) {
            path.append(format(
                    "V%.1fH%.1f",
                    values.at(run.get(i).getValue().min),
                    time.at(run.get(i).getKey().toEpochDay())));
        }
        path.append('Z');
        run.clear();
    }

    private static String limits(List<SpotDays.Line> limited, Scale time, Scale values, ShownUnits inUnits) {
        StringBuilder path = new StringBuilder();
        for (SpotDays.Line l : limited) {
            Conversion unit = Unit.of(l.unit()).shown(inUnits);
            double x0 = time.at(l.days().get(0).day().toEpochDay());
            double x1 = time.at(l.days().get(l.days().size() - 1).day().toEpochDay() + 1);
            Stream.of(l.low(), l.high())
                    .filter(Objects::nonNull)
                    .forEach(v -> path.append(format("M%.1f %.1fH%.1f", x0, values.at(unit.value(v)), x1)));
        }
        return path.toString();
    }

    private static Handover handover(Mission m, Scale time, ZoneId zone) {
        double from = time.within(day(m.records().firstAt(), zone));
        double to = time.within(day(m.records().lastAt(), zone));
        return new Handover(
                from,
                Math.max(2, to - from - 1),
                m.id(),
                m.serial(),
                m.records().firstAt(),
                m.records().lastAt());
    }

    private static double day(Instant at, ZoneId zone) {
        return at.atZone(zone).toLocalDate().toEpochDay()
                + at.atZone(zone).toLocalTime().toSecondOfDay() / 86_400.0;
    }

    private static List<Tick> weeks(LocalDate from, LocalDate to, Scale time, Function<LocalDate, String> days) {
        List<Tick> out = new ArrayList<>();
        for (LocalDate at = from.with(TemporalAdjusters.nextOrSame(DayOfWeek.MONDAY));
                at.isBefore(to);
                at = at.plusWeeks(1)) {
            out.add(new Tick(time.at(at.toEpochDay()), days.apply(at)));
        }
        return out;
    }

    private static List<Tick> ticks(LocalDate from, LocalDate to, Scale time, Function<LocalDate, String> months) {
        long all = ChronoUnit.MONTHS.between(from, to);
        int every = all <= 13 ? 1 : all <= 26 ? 2 : all <= 50 ? 3 : 12;
        List<Tick> out = new ArrayList<>();
        LocalDate at = from.with(TemporalAdjusters.firstDayOfMonth());
        while ((at.getMonthValue() - 1) % every != 0) {
            at = at.minusMonths(1);
        }
        for (; at.isBefore(to); at = at.plusMonths(every)) {
            if (!at.isBefore(from)) {
                out.add(new Tick(
                        time.at(at.toEpochDay()),
                        every == 12 || at.getMonthValue() == 1 ? String.valueOf(at.getYear()) : months.apply(at)));
            }
        }
        return out;
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }

    /** From one range to another, evenly. */
    private record Scale(double from, double to, double a, double b) {

        double at(double v) {
            return a + (v - from) / (to - from) * (b - a);
        }

        double within(double v) {
            return at(Math.max(from, Math.min(to, v)));
        }

        /** Round numbers inside, about so many. */
        List<Double> marks(int about) {
            double rough = (to - from) / about;
            double power = Math.pow(10, Math.floor(Math.log10(rough)));
            double step = Stream.of(1.0, 2.0, 5.0, 10.0)
                    .map(f -> f * power)
                    .filter(s -> s >= rough)
                    .findFirst()
                    .orElse(10 * power);
            List<Double> out = new ArrayList<>();
            for (double k = Math.ceil(from / step); k * step <= to; k++) {
                out.add(k * step);
            }
            return out;
        }
    }
}
