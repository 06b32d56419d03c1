package org.pelerin.app.organisation.key;

import org.pelerin.app.platform.language.Texts;

/** What a key of the installation signs. */
public enum KeyPurpose {
    /** Bundles: Ed25519 (RFC 8032). */
    BUNDLE("Ed25519", "organisation.key.keyPurpose.bundles"),
    /** PDFs: ECDSA over P-256, which every reader of signed PDFs knows. */
    DOCUMENT("EC", "organisation.key.keyPurpose.pdfDocuments");

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
        return Texts.of(words);
    }
}
