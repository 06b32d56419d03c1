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
        YearMonth last = YearMonth.from(to);
        boolean months = from.getDayOfMonth() == 1 && to.equals(last.atEndOfMonth());
        String shape = months ? "month" : "dayOfYear";
        String begin = DateFormats.of(shape).format(from);
        String end = DateFormats.of(shape).format(to);
        return begin.equals(end) ? begin : Texts.of("report.document.periodName.fromTo", "from", begin, "to", end);
    }
}
