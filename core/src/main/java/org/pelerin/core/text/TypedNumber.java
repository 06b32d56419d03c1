package org.pelerin.core.text;

import java.text.DecimalFormatSymbols;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.core.language.CoreTexts;

/**
 * A number as a person types it: {@code −12.5}, {@code 12,5}, {@code 1 250}, {@code 1,234.5}, {@code 1e-3}. Nothing is guessed: {@code 1,000} could be one
 * or a thousand, and is neither; what only a program would write ({@code 12d}, {@code 0x1p3}) is no number.
 */
public final class TypedNumber {

    private static final Pattern PLAIN = Pattern.compile("[+-]?(?:\\d+(?:[.,]\\d*)?|[.,]\\d+)(?:[eE][+-]?\\d{1,3})?");
    private static final Pattern EITHER = Pattern.compile("[+-]?[1-9]\\d{0,2},\\d{3}");
    private static final Pattern POINT = Pattern.compile("([+-]?\\d{1,3}(?:,\\d{3})+)(\\.\\d*)");
    private static final Pattern COMMA = Pattern.compile("([+-]?\\d{1,3}(?:\\.\\d{3})+)(,\\d*)");

    private TypedNumber() {}

    /** Whether a language writes {@code 4,5}. */
    public static boolean comma(Locale language) {
        return DecimalFormatSymbols.getInstance(language).getDecimalSeparator() == ',';
    }

    /** As a field shows it in a language, so that {@link #of(String, Locale)} reads exactly it there; without a sign that is not needed. */
    public static String shown(double v, Locale language) {
        String plain = v == Math.rint(v) && Math.abs(v) < 1e15 ? String.valueOf((long) v) : String.valueOf(v);
        if (!comma(language)) {
            return plain;
        }
        String text = plain.replace('.', ',');
        // 1,125 could be read as a thousand and more
        return EITHER.matcher(text).matches() ? text + "0" : text;
    }

    /**
     * The same where the language is known: {@code 1.000} is a thousand to those who write {@code 4,5}, and is as unclear there.
     *
     * @throws IllegalArgumentException if it is none, or could be several; the message is for people, without a full stop
     */
    public static double of(String typed, Locale language) {
        String text = plainly(typed);
        if (comma(language) && EITHER.matcher(text.replace('.', ',')).matches()) {
            throw new IllegalArgumentException(CoreTexts.say(
                    "core.text.typedNumber.canMeanOrWriteIt",
                    "shown",
                    shown(typed),
                    "replace",
                    text.replaceAll("[.,]", ""),
                    "replace2",
                    text.replace('.', ',') + "0"));
        }
        return of(typed);
    }

    /** @throws IllegalArgumentException if it is none, or could be several; the message is for people, without a full stop */
    public static double of(String typed) {
        String text = plainly(typed);
        if (EITHER.matcher(text).matches()) {
            throw new IllegalArgumentException(CoreTexts.say(
                    "core.text.typedNumber.canMeanOrWriteIt",
                    "shown",
                    shown(typed),
                    "replace",
                    text.replace(",", ""),
                    "replace2",
                    text.replace(',', '.')));
        }
        Matcher point = POINT.matcher(text);
        Matcher comma = COMMA.matcher(text);
        String plain = point.matches()
                ? point.group(1).replace(",", "") + point.group(2)
                : comma.matches() ? comma.group(1).replace(".", "") + comma.group(2) : text;
        if (PLAIN.matcher(plain).matches()) {
            double v = Double.parseDouble(plain.replace(',', '.'));
            if (Double.isFinite(v)) {
                return v;
            }
        }
        throw new IllegalArgumentException(CoreTexts.say("core.text.typedNumber.isNotANumber", "shown", shown(typed)));
    }

    private static String plainly(String typed) {
        return typed.strip().replace('−', '-').replaceAll("[\\u00a0\\u202f ]", "");
    }

    private static String shown(String typed) {
        String text = typed.strip();
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }
}
