package org.pelerin.core.exchange;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.unit.Unit;

/** Limits as JSON, {@code docs/formats/limits.schema.json}. Read strictly: nothing is guessed and nothing passed over. */
public final class LimitsDocument {

    private static final Set<String> DOCUMENT = Set.of("name", "rules");
    private static final Set<String> RULE = Set.of(
            "id",
            "channel",
            "bound",
            "basis",
            "delay",
            "samples",
            "allowance",
            "clearance",
            "bridge",
            "severity",
            "unit",
            "latched",
            "gap");
    private static final Set<String> GAP_RULE = Set.of("id", "channel", "gap", "severity");
    private static final Set<String> GAP = Set.of("longest", "coverage");
    private static final Set<String> BOUND = Set.of("above", "below", "nominal", "plusPercent", "minusPercent");
    private static final Set<String> BASES = Set.of("movingMean", "blockMean", "total", "rate", "dose");
    private static final Set<String> DOSE = Set.of("criterion", "exchange", "threshold");
    private static final List<String> DAYS = List.of("MON", "TUE", "WED", "THU", "FRI", "SAT", "SUN");
    private static final Pattern TIME = Pattern.compile("([01]\\d|2[0-3]):([0-5]\\d)(?::([0-5]\\d))?");

    /** Rules of one set; a multiplexer of 34 channels with two levels on both sides has 136. */
    public static final int MOST_RULES = 500;

    private LimitsDocument() {}

    /** @throws DocumentException if it is not what it should be; says where and why in one line */
    public static Limits read(String text) {
        Located document = Located.read(text);
        Map<String, Located> fields = document.fields(DOCUMENT);
        String name = fields.containsKey("name") ? fields.get("name").text() : "";
        List<Rule> rules = new ArrayList<>();
        List<GapRule> gapRules = new ArrayList<>();
        Map<String, Located> ids = new HashMap<>();
        List<Located> entries = needed(document, fields, "rules").list();
        if (entries.size() > MOST_RULES) {
            throw fields.get("rules")
                    .wrong("there are " + entries.size() + " rules; at most " + MOST_RULES + " are read");
        }
        for (Located entry : entries) {
            Map<String, Located> rule = entry.fields(RULE);
            Located id = needed(entry, rule, "id");
            if (ids.put(id.text(), id) != null) {
                throw id.wrong("two rules are called “" + id.text() + "”");
            }
            if (rule.containsKey("gap")) {
                gapRules.add(gapRule(entry));
            } else {
                rules.add(rule(entry, rule));
            }
        }
        return new Limits(name, rules, gapRules);
    }

    /** In one line, to be kept; {@link #read} gives the same limits. */
    public static String write(Limits limits) {
        return LimitsWriter.write(limits, false);
    }

    /** The same for people to read. */
    public static String pretty(Limits limits) {
        return LimitsWriter.write(limits, true);
    }

    static Located needed(Located object, Map<String, Located> fields, String name) {
        Located field = fields.get(name);
        if (field == null) {
            throw object.wrong("“" + name + "” is missing");
        }
        return field;
    }

    private static GapRule gapRule(Located entry) {
        Map<String, Located> rule = entry.fields(GAP_RULE);
        Located gap = rule.get("gap");
        Map<String, Located> how = gap.fields(GAP);
        Duration longest = how.containsKey("longest") ? duration(how.get("longest"), true) : null;
        Double coverage = how.containsKey("coverage") ? how.get("coverage").number() : null;
        return checked(
                gap,
                () -> new GapRule(
                        rule.get("id").text(),
                        rule.containsKey("channel") ? rule.get("channel").text() : null,
                        longest,
                        coverage,
                        severity(rule)));
    }

    private static Rule rule(Located entry, Map<String, Located> rule) {
        Basis basis = rule.containsKey("basis") ? basis(rule.get("basis")) : Basis.VALUE;
        Bound bound = bound(needed(entry, rule, "bound"));
        double clearance = rule.containsKey("clearance") ? rule.get("clearance").number() : 0;
        if (clearance < 0) {
            throw rule.get("clearance").wrong("a clearance is not negative");
        }
        return new Rule(
                rule.get("id").text(),
                needed(entry, rule, "channel").text(),
                basis,
                bound,
                lasting(entry, rule),
                clearance,
                rule.containsKey("bridge") ? duration(rule.get("bridge"), true) : Rule.DEFAULT_BRIDGE,
                severity(rule),
                rule.containsKey("unit") ? Unit.of(rule.get("unit").text()) : null,
                rule.containsKey("latched") && rule.get("latched").flag());
    }

    private static Severity severity(Map<String, Located> rule) {
        Located field = rule.get("severity");
        if (field == null) {
            return Severity.MAJOR;
        }
        for (Severity s : Severity.values()) {
            if (s.name().toLowerCase(Locale.ROOT).equals(field.value())) {
                return s;
            }
        }
        throw field.wrong("a severity is note, minor, major or critical");
    }

    private static Lasting lasting(Located entry, Map<String, Located> rule) {
        List<String> said = List.of("delay", "samples", "allowance").stream()
                .filter(rule::containsKey)
                .toList();
        if (said.size() > 1) {
            throw entry.wrong("a rule has one of delay, samples and allowance, not " + String.join(" and ", said));
        }
        if (said.isEmpty()) {
            return Lasting.ANY;
        }
        Located field = rule.get(said.get(0));
        return switch (said.get(0)) {
            case "delay" -> Lasting.delay(duration(field, true));
            case "samples" -> Lasting.samples(field.count());
            default -> Lasting.allowance(duration(field, true));
        };
    }

    private static Bound bound(Located at) {
        Map<String, Located> fields = at.fields(BOUND);
        boolean sides = fields.containsKey("above") || fields.containsKey("below");
        boolean nominal = fields.containsKey("nominal")
                || fields.containsKey("plusPercent")
                || fields.containsKey("minusPercent");
        if (sides && nominal) {
            throw at.wrong("a bound has sides or a nominal value, not both");
        }
        if (nominal) {
            double value = needed(at, fields, "nominal").number();
            return checked(
                    at,
                    () -> new Bound.Nominal(value, optional(fields, "plusPercent"), optional(fields, "minusPercent")));
        }
        Double above = optional(fields, "above");
        Double below = optional(fields, "below");
        if (above == null && below == null) {
            throw at.wrong("a bound says above, below or both");
        }
        if (above == null) {
            return new Bound.Below(below);
        }
        if (below == null) {
            return new Bound.Above(above);
        }
        if (below > above) {
            throw at.wrong("the bound below, " + below + ", lies above the bound above, " + above);
        }
        return new Bound.Outside(below, above);
    }

    private static Double optional(Map<String, Located> fields, String name) {
        return fields.containsKey(name) ? Double.valueOf(fields.get(name).number()) : null;
    }

    private static Basis basis(Located at) {
        Set<String> any = new java.util.HashSet<>(BASES);
        any.addAll(Set.of("anchor", "zone", "coverage", "per", "from", "to", "days"));
        List<String> kinds =
                at.fields(any).keySet().stream().filter(BASES::contains).toList();
        if (kinds.size() != 1) {
            throw at.wrong("a basis is one of movingMean, blockMean, total, rate and dose");
        }
        String kind = kinds.get(0);
        return switch (kind) {
            case "movingMean" ->
                new Basis.MovingMean(at.fields(Set.of(kind)).get(kind).count());
            case "rate" -> new Basis.Rate(duration(at.fields(Set.of(kind)).get(kind), false));
            case "blockMean" ->
                new Basis.BlockMean(
                        blocks(at, at.fields(Set.of(kind, "anchor", "zone", "coverage")), kind, Basis.MEAN_COVERAGE));
            case "total" -> {
                Map<String, Located> fields = at.fields(Set.of(kind, "per", "anchor", "zone", "coverage"));
                yield new Basis.Total(
                        blocks(at, fields, kind, Basis.TOTAL_COVERAGE), duration(needed(at, fields, "per"), false));
            }
            default -> dose(at, at.fields(Set.of(kind, "from", "to", "days", "zone", "coverage")));
        };
    }

    static Basis.Blocks blocks(Located at, Map<String, Located> fields, String kind, double coverage) {
        Duration window = duration(needed(at, fields, kind), false);
        Basis.Anchor anchor = Basis.Anchor.START;
        if (fields.containsKey("anchor")) {
            Located field = fields.get("anchor");
            anchor = switch (field.text()) {
                case "start" -> Basis.Anchor.START;
                case "clock" -> Basis.Anchor.CLOCK;
                default -> throw field.wrong("an anchor is start or clock");
            };
        }
        Basis.Anchor where = anchor;
        return checked(at, () -> new Basis.Blocks(window, where, zone(fields), coverage(fields, coverage)));
    }

    private static Basis.Dose dose(Located at, Map<String, Located> fields) {
        return dose(at, fields.get("dose").fields(DOSE), fields);
    }

    static Basis.Dose dose(Located at, Map<String, Located> dose, Map<String, Located> fields) {
        double criterion = needed(at, dose, "criterion").number();
        double exchange = needed(at, dose, "exchange").number();
        Double threshold = optional(dose, "threshold");
        LocalTime from = time(needed(at, fields, "from"));
        LocalTime to = time(needed(at, fields, "to"));
        Set<DayOfWeek> days = fields.containsKey("days") ? days(fields.get("days")) : EnumSet.allOf(DayOfWeek.class);
        return checked(
                at,
                () -> new Basis.Dose(
                        criterion,
                        exchange,
                        threshold == null ? Double.NEGATIVE_INFINITY : threshold,
                        from,
                        to,
                        days,
                        zone(fields),
                        coverage(fields, Basis.MEAN_COVERAGE)));
    }

    private static double coverage(Map<String, Located> fields, double otherwise) {
        Double said = optional(fields, "coverage");
        return said == null ? otherwise : said;
    }

    private static ZoneId zone(Map<String, Located> fields) {
        Located field = fields.get("zone");
        if (field == null) {
            return null;
        }
        try {
            return ZoneId.of(field.text());
        } catch (DateTimeException e) {
            throw field.wrong("“" + field.text() + "” is no time zone, such as Europe/Paris");
        }
    }

    private static LocalTime time(Located field) {
        Matcher m = TIME.matcher(field.text());
        if (!m.matches()) {
            throw field.wrong("a time of day is written from 00:00 to 23:59");
        }
        return LocalTime.parse(field.text());
    }

    private static Set<DayOfWeek> days(Located field) {
        Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
        for (Located day : field.list()) {
            int number = DAYS.indexOf(day.text());
            if (number < 0) {
                throw day.wrong("a day is MON, TUE, WED, THU, FRI, SAT or SUN");
            }
            if (!days.add(DayOfWeek.of(number + 1))) {
                throw day.wrong(day.text() + " comes twice");
            }
        }
        if (days.isEmpty()) {
            throw field.wrong("a shift has at least one day");
        }
        return days;
    }

    /** @param zero whether it may be nothing */
    static Duration duration(Located field, boolean zero) {
        Duration d;
        try {
            d = IsoDuration.parse(field.text());
        } catch (IllegalArgumentException e) {
            throw field.wrong(e.getMessage());
        }
        if (!zero && d.isZero()) {
            throw field.wrong("the duration has to be above 0");
        }
        return d;
    }

    /** What a value itself refuses is said at its place. */
    private static <T> T checked(Located at, java.util.function.Supplier<T> value) {
        try {
            return value.get();
        } catch (DocumentException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            String message = e.getMessage();
            throw at.wrong(Character.toLowerCase(message.charAt(0)) + message.substring(1));
        }
    }
}
