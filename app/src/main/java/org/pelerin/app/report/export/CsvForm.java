package org.pelerin.app.report.export;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/**
 * What of a mission is written as CSV, and how. A file says it in its {@code Form} line, so that it can be written again and compared.
 *
 * @param table of the mission's tables, from 0; one that is not there gives the header row alone
 * @param channels numbers of the columns, in their order; null for all of the table
 * @param from in ms, inclusive, and {@code to}, exclusive
 * @param zone null for that of the site
 * @param step null for a row a sample; else a row for each full step of the zone's day, with mean, least and greatest
 */
public record CsvForm(
        int table,
        List<Integer> channels,
        long from,
        long to,
        Separator separator,
        boolean commaDecimal,
        TimeForm time,
        ZoneId zone,
        Duration step) {

    /** What stands between cells. */
    public enum Separator {
        COMMA(','),
        SEMICOLON(';'),
        TAB('\t');

        private final char sign;

        Separator(char sign) {
            this.sign = sign;
        }

        public char sign() {
            return sign;
        }
    }

    /** How instants are written. */
    public enum TimeForm {
        /** ISO 8601 with the offset, to the millisecond. */
        ISO,
        /** Date and time of the zone, and the offset in a column of its own. */
        LOCAL,
        /** Milliseconds since 1970, UTC. */
        MS
    }

    /** It cannot be read; the message says what. */
    public static final class NoFormException extends RuntimeException {
        NoFormException(String message) {
            super(message);
        }
    }

    private static final Duration LONGEST = Duration.ofDays(31);

    public static CsvForm all(int table) {
        return part(table, null, Long.MIN_VALUE, Long.MAX_VALUE);
    }

    /** The whole table between two instants in ms, the second exclusive. */
    public static CsvForm between(long from, long to) {
        return part(0, null, from, to);
    }

    static CsvForm part(int table, List<Integer> channels, long from, long to) {
        return new CsvForm(table, channels, from, to, Separator.COMMA, false, TimeForm.ISO, null, null);
    }

    /** All columns between two instants in ms, the second exclusive, in a form as an address asks for it. */
    public static CsvForm asked(long from, long to, String time, String zone, String step) {
        return of(part(0, null, from, to), "", "", time, zone, step);
    }

    /** As an address asks for it; what it does not name is as usual. */
    static CsvForm of(CsvForm base, String separator, String decimal, String time, String zone, String step) {
        return new CsvForm(
                base.table,
                base.channels,
                base.from,
                base.to,
                one(Separator.class, separator, Separator.COMMA, "separator"),
                decimal(decimal),
                one(TimeForm.class, time, TimeForm.ISO, "time"),
                zone(zone),
                step(step));
    }

    private static <E extends Enum<E>> E one(Class<E> of, String text, E usual, String what) {
        if (text == null || text.isBlank()) {
            return usual;
        }
        return Arrays.stream(of.getEnumConstants())
                .filter(e -> e.name().equalsIgnoreCase(text.strip()))
                .findFirst()
                .orElseThrow(() -> new NoFormException(Texts.of(
                        "report.export.csvForm.mustBeOneOf",
                        "what",
                        what,
                        "reason",
                        Arrays.stream(of.getEnumConstants())
                                .map(e -> e.name().toLowerCase(Locale.ROOT))
                                .collect(Collectors.joining(", ")))));
    }

    private static boolean decimal(String text) {
        if (text == null || text.isBlank() || text.equals("point")) {
            return false;
        }
        if (text.equals("comma")) {
            return true;
        }
        throw new NoFormException(Texts.of("report.export.csvForm.decimalMustBePointOr"));
    }

    private static ZoneId zone(String text) {
        if (text == null || text.isBlank() || text.equals("site")) {
            return null;
        }
        try {
            return ZoneId.of(text.equals("utc") ? "UTC" : text.strip());
        } catch (DateTimeException e) {
            throw new NoFormException(Texts.of("report.export.csvForm.isNotATimeZone", "strip", text.strip()));
        }
    }

    private static Duration step(String text) {
        if (text == null || text.isBlank()) {
            return null;
        }
        try {
            Duration step =
                    text.strip().startsWith("PT") ? Duration.parse(text.strip()) : Durations.parse(text.strip());
            boolean days = step.compareTo(Duration.ofDays(1)) > 0;
            if (step.compareTo(Duration.ofSeconds(1)) < 0
                    || step.compareTo(LONGEST) > 0
                    || days && step.toSeconds() % 86_400 != 0) {
                throw new NoFormException(Texts.of("report.export.csvForm.aStepIs1S"));
            }
            return step;
        } catch (DateTimeException | IllegalArgumentException e) {
            throw new NoFormException(Texts.of("report.export.csvForm.isNotADurationLike", "strip", text.strip()));
        }
    }

    boolean whole() {
        return channels == null && from == Long.MIN_VALUE && to == Long.MAX_VALUE;
    }

    /** As the file's line has it: what is not as usual. */
    String text(List<String> units) {
        Map<String, String> out = new LinkedHashMap<>();
        out.put("table", table == 0 ? null : String.valueOf(table));
        out.put(
                "channels",
                channels == null ? null : channels.stream().map(String::valueOf).collect(Collectors.joining(" ")));
        out.put("from", from == Long.MIN_VALUE ? null : String.valueOf(from));
        out.put("to", to == Long.MAX_VALUE ? null : String.valueOf(to));
        out.put(
                "separator",
                separator == Separator.COMMA ? null : separator.name().toLowerCase(Locale.ROOT));
        out.put("decimal", commaDecimal ? "comma" : null);
        out.put("time", time == TimeForm.ISO ? null : time.name().toLowerCase(Locale.ROOT));
        out.put("zone", zone == null ? null : zone.getId());
        out.put("step", step == null ? null : step.toString());
        out.put("units", units.isEmpty() ? null : String.join(" ", units));
        out.values().removeIf(v -> v == null);
        return out.isEmpty()
                ? Texts.of("report.export.csvForm.asUsual")
                : out.entrySet().stream()
                        .map(e -> e.getKey() + "=" + e.getValue())
                        .collect(Collectors.joining("; "));
    }

    /** A form and the units that it is written in. */
    public record Read(CsvForm form, ShownUnits units) {}

    /** What such a line says. */
    public static Read read(String text) {
        Map<String, String> said = new LinkedHashMap<>();
        if (!text.strip().equals("as usual")) {
            for (String part : text.split(";")) {
                int is = part.indexOf('=');
                if (is < 0) {
                    throw new NoFormException(
                            Texts.of("report.export.csvForm.theFormCannotBeRead", "part", part.strip()));
                }
                said.put(part.substring(0, is).strip(), part.substring(is + 1).strip());
            }
        }
        try {
            List<Integer> channels = null;
            if (said.get("channels") != null) {
                channels = new ArrayList<>();
                for (String c : said.get("channels").split(" ")) {
                    channels.add(Integer.valueOf(c));
                }
            }
            CsvForm base = part(
                    Integer.parseInt(said.getOrDefault("table", "0")),
                    channels,
                    Long.parseLong(said.getOrDefault("from", String.valueOf(Long.MIN_VALUE))),
                    Long.parseLong(said.getOrDefault("to", String.valueOf(Long.MAX_VALUE))));
            ShownUnits units = ShownUnits.RECORDED;
            for (String u : said.getOrDefault("units", "").split(" ")) {
                units = u.isBlank() ? units : units.with(Unit.of(u));
            }
            return new Read(
                    of(
                            base,
                            said.get("separator"),
                            said.get("decimal"),
                            said.get("time"),
                            said.get("zone"),
                            said.get("step")),
                    units);
        } catch (NumberFormatException e) {
            throw new NoFormException(Texts.of("report.export.csvForm.theFormCannotBeRead2"));
        }
    }
}
