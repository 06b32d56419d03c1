package org.pelerin.core.judge;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * The rules a second time, as plainly as they are written down: lists, no blocks, nothing skipped. For records of one channel without a
 * clock correction.
 */
final class NaiveJudge {

    /** A piece of time with the value that stands for it; NaN for none. */
    record Piece(long from, long to, double value) {
        long length() {
            return to - from;
        }

        boolean valid() {
            return !Double.isNaN(value);
        }
    }

    /** What a rule finds. */
    record Found(
            Direction direction,
            long start,
            long end,
            long unobserved,
            long samples,
            long alarm,
            double peak,
            long peakAt,
            double mean,
            double area,
            boolean openAtStart,
            boolean openAtEnd,
            List<long[]> pieces) {}

    private NaiveJudge() {}

    /**
     * The pieces of each judged stretch.
     *
     * @param t instants of rows, {@code v} their values
     * @param events whether values hold; {@code recordEnd} is where the last one stops then
     * @param from of the judged period, {@code to} its end
     * @param notPart and {@code notValid}: pairs of begin and end
     */
    static List<List<Piece>> stretches(
            long[] t,
            double[] v,
            long interval,
            boolean events,
            long recordEnd,
            long from,
            long to,
            List<long[]> notPart,
            List<long[]> notValid) {
        // what each row stands for
        List<Piece> standing = new ArrayList<>();
        for (int i = 0; i < t.length; i++) {
            long next = i + 1 < t.length ? t[i + 1] : events ? recordEnd : t[i] + interval;
            long stands = !events && next - t[i] > 1.5 * interval ? t[i] + interval : next;
            boolean faulty = false;
            for (long[] x : notValid) {
                faulty |= !events && t[i] >= x[0] && t[i] < x[1];
            }
            standing.add(new Piece(t[i], stands, faulty ? Double.NaN : v[i]));
        }
        // the judged stretches
        List<long[]> judged = new ArrayList<>(List.of(new long[] {from, to}));
        for (long[] x : notPart) {
            List<long[]> left = new ArrayList<>();
            for (long[] s : judged) {
                if (Math.min(s[1], x[0]) > s[0]) {
                    left.add(new long[] {s[0], Math.min(s[1], x[0])});
                }
                if (s[1] > Math.max(s[0], x[1])) {
                    left.add(new long[] {Math.max(s[0], x[1]), s[1]});
                }
            }
            judged = left;
        }
        List<List<Piece>> out = new ArrayList<>();
        for (long[] s : judged) {
            out.add(stretch(standing, s[0], s[1], events, notValid));
        }
        return out;
    }

    private static List<Piece> stretch(
            List<Piece> standing, long from, long to, boolean events, List<long[]> notValid) {
        List<Piece> out = new ArrayList<>();
        long at = from;
        for (Piece p : standing) {
            if (p.from < from && p.to > from && p.valid()) {
                // only an earlier sample stands for it: an event holds, another is not asked for
                if (events) {
                    addEvent(out, from, Math.min(to, p.to), p.value, notValid);
                }
                at = Math.min(to, p.to);
            }
            if (p.from >= from && p.from < to) {
                if (p.from > at) {
                    out.add(new Piece(at, p.from, Double.NaN));
                }
                if (events) {
                    addEvent(out, p.from, Math.min(to, p.to), p.value, notValid);
                } else {
                    out.add(new Piece(p.from, Math.min(to, p.to), p.value));
                }
                at = Math.min(to, p.to);
            }
        }
        if (at < to) {
            out.add(new Piece(at, to, Double.NaN));
        }
        return out;
    }

    private static void addEvent(List<Piece> out, long from, long to, double v, List<long[]> notValid) {
        long at = from;
        while (at < to) {
            long next = to;
            boolean faulty = false;
            for (long[] x : notValid) {
                if (at >= x[0] && at < x[1]) {
                    faulty = true;
                    next = Math.min(next, x[1]);
                } else if (x[0] > at) {
                    next = Math.min(next, x[0]);
                }
            }
            out.add(new Piece(at, next, faulty ? Double.NaN : v));
            at = next;
        }
    }

    static List<Found> judge(Rule rule, List<List<Piece>> stretches) {
        List<Found> runs = new ArrayList<>();
        for (Direction d : List.of(Direction.ABOVE, Direction.BELOW)) {
            double limit =
                    d == Direction.ABOVE ? rule.bound().high() : rule.bound().low();
            if (!Double.isInfinite(limit)) {
                for (List<Piece> s : stretches) {
                    runs.addAll(runs(rule, d, limit, s));
                }
            }
        }
        runs.sort(java.util.Comparator.comparingLong(Found::start));
        if (rule.lasting() instanceof Lasting.Allowance a) {
            return allowance(rule, a.sum().toMillis(), runs);
        }
        return runs;
    }

    private static boolean out(Direction d, double v, double limit) {
        return d == Direction.ABOVE ? v > limit : v < limit;
    }

    private static List<Found> runs(Rule rule, Direction d, double limit, List<Piece> pieces) {
        double release = d == Direction.ABOVE ? limit - rule.clearance() : limit + rule.clearance();
        List<Piece> valid = pieces.stream().filter(Piece::valid).toList();
        List<Found> out = new ArrayList<>();
        int i = 0;
        while (i < valid.size()) {
            if (!out(d, valid.get(i).value, limit)) {
                i++;
                continue;
            }
            int j = i;
            while (j + 1 < valid.size()) {
                Piece next = valid.get(j + 1);
                boolean belongs = out(d, next.value, limit)
                        || rule.clearance() > 0
                                && out(d, next.value, release)
                                && Math.abs(next.value - release)
                                        > 1e-9 * Math.max(Math.abs(limit), Math.abs(next.value));
                boolean bridged = next.from - valid.get(j).to <= rule.bridge().toMillis();
                if (!belongs || !bridged) {
                    break;
                }
                j++;
            }
            found(rule, d, limit, valid, i, j, out);
            i = j + 1;
        }
        return out;
    }

    private static void found(Rule rule, Direction d, double limit, List<Piece> valid, int i, int j, List<Found> into) {
        List<Piece> run = valid.subList(i, j + 1);
        long start = run.get(0).from;
        long end = run.get(run.size() - 1).to;
        long observed = run.stream().mapToLong(Piece::length).sum();
        long alarm = start;
        if (rule.lasting() instanceof Lasting.Delay delay) {
            if (end - start <= delay.delay().toMillis()) {
                return;
            }
            alarm = start + delay.delay().toMillis();
        }
        if (rule.lasting() instanceof Lasting.Samples n) {
            if (run.size() < n.count()) {
                return;
            }
            alarm = run.get(n.count() - 1).from;
        }
        Piece peak = run.get(0);
        double area = 0;
        double sum = 0;
        for (Piece p : run) {
            peak = out(d, p.value, peak.value) ? p : peak;
            area += Math.max(0, d == Direction.ABOVE ? p.value - limit : limit - p.value) * p.length() / 3_600_000.0;
            sum += p.value * p.length();
        }
        into.add(new Found(
                d,
                start,
                end,
                end - start - observed,
                run.size(),
                alarm,
                peak.value,
                peak.from,
                sum / observed,
                area,
                i == 0,
                j == valid.size() - 1,
                List.of(new long[] {start, end})));
    }

    private static List<Found> allowance(Rule rule, long allowed, List<Found> runs) {
        long sum = 0;
        for (Found r : runs) {
            long length = r.end - r.start;
            if (sum + length > allowed) {
                long alarm = r.start + (allowed - sum);
                Found first = runs.get(0);
                boolean both = !Double.isInfinite(rule.bound().low())
                        && !Double.isInfinite(rule.bound().high());
                Found peak = first;
                for (Found x : runs) {
                    peak = beyond(rule, x) > beyond(rule, peak) ? x : peak;
                }
                return List.of(new Found(
                        both ? Direction.OUTSIDE : first.direction,
                        first.start,
                        runs.stream().mapToLong(Found::end).max().orElseThrow(),
                        runs.stream().mapToLong(Found::unobserved).sum(),
                        runs.stream().mapToLong(Found::samples).sum(),
                        alarm,
                        peak.peak,
                        peak.peakAt,
                        Double.NaN,
                        runs.stream().mapToDouble(Found::area).sum(),
                        runs.stream().anyMatch(Found::openAtStart),
                        runs.stream().anyMatch(Found::openAtEnd),
                        runs.stream().map(x -> new long[] {x.start, x.end}).toList()));
            }
            sum += length;
        }
        return List.of();
    }

    /** To twelve digits: what is equal to so many is equal. */
    private static double beyond(Rule rule, Found f) {
        double far = f.direction == Direction.ABOVE
                ? f.peak - rule.bound().high()
                : rule.bound().low() - f.peak;
        return new BigDecimal(far).round(new MathContext(12)).doubleValue();
    }

    /** Instants at which the local clock shows a multiple of so many minutes since midnight, looked for minute by minute. */
    static List<Long> clockEdges(long from, long to, int minutes, ZoneId zone) {
        List<Long> out = new ArrayList<>();
        for (long t = from - from % 60_000; t <= to; t += 60_000) {
            LocalTime shown = Instant.ofEpochMilli(t).atZone(zone).toLocalTime();
            if (shown.toSecondOfDay() % (minutes * 60) == 0) {
                out.add(t);
            }
        }
        return out;
    }

    /** Beginnings and ends of shifts, a day at a time. */
    static List<long[]> shifts(long from, long to, LocalTime begin, LocalTime end, Set<DayOfWeek> days, ZoneId zone) {
        List<long[]> out = new ArrayList<>();
        LocalDate day = Instant.ofEpochMilli(from).atZone(zone).toLocalDate().minusDays(2);
        LocalDate last = Instant.ofEpochMilli(to).atZone(zone).toLocalDate().plusDays(1);
        for (; !day.isAfter(last); day = day.plusDays(1)) {
            if (days.contains(day.getDayOfWeek())) {
                ZonedDateTime b = ZonedDateTime.of(day, begin, zone);
                ZonedDateTime e = ZonedDateTime.of(end.isAfter(begin) ? day : day.plusDays(1), end, zone);
                out.add(new long[] {b.toInstant().toEpochMilli(), e.toInstant().toEpochMilli()});
            }
        }
        return out;
    }

    /** Time that valid pieces stand for inside a window, and value times that time. */
    static double[] integral(List<List<Piece>> stretches, long from, long to) {
        double time = 0;
        double sum = 0;
        for (List<Piece> s : stretches) {
            for (Piece p : s) {
                long overlap = Math.min(to, p.to) - Math.max(from, p.from);
                if (p.valid() && overlap > 0) {
                    time += overlap;
                    sum += overlap * p.value;
                }
            }
        }
        return new double[] {time, sum};
    }
}
