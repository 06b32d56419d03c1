package org.pelerin.core.intake;

import java.util.Locale;
import java.util.Set;
import org.pelerin.core.language.CoreTexts;

/**
 * Reads the values of a column: a number with the decimal sign of the file, its thousands perhaps apart by blanks, apostrophes or
 * the other sign, with the column's unit perhaps behind it. An empty cell and the usual words for one are missing values.
 */
public final class NumberReader {

    private static final Set<String> MISSING =
            Set.of("", "-", "--", "---", "–", "nan", "na", "n/a", "n.a.", "null", "none", "#n/a", "?", "*", "*****");

    private final char decimal;
    private final char other;
    private final String unit;
    private int decimals;

    /** @param decimal {@code '.'} or {@code ','} */
    public NumberReader(char decimal, String unit) {
        this.decimal = decimal;
        this.other = decimal == '.' ? ',' : '.';
        this.unit = unit;
    }

    /** The value; NaN for a missing one. */
    public double value(String cell) throws UnreadableException {
        String text = cell.strip();
        if (text.isEmpty() || text.length() <= 5 && MISSING.contains(text.toLowerCase(Locale.ROOT))) {
            return Double.NaN;
        }
        String number = plain(text);
        double v;
        try {
            v = Double.parseDouble(number);
        } catch (NumberFormatException e) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.numberReader.isNotANumber", "shortened", shortened(text)));
        }
        if (!Double.isFinite(v)) {
            throw new UnreadableException(
                    CoreTexts.say("core.intake.numberReader.isTooLarge", "shortened", shortened(text)));
        }
        int point = number.indexOf('.');
        if (point >= 0) {
            decimals = number.indexOf('e') >= 0 || number.indexOf('E') >= 0
                    ? MOST_DECIMALS
                    : Math.max(decimals, number.length() - point - 1);
        }
        return v;
    }

    private static final int MOST_DECIMALS = 9;

    /** The most decimals that a value had, up to 9. */
    public int decimals() {
        return Math.min(decimals, MOST_DECIMALS);
    }

    /** As {@link Double#parseDouble} wants it; most cells already are and are left as they are. */
    private String plain(String text) throws UnreadableException {
        boolean plain = true;
        for (int i = 0; plain && i < text.length(); i++) {
            char c = text.charAt(i);
            plain = c >= '0' && c <= '9' || c == '-' || c == '+' || c == '.' && decimal == '.';
        }
        if (plain) {
            return text;
        }
        String s = text;
        if (!unit.isEmpty() && s.endsWith(unit)) {
            s = s.substring(0, s.length() - unit.length()).strip();
        }
        s = s.replace('−', '-').replace("'", "").replace("’", "").replaceAll("[\\u00a0\\u202f ]", "");
        int sign = s.indexOf(decimal);
        int grouping = s.indexOf(other);
        if (grouping >= 0) {
            boolean groups = s.substring(0, sign < 0 ? s.length() : sign)
                    .matches("[-+]?\\d{1,3}(?:" + (other == '.' ? "\\." : ",") + "\\d{3})+");
            if (!groups || sign < 0 && s.indexOf(other) == s.lastIndexOf(other)) {
                throw new UnreadableException(CoreTexts.say(
                        "core.intake.numberReader.hasATheDecimalSign",
                        "shortened",
                        shortened(text),
                        "other",
                        other,
                        "decimal",
                        decimal));
            }
            s = s.replace(String.valueOf(other), "");
        }
        if (s.chars().anyMatch(c -> Character.isLetter(c) && c != 'e' && c != 'E')) {
            // what Java would take beyond that is none in a file
            throw new UnreadableException(
                    CoreTexts.say("core.intake.numberReader.isNotANumber", "shortened", shortened(text)));
        }
        return s.replace(decimal, '.');
    }

    private static String shortened(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }
}
