package org.pelerin.proof;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.Certificate;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import javax.naming.InvalidNameException;
import javax.naming.ldap.LdapName;
import org.pelerin.core.evidence.Sha256;

/**
 * The installations whose signatures somebody believes, by the SHA-256 of their certificates.
 *
 * @param fingerprints 64 hexadecimal digits each, in lower case; none where nobody said whom to believe
 */
public record Trust(Set<String> fingerprints) {

    /** Nobody was named. */
    public static final Trust NOBODY = new Trust(Set.of());

    public Trust {
        fingerprints = Set.copyOf(fingerprints);
    }

    /** @param pem certificates, one after the other in each */
    public static Trust of(Collection<String> pem) {
        return new Trust(pem.stream()
                .flatMap(p -> certificates(p.getBytes(java.nio.charset.StandardCharsets.US_ASCII)).stream())
                .map(Trust::fingerprint)
                .collect(Collectors.toSet()));
    }

    /**
     * @param named a file of certificates (PEM), or a fingerprint: 64 hexadecimal digits, colons or not
     * @throws BundleException if it is neither
     */
    public static Trust read(List<String> named) {
        Set<String> out = new HashSet<>();
        for (String name : named) {
            String digits =
                    name.replaceFirst("(?i)^sha-?256:", "").replace(":", "").toLowerCase(Locale.ROOT);
            if (digits.matches("[0-9a-f]{64}")) {
                out.add(digits);
                continue;
            }
            try {
                List<X509Certificate> all = certificates(Files.readAllBytes(Path.of(name)));
                all.forEach(c -> out.add(fingerprint(c)));
            } catch (IOException e) {
                throw new BundleException("The certificate " + name + " cannot be read", e);
            }
        }
        return new Trust(out);
    }

    /** @throws BundleException if it is none */
    public static List<X509Certificate> certificates(byte[] pem) {
        try {
            Collection<? extends Certificate> all =
                    CertificateFactory.getInstance("X.509").generateCertificates(new ByteArrayInputStream(pem));
            if (all.isEmpty()) {
                throw new BundleException("There is no certificate in it");
            }
            return all.stream().map(X509Certificate.class::cast).toList();
        } catch (CertificateException e) {
            throw new BundleException("It is no certificate: " + e.getMessage(), e);
        }
    }

    /** The SHA-256 of a certificate's bytes (DER), by which people compare it. */
    public static String fingerprint(X509Certificate certificate) {
        try {
            return Sha256.of(certificate.getEncoded());
        } catch (CertificateException e) {
            throw new BundleException("It is no certificate: " + e.getMessage(), e);
        }
    }

    /** Whose a certificate is: its common name, else the whole of its subject. */
    public static String name(X509Certificate certificate) {
        String subject = certificate.getSubjectX500Principal().getName();
        try {
            return new LdapName(subject)
                    .getRdns().stream()
                            .filter(r -> r.getType().equalsIgnoreCase("CN"))
                            .map(r -> String.valueOf(r.getValue()))
                            .findFirst()
                            .orElse(subject);
        } catch (InvalidNameException e) {
            return subject;
        }
    }

    /** In groups, as people read it out. */
    public static String grouped(String fingerprint) {
        return String.join(" ", fingerprint.split("(?<=\\G.{8})"));
    }

    public boolean any() {
        return !fingerprints.isEmpty();
    }

    public boolean of(X509Certificate certificate) {
        return fingerprints.contains(fingerprint(certificate));
    }

    @Override
    public String toString() {
        return new TreeSet<>(fingerprints).toString();
    }
}
