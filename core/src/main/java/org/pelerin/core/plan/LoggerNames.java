package org.pelerin.core.plan;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names that count a logger's runs: digits behind the last {@code #} go up by one each time it is put back to work. */
public final class LoggerNames {

    private static final Pattern COUNTED = Pattern.compile("(.*#)(\\d{1,9})");

    private LoggerNames() {}

    /**
     * The name for the next run: {@code VAULT#09} becomes {@code VAULT#10}, with as many digits at least. A name that counts nothing,
     * and one whose next would be too long, stay as they are.
     *
     * @param longest characters that the logger takes
     */
    public static String next(String name, int longest) {
        Matcher m = COUNTED.matcher(name);
        if (!m.matches()) {
            return name;
        }
        String digits = m.group(2);
        String next = m.group(1) + String.format("%0" + digits.length() + "d", Long.parseLong(digits) + 1);
        return next.length() > longest ? name : next;
    }
}
