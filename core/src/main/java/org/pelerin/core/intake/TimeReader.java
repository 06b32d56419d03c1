package org.pelerin.core.intake;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.TextStyle;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneRules;
import java.util.List;
import java.util.Locale;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.text.TypedNumber;

/**
 * Reads the instants of a file, row after row.
 *
 * <p>A date is three numbers, or two and the English name of a month, with anything between them that is neither digit nor letter; a
 * year of two digits lies in 2000…2099. The time follows as hours and minutes, with seconds, a fraction of them, AM or PM and an
 * offset (Z, ±hh, ±hhmm, ±hh:mm) where they are there; an offset in the text goes before the zone. A date alone is midnight.
 *
 * <p>Local times of the repeated hour in autumn are told apart by their order: the earlier instant, unless that would go back
 * behind the row before. Local times that clocks skip in spring are unreadable. Not for several threads.
 */
public final class TimeReader {

    private static final List<String> MONTHS = java.util.Arrays.stream(java.time.Month.values())
            .map(m -> m.getDisplayName(TextStyle.SHORT, Locale.ENGLISH)
                    .substring(0, 3)
                    .toLowerCase(Locale.ROOT))
            .toList();
    private static final LocalDate DAY_ZERO = LocalDate.of(1899, 12, 30);
    private static final long FIRST_YEAR = 1900;
    private static final long LAST_YEAR = 2199;

    private final DateOrder order;
    private final ZoneId zone;
    private final ZoneRules rules;
    private long before = Long.MIN_VALUE;

    private String text;
    private int at;

    /** @param zone of times without an offset of their own */
    public TimeReader(DateOrder order, ZoneId zone) {
        this.order = order;
        this.zone = zone;
        this.rules = zone.getRules();
    }

    /** The instant, in ms since 1970, UTC. */
    public long millis(String cell) throws UnreadableException {
        text = cell.strip();
        at = 0;
        if (text.isEmpty()) {
            throw new UnreadableException(CoreTexts.say("core.intake.timeReader.theTimeIsEmpty"));
        }
        long millis = order.absolute() || order == DateOrder.DAY_NUMBER ? counted() : dated();
        before = millis;
        return millis;
    }

    private long counted() throws UnreadableException {
        double v;
        try {
            v = TypedNumber.of(text);
        } catch (IllegalArgumentException e) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.timeReader.isNotANumberOf", "quoted", quoted(), "order", order.words()));
        }
        double millis = switch (order) {
            case EPOCH_SECONDS -> v * 1000;
            case EPOCH_MILLIS -> v;
            default -> v * 86_400_000;
        };
        if (!(Math.abs(millis) < 8.64e15)) {
            throw new UnreadableException(CoreTexts.say("core.intake.timeReader.isTooFarAway", "quoted", quoted()));
        }
        long whole = Math.round(millis);
        return order == DateOrder.DAY_NUMBER
                ? utc(DAY_ZERO.atStartOfDay().plus(java.time.Duration.ofMillis(whole)))
                : inRange(whole);
    }

    private long inRange(long millis) throws UnreadableException {
        int year = Instant.ofEpochMilli(millis).atZone(ZoneOffset.UTC).getYear();
        if (year < FIRST_YEAR || year > LAST_YEAR) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.timeReader.wouldBeInTheYear", "quoted", quoted(), "year", year));
        }
        return millis;
    }

    private long dated() throws UnreadableException {
        LocalDate date = date();
        skipBetween();
        int hour = 0;
        int minute = 0;
        long second = 0;
        long millis = 0;
        Integer offset = null;
        if (at < text.length()) {
            hour = number(2, "hour");
            expect(':', CoreTexts.say("core.intake.timeReader.theMinutes"));
            minute = number(2, "minute");
            if (peek() == ':') {
                at++;
                second = number(2, "second");
                if (peek() == '.' || peek() == ',') {
                    at++;
                    millis = fraction();
                }
            }
            hour = halfDay(hour);
            offset = offset();
        }
        if (at < text.length()) {
            throw new UnreadableException(CoreTexts.say(
                    "core.intake.timeReader.goesOnWith", "quoted", quoted(), "substring", text.substring(at)));
        }
        LocalDateTime local = local(date, hour, minute, second, millis);
        return offset == null
                ? utc(local)
                : inRange(local.toInstant(ZoneOffset.ofTotalSeconds(offset)).toEpochMilli());
    }

    private LocalDateTime local(LocalDate date, int hour, int minute, long second, long millis)
            throws UnreadableException {
        if (hour == 24 && minute == 0 && second == 0 && millis == 0) {
            return date.plusDays(1).atStartOfDay();
        }
        if (hour > 23 || minute > 59 || second > 59) {
            throw new UnreadableException(CoreTexts.say("core.intake.timeReader.isNotATimeOf", "quoted", quoted()));
        }
        return date.atTime(hour, minute, (int) second, (int) millis * 1_000_000);
    }

    private LocalDate date() throws UnreadableException {
        int[] parts = new int[3];
        int month = -1;
        for (int i = 0; i < 3; i++) {
            skipSeparators();
            if (Character.isLetter(peek())) {
                month = i;
                parts[i] = month();
            } else {
                parts[i] = number(4, "date");
            }
        }
        int y = order == DateOrder.YEAR_FIRST ? 0 : 2;
        int m = month >= 0 && month != y ? month : order == DateOrder.MONTH_FIRST ? 0 : 1;
        int d = 3 - y - m;
        int year = parts[y] < 100 ? 2000 + parts[y] : parts[y];
        if (year < FIRST_YEAR || year > LAST_YEAR) {
            throw new UnreadableException(CoreTexts.say(
                    "core.intake.timeReader.wouldBeInTheYear2",
                    "quoted",
                    quoted(),
                    "year",
                    year,
                    "order",
                    order.words()));
        }
        try {
            return LocalDate.of(year, parts[m], parts[d]);
        } catch (DateTimeException e) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.timeReader.isNotADateAs", "quoted", quoted(), "order", order.words()));
        }
    }

    private int month() throws UnreadableException {
        int from = at;
        while (Character.isLetter(peek())) {
            at++;
        }
        String name = text.substring(from, at).toLowerCase(Locale.ROOT);
        int month = name.length() < 3 ? -1 : MONTHS.indexOf(name.substring(0, 3));
        if (month < 0) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.timeReader.isNotAMonth", "substring", text.substring(from, at)));
        }
        return month + 1;
    }

    private char peek() {
        return at < text.length() ? text.charAt(at) : '\0';
    }

    private static boolean digit(char c) {
        return c >= '0' && c <= '9';
    }

    private int number(int digits, String what) throws UnreadableException {
        int from = at;
        int v = 0;
        while (at - from < digits && digit(peek())) {
            v = v * 10 + peek() - '0';
            at++;
        }
        if (at == from) {
            throw new UnreadableException(quoted() + (what.equals("date") ? " is no date" : " has no " + what));
        }
        if (digit(peek())) {
            throw new UnreadableException(CoreTexts.say("core.intake.timeReader.hasTooManyDigits", "quoted", quoted()));
        }
        return v;
    }

    private void expect(char c, String what) throws UnreadableException {
        if (peek() != c) {
            throw new UnreadableException(quoted() + " has no “" + c + "” before " + what);
        }
        at++;
    }

    /** Milliseconds; further digits are cut off. */
    private long fraction() {
        long millis = 0;
        int digits = 0;
        for (; digit(peek()); at++, digits++) {
            millis = digits < 3 ? millis * 10 + peek() - '0' : millis;
        }
        for (; digits < 3; digits++) {
            millis *= 10;
        }
        return millis;
    }

    private int halfDay(int hour) throws UnreadableException {
        int from = at;
        while (peek() == ' ' || peek() == '\u00a0' || peek() == '\u202f') {
            at++;
        }
        String rest = text.substring(at).replace(".", "").toLowerCase(Locale.ROOT);
        boolean morning = rest.startsWith("am");
        if (!morning && !rest.startsWith("pm")) {
            at = from;
            return hour;
        }
        if (hour < 1 || hour > 12) {
            throw new UnreadableException(CoreTexts.say("core.intake.timeReader.isNotATimeOf2", "quoted", quoted()));
        }
        at += text.startsWith(".", at + 1) ? 4 : 2;
        at = Math.min(at, text.length());
        return hour % 12 + (morning ? 0 : 12);
    }

    /** In seconds; null where there is none. */
    private Integer offset() throws UnreadableException {
        while (peek() == ' ') {
            at++;
        }
        char c = peek();
        if (c == 'Z' || c == 'z' || text.startsWith("UTC", at) || text.startsWith("GMT", at)) {
            at += c == 'Z' || c == 'z' ? 1 : 3;
            if (peek() != '+' && peek() != '-') {
                return 0;
            }
            c = peek();
        }
        if (c != '+' && c != '-' && c != '−') {
            return null;
        }
        at++;
        int hours = offsetPart();
        if (peek() == ':') {
            at++;
        }
        int minutes = digit(peek()) ? offsetPart() : 0;
        if (hours > 18 || minutes > 59) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.timeReader.hasNoPossibleOffset", "quoted", quoted()));
        }
        return (c == '+' ? 1 : -1) * (hours * 3600 + minutes * 60);
    }

    private int offsetPart() throws UnreadableException {
        int from = at;
        int v = 0;
        while (at - from < 2 && digit(peek())) {
            v = v * 10 + peek() - '0';
            at++;
        }
        if (at == from) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.timeReader.hasNoPossibleOffset", "quoted", quoted()));
        }
        return v;
    }

    private void skipSeparators() {
        while (at < text.length() && !Character.isLetterOrDigit(peek())) {
            at++;
        }
    }

    /** What parts date and time: blanks, a comma, the T of ISO 8601. */
    private void skipBetween() {
        while (peek() == ' ' || peek() == ',' || peek() == '\u00a0' || peek() == '\u202f' || peek() == '_') {
            at++;
        }
        if ((peek() == 'T' || peek() == 't') && at + 1 < text.length() && digit(text.charAt(at + 1))) {
            at++;
        }
    }

    private long utc(LocalDateTime local) throws UnreadableException {
        List<ZoneOffset> offsets = rules.getValidOffsets(local);
        if (offsets.isEmpty()) {
            ZoneOffsetTransition t = rules.getTransition(local);
            throw new UnreadableException(CoreTexts.say(
                    "core.intake.timeReader.doesNotExistInClocks",
                    "replace",
                    local.toString().replace('T', ' '),
                    "id",
                    zone.getId(),
                    "toLocalTime",
                    t.getDateTimeBefore().toLocalTime(),
                    "toLocalTime2",
                    t.getDateTimeAfter().toLocalTime()));
        }
        long earlier = local.toInstant(offsets.get(0)).toEpochMilli();
        return offsets.size() > 1 && earlier < before
                ? inRange(local.toInstant(offsets.get(1)).toEpochMilli())
                : inRange(earlier);
    }

    private String quoted() {
        return "“" + (text.length() > 40 ? text.substring(0, 40) + "…" : text) + "”";
    }
}
