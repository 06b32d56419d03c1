package org.pelerin.app.organisation.key;

import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.time.Instant;
import org.pelerin.proof.Trust;

/**
 * A key of the installation, without its private part.
 *
 * @param certificate X.509, PEM
 * @param chain certificates that lead to its issuer, PEM; empty for one that signs itself
 * @param fingerprint the SHA-256 of its bytes
 * @param retiredAt when another one came into use; null for the one that is
 */
public record InstallationKey(
        long id,
        KeyPurpose purpose,
        String certificate,
        String chain,
        String fingerprint,
        Instant madeAt,
        String madeBy,
        Instant retiredAt) {

    /** Whose it is. */
    public String name() {
        return Trust.name(read());
    }

    public Instant validTo() {
        return read().getNotAfter().toInstant();
    }

    private X509Certificate read() {
        return Trust.certificates(certificate.getBytes(StandardCharsets.US_ASCII))
                .get(0);
    }

    public boolean inUse() {
        return retiredAt == null;
    }
}
