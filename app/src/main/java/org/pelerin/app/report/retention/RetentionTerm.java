package org.pelerin.app.report.retention;

/**
 * How long records are kept.
 *
 * @param target the site or the plan; 0 for all records
 * @param name of it; null for all
 * @param months after the end of the record, at least 1
 */
public record RetentionTerm(Via via, long target, String name, int months) {

    public enum Via {
        ALL,
        SITE,
        PLAN
    }

    static final int MOST_MONTHS = 1200;
}
