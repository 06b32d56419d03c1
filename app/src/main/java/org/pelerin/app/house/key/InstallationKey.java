package org.pelerin.app.house.key;

import java.time.Instant;

/**
 * A key of the installation, without its private part.
 *
 * @param certificate X.509, PEM
 * @param fingerprint the SHA-256 of its bytes
 * @param retiredAt when another one came into use; null for the one that is
 */
public record InstallationKey(
        long id,
        KeyPurpose purpose,
        String certificate,
        String fingerprint,
        Instant madeAt,
        String madeBy,
        Instant retiredAt) {

    public boolean inUse() {
        return retiredAt == null;
    }
}
