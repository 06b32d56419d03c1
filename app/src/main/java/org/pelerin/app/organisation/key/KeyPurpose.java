package org.pelerin.app.organisation.key;

/** What a key of the installation signs. */
public enum KeyPurpose {
    /** Bundles: Ed25519 (RFC 8032). */
    BUNDLE("Ed25519", "bundles"),
    /** PDFs: ECDSA over P-256, which every reader of signed PDFs knows. */
    DOCUMENT("EC", "PDF documents");

    private final String algorithm;
    private final String words;

    KeyPurpose(String algorithm, String words) {
        this.algorithm = algorithm;
        this.words = words;
    }

    /** As {@link java.security.KeyPairGenerator} and {@link java.security.KeyFactory} name it. */
    String algorithm() {
        return algorithm;
    }

    public String words() {
        return words;
    }
}
