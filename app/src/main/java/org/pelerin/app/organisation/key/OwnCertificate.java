package org.pelerin.app.organisation.key;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.UnrecoverableKeyException;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.security.interfaces.ECPublicKey;
import java.security.interfaces.RSAPublicKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Date;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotDoneException;

/**
 * A key with its certificate that an organisation has from elsewhere, to sign documents with: a PKCS#12 file (RFC 7292).
 *
 * @param chain the certificates that lead to whoever issued it, in order; none for one that signs itself
 */
record OwnCertificate(PrivateKey key, X509Certificate certificate, List<X509Certificate> chain) {

    /** It cannot be used; the message says why and what to do, without a full stop. */
    static final class UnusableException extends NotDoneException {
        UnusableException(String message) {
            super(message);
        }

        @Override
        public String wayOn() {
            return "/certificates";
        }
    }

    private static final int LEAST_RSA_BITS = 2048;
    private static final int LEAST_EC_BITS = 256;
    private static final int LONGEST_CHAIN = 8;
    private static final int DIGITAL_SIGNATURE = 0;
    private static final int NON_REPUDIATION = 1;

    /**
     * @param now when it is to be used from
     * @throws UnusableException if it is no such file, the password is wrong, or the certificate is not for signing now
     */
    static OwnCertificate read(byte[] file, char[] password, Instant now) {
        try {
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(new ByteArrayInputStream(file), password);
            List<String> keys = new ArrayList<>();
            for (String alias : Collections.list(store.aliases())) {
                if (store.isKeyEntry(alias)) {
                    keys.add(alias);
                }
            }
            if (keys.size() != 1) {
                throw new UnusableException(
                        keys.isEmpty()
                                ? Texts.of("organisation.key.ownCertificate.theFileHoldsNoPrivate")
                                : Texts.of(
                                        "organisation.key.ownCertificate.theFileHoldsPrivateKeys",
                                        "keys",
                                        keys.size()));
            }
            Certificate[] all = store.getCertificateChain(keys.get(0));
            List<X509Certificate> certificates =
                    Arrays.stream(all).map(X509Certificate.class::cast).toList();
            OwnCertificate out = new OwnCertificate(
                    (PrivateKey) store.getKey(keys.get(0), password),
                    certificates.get(0),
                    certificates.subList(1, Math.min(certificates.size(), LONGEST_CHAIN)));
            out.check(now);
            return out;
        } catch (IOException e) {
            throw new UnusableException(
                    e.getCause() instanceof UnrecoverableKeyException
                            ? Texts.of("organisation.key.ownCertificate.thePasswordDoesNotOpen")
                            : Texts.of("organisation.key.ownCertificate.theFileIsNotA"));
        } catch (GeneralSecurityException | ClassCastException e) {
            throw new UnusableException(Texts.of("organisation.key.ownCertificate.theFileCannotBeUsed"));
        }
    }

    private void check(Instant now) throws GeneralSecurityException {
        if (now.isBefore(certificate.getNotBefore().toInstant())) {
            throw new UnusableException(Texts.of(
                    "organisation.key.ownCertificate.theCertificateIsNotValid",
                    "day",
                    day(certificate.getNotBefore())));
        }
        if (now.isAfter(certificate.getNotAfter().toInstant())) {
            throw new UnusableException(Texts.of(
                    "organisation.key.ownCertificate.theCertificateExpiredOn", "day", day(certificate.getNotAfter())));
        }
        boolean[] usage = certificate.getKeyUsage();
        if (usage != null && !usage[DIGITAL_SIGNATURE] && !usage[NON_REPUDIATION]) {
            throw new UnusableException(Texts.of("organisation.key.ownCertificate.theCertificateIsNotFor"));
        }
        PublicKey known = certificate.getPublicKey();
        if (known instanceof RSAPublicKey rsa && rsa.getModulus().bitLength() < LEAST_RSA_BITS
                || known instanceof ECPublicKey ec
                        && ec.getParams().getCurve().getField().getFieldSize() < LEAST_EC_BITS) {
            throw new UnusableException(Texts.of("organisation.key.ownCertificate.theKeyIsTooShort"));
        }
        byte[] text = {1, 2, 3};
        Signature signs = Signature.getInstance(algorithm(known));
        signs.initSign(key);
        signs.update(text);
        byte[] signature = signs.sign();
        signs.initVerify(known);
        signs.update(text);
        if (!signs.verify(signature)) {
            throw new UnusableException(Texts.of("organisation.key.ownCertificate.thePrivateKeyDoesNot"));
        }
    }

    private static String day(Date d) {
        return d.toInstant().toString().substring(0, 10);
    }

    /** @throws UnusableException if documents are not signed by keys of its kind */
    static String algorithm(PublicKey key) {
        return switch (key.getAlgorithm()) {
            case "RSA" -> "SHA256withRSA";
            case "EC" -> "SHA256withECDSA";
            default ->
                throw new UnusableException(Texts.of(
                        "organisation.key.ownCertificate.documentsAreSignedWithRsa", "algorithm", key.getAlgorithm()));
        };
    }
}
