package org.pelerin.core.exchange;

import java.time.Duration;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Durations in documents: ISO 8601 in upper case, in weeks or in days, hours, minutes and seconds to the millisecond. Months and years have no
 * length, signs no meaning.
 */
final class IsoDuration {

    /** The schemas say it in the same letters. */
    static final String PATTERN =
            "^P(?=\\d|T\\d)(\\d{1,6}W|(\\d{1,6}D)?(T(?=\\d)(\\d{1,9}H)?(\\d{1,9}M)?(\\d{1,12}(\\.\\d{1,3})?S)?)?)$";

    private static final Pattern FORM = Pattern.compile(PATTERN);

    private IsoDuration() {}

    /** @throws IllegalArgumentException if it is none */
    static Duration parse(String text) {
        Matcher m = FORM.matcher(text);
        if (!m.matches()) {
            throw new IllegalArgumentException(
                    text.startsWith("-P")
                            ? "a duration is not negative"
                            : "“" + text + "” is no ISO 8601 duration, such as PT1H30M");
        }
        String whole = m.group(1);
        return whole.endsWith("W")
                ? Duration.ofDays(7L * Integer.parseInt(whole.substring(0, whole.length() - 1)))
                : Duration.parse(text);
    }
}
