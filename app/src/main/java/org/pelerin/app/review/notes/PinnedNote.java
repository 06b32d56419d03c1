package org.pelerin.app.review.notes;

import java.time.Instant;

/** What somebody noted at an instant of a mission; over a stretch of it where the two instants differ. */
public record PinnedNote(long id, Instant fromAt, Instant toAt, String text, Instant madeAt, String madeBy) {}
