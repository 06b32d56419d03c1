package org.pelerin.app.platform.web;

import java.text.DecimalFormatSymbols;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.Locale;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.DateFormats;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Component;

/** How instants, durations and numbers are written on pages. Units stay with their number by a no-break space. */
@Component
public class Formats {

    private final ZoneId home;
    private final Clock clock;

    public Formats(PelerinProperties properties, Clock clock) {
        this.home = properties.zone();
        this.clock = clock;
    }

    /** A battery's state, as every page and document tells it: 82 %, the nearest. */
    public String battery(int permille) {
        return Math.round(permille / 10f) + "\u00a0%";
    }

    public ZoneId home() {
        return home;
    }

    /** 19 Mar; with its year where that is not this one. */
    public String day(Instant t, ZoneId zone) {
        return t == null
                ? ""
                : (thisYear(t, zone) ? DateFormats.of("day") : DateFormats.of("dayYear")).format(t.atZone(zone));
    }

    /** Thu 19 Mar 08:40, with its year where that is not this one; without a zone: for places where the zone is said nearby. */
    public String minute(Instant t, ZoneId zone) {
        return t == null
                ? ""
                : (thisYear(t, zone) ? DateFormats.of("minute") : DateFormats.of("minuteYear")).format(t.atZone(zone));
    }

    private boolean thisYear(Instant t, ZoneId zone) {
        return t.atZone(zone).getYear() == clock.instant().atZone(zone).getYear();
    }

    /** 08:40. */
    public String clock(Instant t, ZoneId zone) {
        return DateFormats.of("clock").format(t.atZone(zone));
    }

    /** Thu 19 Mar 2026 08:40 CET. */
    public String when(Instant t, ZoneId zone) {
        return t == null ? "" : DateFormats.of("when").format(t.atZone(zone));
    }

    /** 2026-03-19 08:40:00 CET: unambiguous to the second. */
    public String second(Instant t, ZoneId zone) {
        return t == null ? "" : DateFormats.of("second").format(t.atZone(zone));
    }

    /** March 2026. */
    public String monthOf(YearMonth month) {
        return DateFormats.of("month").format(month);
    }

    /** 2 Nov. */
    public String dayOfMonth(LocalDate day) {
        return DateFormats.of("dayOfMonth").format(day);
    }

    /** Nov. */
    public String shortMonth(LocalDate day) {
        return DateFormats.of("shortMonth").format(day);
    }

    /** Thu 19. */
    public String shortDay(LocalDate day) {
        return DateFormats.of("shortDay").format(day);
    }

    /** Thursday 19 March. */
    public String weekday(LocalDate day) {
        return DateFormats.of("weekday").format(day);
    }

    /** Thursday 19 March 2026. */
    public String date(LocalDate day) {
        return DateFormats.of("date").format(day);
    }

    public String minute(Instant t) {
        return minute(t, home);
    }

    public String when(Instant t) {
        return when(t, home);
    }

    /** As it can be typed. */
    public String typed(double v) {
        return FieldReader.plain(v);
    }

    /** A number that a program wrote, as it can be typed. */
    public String typed(String plain) {
        return FieldReader.plain(Double.parseDouble(plain));
    }

    /** As it can be typed, with plain blanks. */
    public String typed(Duration d) {
        return FieldReader.plain(d);
    }

    /** By how much a clock was off: “exact”, “2 s slow”. */
    public String offset(Duration fast) {
        return fast.abs().toSeconds() == 0
                ? Texts.of("platform.web.formats.exact")
                : Texts.of(
                        fast.isNegative() ? "platform.web.formats.slow" : "platform.web.formats.fast",
                        "duration",
                        duration(fast.abs()));
    }

    /** “at most 6”, “at least 1”, “1 … 6”, each with the unit; either end may be null. */
    public String range(Double low, Double high, String unit) {
        String text = low == null
                ? Texts.of("platform.web.formats.atMost", "high", number(high, 1))
                : high == null
                        ? Texts.of("platform.web.formats.atLeast", "low", number(low, 1))
                        : number(low, 1) + " … " + number(high, 1);
        return text + " " + unit;
    }

    /** The same in the units that somebody wants. */
    public String range(Double low, Double high, String unit, ShownUnits inUnits) {
        Conversion to = Unit.of(unit).shown(inUnits);
        return range(low == null ? null : to.value(low), high == null ? null : to.value(high), to.symbol());
    }

    /** “none of 12”, “all 12”, “3 of 12”. */
    public String part(long of, long all) {
        return of == 0
                ? Texts.of("platform.web.formats.noneOf", "all", count(all))
                : of == all
                        ? Texts.of("platform.web.formats.all", "all", count(all))
                        : Texts.of("platform.web.formats.ofOf", "of", count(of), "all", count(all));
    }

    /** Exact to the second. */
    public String duration(Duration d) {
        return d == null ? "–" : Durations.format(d.plusMillis(500).truncatedTo(java.time.temporal.ChronoUnit.SECONDS));
    }

    /** 120 ms, 1.35 s, 2 min 5 s. */
    public String shortTime(Duration d) {
        long ms = d.toMillis();
        return ms < 1000 ? ms + "\u00a0ms" : ms < 60_000 ? number(ms / 1000.0, 2) + "\u00a0s" : duration(d);
    }

    /** 2026-03-19 08:40:00.120 CET. */
    public String millis(Instant t, ZoneId zone) {
        return DateFormats.of("millis").format(t.atZone(zone));
    }

    /** The two largest units. */
    public String rough(Duration d) {
        return d == null ? "–" : Durations.rough(d);
    }

    /** With thin groups of three and so many decimals; a dash for what does not exist. */
    public String number(Double v, int decimals) {
        if (v == null || v.isNaN()) {
            return "–";
        }
        String text = String.format(Locale.ROOT, "%,." + decimals + "f", v)
                .replace(',', '\u202f')
                .replace('.', decimalSign());
        boolean zero = text.chars().allMatch(c -> c == '-' || c == '0' || c == '.' || c == ',');
        return zero ? text.replace("-", "") : text.replace('-', '−');
    }

    /** A point, or a comma in the languages that write one. */
    private static char decimalSign() {
        return DecimalFormatSymbols.getInstance(CurrentLanguage.get()).getDecimalSeparator();
    }

    /** Where room is scarce: two decimals below a hundred, one below a thousand, none above. */
    public String compact(Double v) {
        double size = v == null ? 0 : Math.abs(v);
        return number(v, size < 100 ? 2 : size < 1000 ? 1 : 0);
    }

    /** A share without its sign, for a column that has it. */
    public String bare(double p) {
        double shown = share(p);
        return number(shown, shown == 100 ? 0 : 1);
    }

    public String count(Number n) {
        return n == null
                ? "–"
                : String.format(Locale.ROOT, "%,d", n.longValue()).replace(',', '\u202f');
    }

    /** Degrees of latitude or longitude, as they were given. */
    public String position(double degrees) {
        return LimitText.plain(degrees);
    }

    /** A number with its unit, if it has one. */
    public String quantity(double v, int decimals, String unit) {
        return number(v, decimals) + (unit.isEmpty() ? "" : "\u00a0" + unit);
    }

    /** A share in per cent as it is told to a tenth: rounded so that only the whole is 100. */
    public static double share(double p) {
        return p < 100 && p >= 99.95 ? 99.9 : p;
    }

    public String percent(double p) {
        return bare(p) + "\u00a0%";
    }
}
