package org.pelerin.app.organisation.key;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PrivateKey;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.Clock;
import java.util.Base64;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.secret.Seal;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.proof.Trust;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The keys of this installation: made at its first start, kept sealed, exchanged when somebody says so. Those before stay known, so that what they signed is
 * still told as ours.
 */
@Service
@Order(5)
@RetriedOnDeadlock
public class InstallationKeys implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(InstallationKeys.class);
    private static final String SYSTEM = "system";

    /** A private key with its certificate, to sign with, and what leads from that to its issuer. */
    public record Signer(PrivateKey key, X509Certificate certificate, List<X509Certificate> chain) {}

    private final KeyMapper mapper;
    private final HouseService house;
    private final Seal seal;
    private final AuditTrail audit;
    private final Clock clock;

    InstallationKeys(KeyMapper mapper, HouseService house, Seal seal, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.house = house;
        this.seal = seal;
        this.audit = audit;
        this.clock = clock;
    }

    /** Makes them at the first start; seals anew what is not sealed under the key that seals now. */
    @Override
    @Transactional
    public void run(ApplicationArguments args) {
        for (KeyPurpose purpose : KeyPurpose.values()) {
            ensure(purpose);
        }
        all().forEach(this::sealAnew);
    }

    private void sealAnew(InstallationKey key) {
        String sealed = mapper.sealed(key.id());
        String opened = seal.open(sealed);
        if (!opened.isEmpty() && !seal.current(sealed) && mapper.seal(key.id(), seal.close(opened), sealed) == 1) {
            audit.record(
                    SYSTEM,
                    "seal anew",
                    Texts.stored(
                            "stored.installationKeys.keyFor",
                            "purpose",
                            CurrentLanguage.inEnglish(key.purpose()::words)),
                    "",
                    key.fingerprint());
        }
    }

    /** Those in use first. */
    public List<InstallationKey> all() {
        return mapper.all();
    }

    /** All that ever signed here: what bears their signature comes from this installation. */
    public Trust trust() {
        return Trust.of(all().stream().map(InstallationKey::certificate).toList());
    }

    /** The one in use; made where there is none, and anew where its private part was sealed under another secret. */
    @Transactional
    public Signer signer(KeyPurpose purpose) {
        InstallationKey key = ensure(purpose);
        String opened = seal.open(mapper.sealed(key.id()));
        if (opened.isEmpty()) {
            LOG.warn(
                    "The key for {} was sealed under another secret and is lost; another one is made", purpose.words());
            exchange(key, SYSTEM, Texts.stored("stored.installationKeys.itWasSealedUnderAnother"));
            key = mapper.inUse(purpose);
            opened = seal.open(mapper.sealed(key.id()));
        }
        try {
            X509Certificate certificate = certificates(key.certificate()).get(0);
            if (clock.instant().isAfter(certificate.getNotAfter().toInstant())) {
                LOG.warn("The certificate for {} expired; another one is made", purpose.words());
                exchange(key, SYSTEM, Texts.stored("stored.installationKeys.itsCertificateExpired"));
                return signer(purpose);
            }
            return new Signer(
                    KeyFactory.getInstance(certificate.getPublicKey().getAlgorithm())
                            .generatePrivate(
                                    new PKCS8EncodedKeySpec(Base64.getDecoder().decode(opened))),
                    certificate,
                    certificates(key.chain()));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("The installation's key cannot be used", e);
        }
    }

    /** Another key from now on. */
    @Transactional
    public InstallationKey rotate(KeyPurpose purpose, String by) {
        exchange(ensure(purpose), by, "");
        return mapper.inUse(purpose);
    }

    /**
     * Documents are signed by a key that the organisation has from elsewhere from now on.
     *
     * @throws OwnCertificate.UnusableException if it has signed here before; nothing has changed then
     */
    @Transactional
    public InstallationKey use(OwnCertificate own, String by) {
        String fingerprint = Trust.fingerprint(own.certificate());
        if (all().stream().anyMatch(k -> k.fingerprint().equals(fingerprint))) {
            throw new OwnCertificate.UnusableException(
                    Texts.of("organisation.key.installationKeys.thisCertificateIsAlreadyKnown"));
        }
        if (mapper.retire(ensure(KeyPurpose.DOCUMENT).id(), clock.instant()) == 0) {
            throw new TooLateException(Texts.of("organisation.key.installationKeys.somebodyElseReplacedTheKey"));
        }
        insert(KeyPurpose.DOCUMENT, own.key(), own.certificate(), own.chain(), by, "the organisation's own");
        return mapper.inUse(KeyPurpose.DOCUMENT);
    }

    private InstallationKey ensure(KeyPurpose purpose) {
        if (mapper.inUse(purpose) == null) {
            make(purpose, SYSTEM, "");
        }
        return mapper.inUse(purpose);
    }

    private void exchange(InstallationKey before, String by, String reason) {
        // of two who do so at once, one does
        if (mapper.retire(before.id(), clock.instant()) == 1) {
            make(before.purpose(), by, reason);
        }
    }

    private void make(KeyPurpose purpose, String by, String reason) {
        CertificateMaker.Made made =
                CertificateMaker.make(purpose, house.house().name(), clock.instant());
        insert(purpose, made.pair().getPrivate(), made.certificate(), List.of(), by, reason);
    }

    private void insert(
            KeyPurpose purpose,
            PrivateKey key,
            X509Certificate certificate,
            List<X509Certificate> chain,
            String by,
            String reason) {
        String fingerprint = Trust.fingerprint(certificate);
        String sealed = seal.close(Base64.getEncoder().encodeToString(key.getEncoded()));
        String issuers = chain.stream().map(CertificateMaker::encoded).collect(Collectors.joining());
        if (mapper.insert(
                        purpose,
                        CertificateMaker.encoded(certificate),
                        fingerprint,
                        sealed,
                        issuers,
                        clock.instant(),
                        by)
                == 1) {
            audit.record(
                    by,
                    "make key",
                    Texts.stored(
                            "stored.installationKeys.keyFor", "purpose", CurrentLanguage.inEnglish(purpose::words)),
                    "",
                    fingerprint,
                    reason);
        }
    }

    private static List<X509Certificate> certificates(String pem) throws CertificateException {
        return CertificateFactory.getInstance("X.509")
                .generateCertificates(new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII)))
                .stream()
                .map(X509Certificate.class::cast)
                .toList();
    }
}
