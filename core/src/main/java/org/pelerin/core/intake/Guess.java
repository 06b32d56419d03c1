package org.pelerin.core.intake;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.text.TypedNumber;

/** Guesses how a file is laid out from its first rows; a person looks at what comes of it and corrects it. */
public final class Guess {

    private static final List<Character> DELIMITERS = List.of(';', '\t', ',', '|');
    private static final int LOOKED_AT = 300;
    private static final int LONGEST_UNIT = 8;

    private Guess() {}

    /** The character that splits most lines into the same number of cells, and into most. */
    public static char delimiter(List<String> lines) {
        char best = ',';
        long bestScore = 0;
        for (char d : DELIMITERS) {
            Map<Long, Long> counts = lines.stream()
                    .limit(LOOKED_AT)
                    .map(l -> outsideQuotes(l, d))
                    .filter(n -> n > 0)
                    .collect(Collectors.groupingBy(n -> n, Collectors.counting()));
            Map.Entry<Long, Long> mode =
                    counts.entrySet().stream().max(Map.Entry.comparingByValue()).orElse(null);
            // how many lines agree says more than how many cells that gives
            long score = mode == null ? 0 : mode.getValue() * 4 + Math.min(3, mode.getKey());
            if (score > bestScore) {
                bestScore = score;
                best = d;
            }
        }
        return best;
    }

    private static long outsideQuotes(String line, char delimiter) {
        boolean quoted = false;
        long n = 0;
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            quoted = c == '"' ? !quoted : quoted;
            n += c == delimiter && !quoted ? 1 : 0;
        }
        return n;
    }

    /**
     * @param rows the first rows of the file, its headings included
     * @param delimiter that parted them; a comma leaves only the point as decimal sign
     */
    public static Layout layout(List<List<String>> rows, char delimiter, ZoneId zone) {
        List<List<String>> some = rows.subList(0, Math.min(LOOKED_AT, rows.size()));
        int skipped = skipped(some);
        List<List<String>> data = some.subList(skipped, some.size()).stream()
                .filter(r -> !RowReader.blank(r))
                .toList();
        int width = Math.max(
                data.stream().mapToInt(List::size).max().orElse(0),
                skipped == 0 ? 0 : some.get(skipped - 1).size());
        char decimal = delimiter == ',' ? '.' : decimal(data);
        List<Layout.Role> roles = roles(data, width, decimal);
        DateOrder order = order(data, roles, zone);
        List<Layout.Column> columns = columns(some, skipped, roles);
        return new Layout(skipped, decimal, order, zone, columns);
    }

    /** Rows before the first one that begins like all the others: with a date, or with numbers where nothing else does. */
    private static int skipped(List<List<String>> rows) {
        for (int i = 0; i < rows.size(); i++) {
            List<String> row = rows.get(i);
            boolean dated = row.stream().anyMatch(Guess::looksDated);
            long numbers = row.stream().filter(Guess::looksNumeric).count();
            if (dated && numbers > 0
                    || dated && row.size() > 1 && followed(rows, i)
                    || numbers > 1 && numbers * 2 > row.size()) {
                return i;
            }
        }
        return Math.min(1, Math.max(0, rows.size() - 1));
    }

    /** Whether the next rows are dated too, so that a date in a heading is not taken for data. */
    private static boolean followed(List<List<String>> rows, int i) {
        int width = rows.get(i).size();
        return rows.stream()
                .skip(i + 1L)
                .limit(3)
                .allMatch(r -> r.size() == width && r.stream().anyMatch(Guess::looksDated));
    }

    private static boolean looksDated(String cell) {
        String s = cell.strip();
        return s.matches("\\d{1,4}\\s?[-./]\\s?(?:\\d{1,2}|[A-Za-z]{3,9})\\s?[-./]\\s?\\d{1,4}(?:[T ,_].*)?")
                || s.matches("\\d{1,2} [A-Za-z]{3,9} \\d{2,4}.*");
    }

    private static boolean looksClock(String cell) {
        return cell.strip().matches("\\d{1,2}:\\d{2}(?::\\d{2}(?:[.,]\\d+)?)?(?:\\s?[AaPp]\\.?[Mm]\\.?)?");
    }

    private static boolean looksNumeric(String cell) {
        return cell.strip().matches("[-+−]?(?:\\d[\\d'’\\u00a0\\u202f ]*)?[.,]?\\d+(?:[eE][-+]?\\d+)?");
    }

    /** A comma where numbers have commas and, at most, points that part thousands. */
    private static char decimal(List<List<String>> data) {
        long commas = 0;
        long points = 0;
        for (List<String> row : data) {
            for (String cell : row) {
                String s = cell.strip();
                if (!looksDated(s)) {
                    commas += s.matches("[-+−]?[\\d.'’\\u00a0\\u202f ]*,\\d+(?:\\D{0,6})") ? 1 : 0;
                    points += s.matches("[-+−]?[\\d,'’\\u00a0\\u202f ]*\\.\\d+(?:\\D{0,6})") ? 1 : 0;
                }
            }
        }
        return commas > points ? ',' : '.';
    }

    private static List<Layout.Role> roles(List<List<String>> data, int width, char decimal) {
        List<Layout.Role> roles = new ArrayList<>();
        int instant = -1;
        for (int c = 0; c < width; c++) {
            int column = c;
            List<String> cells = data.stream()
                    .filter(r -> r.size() > column)
                    .map(r -> r.get(column).strip())
                    .filter(s -> !s.isEmpty())
                    .toList();
            Layout.Role role = Layout.Role.IGNORED;
            if (instant < 0 && mostly(cells, Guess::looksDated)) {
                boolean withClock = cells.stream().filter(s -> s.contains(":")).count() * 2 > cells.size();
                role = withClock ? Layout.Role.INSTANT : Layout.Role.DATE;
                instant = c;
            } else if (mostly(cells, Guess::looksClock)) {
                role = Layout.Role.TIME;
            } else if (mostly(cells, s -> readable(s, decimal))) {
                role = Layout.Role.VALUE;
            }
            roles.add(role);
        }
        return counted(data, roles, instant);
    }

    /** Row numbers are no values; a column of seconds since 1970 is the instant where there is no other. */
    private static List<Layout.Role> counted(List<List<String>> data, List<Layout.Role> roles, int instant) {
        for (int c = 0; c < roles.size(); c++) {
            if (roles.get(c) != Layout.Role.VALUE) {
                continue;
            }
            if (instant < 0 && count(data, c) != null) {
                roles.set(c, Layout.Role.INSTANT);
                instant = c;
            } else if (c == 0 && numbered(data)) {
                roles.set(c, Layout.Role.IGNORED);
            }
        }
        if (instant >= 0 && roles.get(instant) == Layout.Role.INSTANT) {
            roles.replaceAll(r -> r == Layout.Role.TIME ? Layout.Role.IGNORED : r);
        }
        return roles;
    }

    /** Whether the first cells count rows: whole numbers that rise, nearly always by one. */
    private static boolean numbered(List<List<String>> data) {
        int byOne = 0;
        for (int i = 1; i < data.size(); i++) {
            try {
                long step = Long.parseLong(data.get(i).get(0).strip())
                        - Long.parseLong(data.get(i - 1).get(0).strip());
                byOne += step == 1 ? 1 : 0;
                if (step < 0) {
                    return false;
                }
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                return false;
            }
        }
        return data.size() > 2 && byOne * 10 >= (data.size() - 1) * 9;
    }

    private static boolean readable(String cell, char decimal) {
        if (cell.chars().noneMatch(Character::isDigit)) {
            return false;
        }
        try {
            new NumberReader(decimal, "").value(cell.replaceAll("\\s*[°%A-Za-z]+$", ""));
            return true;
        } catch (UnreadableException e) {
            return false;
        }
    }

    private static boolean mostly(List<String> cells, java.util.function.Predicate<String> is) {
        return !cells.isEmpty() && cells.stream().filter(is).count() * 10 >= cells.size() * 8L;
    }

    /** What a column of plain numbers counts, if it can be a time at all. */
    private static DateOrder count(List<List<String>> data, int column) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        for (List<String> row : data) {
            try {
                double v = TypedNumber.of(row.get(column));
                least = Math.min(least, v);
                most = Math.max(most, v);
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                // a hole
            }
        }
        if (least > most) {
            return null;
        }
        // from 2001 to 2096
        return least >= 978_307_200_000.0 && most < 4e12
                ? DateOrder.EPOCH_MILLIS
                : least >= 978_307_200.0 && most < 4e9
                        ? DateOrder.EPOCH_SECONDS
                        : least >= 36_526 && most < 73_051 && column == 0 ? DateOrder.DAY_NUMBER : null;
    }

    /** The order that reads most rows; between several, the one by which they follow each other most evenly. */
    private static DateOrder order(List<List<String>> data, List<Layout.Role> roles, ZoneId zone) {
        int when = Math.max(roles.indexOf(Layout.Role.INSTANT), roles.indexOf(Layout.Role.DATE));
        if (when < 0) {
            return DateOrder.YEAR_FIRST;
        }
        if (data.stream().noneMatch(r -> r.size() > when && looksDated(r.get(when)))) {
            DateOrder count = count(data, when);
            return count == null ? DateOrder.YEAR_FIRST : count;
        }
        int clock = roles.indexOf(Layout.Role.TIME);
        Map<DateOrder, Double> scores = new LinkedHashMap<>();
        for (DateOrder o : List.of(DateOrder.YEAR_FIRST, DateOrder.DAY_FIRST, DateOrder.MONTH_FIRST)) {
            scores.put(o, score(data, when, clock, o));
        }
        return scores.entrySet().stream()
                .max(Comparator.comparingDouble(Map.Entry::getValue))
                .orElseThrow()
                .getKey();
    }

    private static double score(List<List<String>> data, int when, int clock, DateOrder order) {
        TimeReader reader = new TimeReader(order, ZoneOffset.UTC);
        int read = 0;
        int forward = 0;
        long before = Long.MIN_VALUE;
        long span = 0;
        for (List<String> row : data) {
            try {
                String text = row.get(when) + (clock < 0 || clock >= row.size() ? "" : " " + row.get(clock));
                long t = reader.millis(text);
                read++;
                if (before != Long.MIN_VALUE) {
                    forward += t > before ? 1 : 0;
                    span = Math.max(span, Math.abs(t - before));
                }
                before = t;
            } catch (UnreadableException | IndexOutOfBoundsException e) {
                // does not speak for this order
            }
        }
        // what reads more wins; then what goes forward; then what has no leaps, such as 1/2 to 1/3
        return read * 1e6 + forward * 1e3 - Math.min(999, span / 86_400_000.0);
    }

    private static List<Layout.Column> columns(List<List<String>> rows, int skipped, List<Layout.Role> roles) {
        List<String> last = skipped > 0 ? rows.get(skipped - 1) : List.of();
        boolean units = skipped > 1
                && areUnits(ofValues(last, roles))
                && ofValues(rows.get(skipped - 2), roles).stream().anyMatch(s -> !s.isBlank());
        List<String> names = units ? rows.get(skipped - 2) : last;
        List<Layout.Column> out = new ArrayList<>();
        for (int c = 0; c < roles.size(); c++) {
            Layout.Role role = roles.get(c);
            Units.Heading h =
                    Units.of(c < names.size() ? names.get(c) : "", units && c < last.size() ? last.get(c) : "");
            String name = h.name().isBlank() ? CoreTexts.say("core.intake.guess.columnC", "c", (c + 1)) : h.name();
            if (role == Layout.Role.VALUE) {
                for (int n = 2; taken(out, name); n++) {
                    name = (h.name().isBlank() ? CoreTexts.say("core.intake.guess.columnC", "c", (c + 1)) : h.name())
                            + " " + n;
                }
            }
            out.add(new Layout.Column(role, name, role == Layout.Role.VALUE ? h.unit() : ""));
        }
        return out;
    }

    /** The cells over columns of values: what stands over the time, “Date” or its format, says nothing of units. */
    private static List<String> ofValues(List<String> row, List<Layout.Role> roles) {
        return IntStream.range(0, Math.min(row.size(), roles.size()))
                .filter(c -> roles.get(c) == Layout.Role.VALUE)
                .mapToObj(row::get)
                .toList();
    }

    /** Whether a line under the headings holds units: short words, at least one of them known or in brackets. */
    private static boolean areUnits(List<String> cells) {
        List<String> said = cells.stream().filter(s -> !s.isBlank()).toList();
        return said.stream().allMatch(s -> Units.known(s) || Units.symbol(s).length() <= LONGEST_UNIT)
                && said.stream()
                        .anyMatch(s -> Units.known(s) || !Units.symbol(s).equals(s.strip()));
    }

    private static boolean taken(List<Layout.Column> columns, String name) {
        return columns.stream()
                .anyMatch(c -> c.role() == Layout.Role.VALUE && c.name().equals(name));
    }
}
