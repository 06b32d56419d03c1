package org.pelerin.app.report.document;

import org.pelerin.app.platform.language.Texts;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How a span of days is called. */
final class PeriodName {

    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMMM uuuu", Locale.UK);
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);

    private PeriodName() {}

    /** “October 2026”, “July 2026 to September 2026”, “3 Oct 2026 to 17 Oct 2026”; both days belong to it. */
    static String of(LocalDate from, LocalDate to) {
        YearMonth first = YearMonth.from(from);
        YearMonth last = YearMonth.from(to);
        boolean months = from.getDayOfMonth() == 1 && to.equals(last.atEndOfMonth());
        if (months) {
            return first.equals(last) ? MONTH.format(first) : Texts.of("report.document.periodName.formatToFormat2", "format", MONTH.format(first), "format2", MONTH.format(last));
        }
        return from.equals(to) ? DAY.format(from) : Texts.of("report.document.periodName.formatToFormat2", "format", DAY.format(from), "format2", DAY.format(to));
    }
}
