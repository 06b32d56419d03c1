package org.pelerin.app.platform.secret;

import java.time.Instant;

/**
 * A key that secrets are sealed under, as it is stored.
 *
 * @param id from 1; the greatest seals, all open
 * @param salt of the key that it is wrapped under
 * @param wrapped its 32 bytes, encrypted
 */
record SealingKey(int id, byte[] salt, byte[] wrapped, Instant madeAt) {}
