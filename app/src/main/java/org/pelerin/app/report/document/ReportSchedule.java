package org.pelerin.app.report.document;

import java.time.Instant;
import java.time.LocalDate;
import org.pelerin.app.platform.language.Texts;

/**
 * A report that is made again and again.
 *
 * @param site null for all, as {@code spot}
 * @param mailTo empty for nobody
 * @param nextOn the day on which the next is made, of what was over the day before
 */
public record ReportSchedule(
        long id,
        Long site,
        Long spot,
        Span span,
        ReportSpec spec,
        String mailTo,
        LocalDate nextOn,
        Instant madeAt,
        String madeBy) {

    /** How much time one of them is about. */
    public enum Span {
        MONTH("report.document.reportSchedule.eachMonth", 1),
        QUARTER("report.document.reportSchedule.eachQuarter", 3);

        private final String words;
        private final int months;

        Span(String words, int months) {
            this.words = words;
            this.months = months;
        }

        public String words() {
            return Texts.of(words);
        }

        /** The day after the span that a day is in: the first on which that can be reported. */
        public LocalDate after(LocalDate day) {
            LocalDate first = day.withDayOfMonth(1);
            return first.minusMonths((first.getMonthValue() - 1) % months).plusMonths(months);
        }

        /** The first day of the span that was over the day before. */
        public LocalDate before(LocalDate next) {
            return next.minusMonths(months);
        }
    }

    /** What the next one is about. */
    Report.Scope scope() {
        return new Report.Scope(null, site, spot, span.before(nextOn), nextOn.minusDays(1));
    }
}
