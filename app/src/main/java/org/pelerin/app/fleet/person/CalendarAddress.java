package org.pelerin.app.fleet.person;

import java.time.Instant;

/**
 * That a person's calendar can be read under a secret address.
 *
 * @param readAt when it was last asked for, or null
 */
public record CalendarAddress(String account, Instant madeAt, Instant readAt) {}
