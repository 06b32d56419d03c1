package org.pelerin.app.report.document;

import java.time.LocalDate;
import java.time.YearMonth;
import org.pelerin.app.platform.language.DateFormats;
import org.pelerin.app.platform.language.Texts;

/** How a span of days is called. */
final class PeriodName {

    private PeriodName() {}

    /** “October 2026”, “July 2026 to September 2026”, “3 Oct 2026 to 17 Oct 2026”; both days belong to it. */
    static String of(LocalDate from, LocalDate to) {
        YearMonth first = YearMonth.from(from);
        YearMonth last = YearMonth.from(to);
        boolean months = from.getDayOfMonth() == 1 && to.equals(last.atEndOfMonth());
        if (months) {
            return first.equals(last)
                    ? DateFormats.of("month").format(first)
                    : Texts.of(
                            "report.document.periodName.formatToFormat2",
                            "format",
                            DateFormats.of("month").format(first),
                            "format2",
                            DateFormats.of("month").format(last));
        }
        return from.equals(to)
                ? DateFormats.of("dayOfYear").format(from)
                : Texts.of(
                        "report.document.periodName.formatToFormat2",
                        "format",
                        DateFormats.of("dayOfYear").format(from),
                        "format2",
                        DateFormats.of("dayOfYear").format(to));
    }
}
