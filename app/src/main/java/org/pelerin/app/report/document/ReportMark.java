package org.pelerin.app.report.document;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** By what a PDF says which report it is: its title. */
public final class ReportMark {

    private static final Pattern TITLE = Pattern.compile("Report (\\d{1,18}): .*", Pattern.DOTALL);

    private ReportMark() {}

    static String title(long report, String title) {
        return "Report " + report + ": " + title;
    }

    /** The number that a title names; empty for none. */
    public static Optional<Long> number(String title) {
        Matcher m = TITLE.matcher(title == null ? "" : title);
        return m.matches() ? Optional.of(Long.valueOf(m.group(1))) : Optional.empty();
    }
}
