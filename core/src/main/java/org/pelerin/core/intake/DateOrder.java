package org.pelerin.core.intake;

import org.pelerin.core.language.CoreTexts;

/** How a file writes its dates. */
public enum DateOrder {
    /** 2026-11-23, ISO 8601 and alike. */
    YEAR_FIRST("core.intake.dateOrder.yearMonthDay"),
    /** 23.11.2026. */
    DAY_FIRST("core.intake.dateOrder.dayMonthYear"),
    /** 11/23/2026. */
    MONTH_FIRST("core.intake.dateOrder.monthDayYear"),
    /** Seconds since 1970-01-01T00:00Z. */
    EPOCH_SECONDS("core.intake.dateOrder.secondsSince1970"),
    /** Milliseconds since 1970-01-01T00:00Z. */
    EPOCH_MILLIS("core.intake.dateOrder.millisecondsSince1970"),
    /** Days since 1899-12-30 on the local calendar, as spreadsheets count them; the fraction is the time of day. */
    DAY_NUMBER("core.intake.dateOrder.daysOfASpreadsheet");

    private final String words;

    DateOrder(String words) {
        this.words = words;
    }

    public String words() {
        return CoreTexts.say(words);
    }

    /** Whether it counts from a fixed instant, so that no zone matters. */
    public boolean absolute() {
        return this == EPOCH_SECONDS || this == EPOCH_MILLIS;
    }
}
