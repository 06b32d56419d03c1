package org.pelerin.core.plan;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names that count: loggers and channels in a pattern, and a logger's runs behind the last {@code #}. */
public final class LoggerNames {

    private static final Pattern COUNTED = Pattern.compile("(.*#)(\\d{1,9})");

    private static final Pattern NUMBER = Pattern.compile("\\{n(?::0(\\d))?}");

    private LoggerNames() {}

    /**
     * A pattern with a number in the place of each {@code {n}}; {@code {n:03}} has three digits at least, with zeros before it. What is written otherwise
     * stays as it is.
     */
    public static String numbered(String pattern, int n) {
        return NUMBER.matcher(pattern)
                .replaceAll(m -> m.group(1) == null || m.group(1).equals("0")
                        ? String.valueOf(n)
                        : String.format("%0" + m.group(1) + "d", n));
    }

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
