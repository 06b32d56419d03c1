package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.time.LocalDate;

/**
 * A trip.
 *
 * @param person account of whoever goes
 * @param personName as pages show it
 * @param changedAt when it or one of its tasks last changed
 * @param closedAt when it was over; null as long as it is not
 */
public record Round(
        long id,
        String name,
        LocalDate day,
        String person,
        String personName,
        String remarks,
        Instant createdAt,
        String createdBy,
        Instant changedAt,
        Instant closedAt,
        String closedBy,
        long tasks,
        long done) {

    public boolean open() {
        return closedAt == null;
    }
}
