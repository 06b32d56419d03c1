package org.pelerin.core.text;

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

    /** @throws IllegalArgumentException if it is none, or could be several; the message is for people, without a full stop */
    public static double of(String typed) {
        String text = typed.strip().replace('−', '-').replaceAll("[\\u00a0\\u202f ]", "");
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

    private static String shown(String typed) {
        String text = typed.strip();
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }
}
