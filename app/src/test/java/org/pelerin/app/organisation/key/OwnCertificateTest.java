package org.pelerin.app.organisation.key;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.security.KeyPair;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.time.Duration;
import java.time.Instant;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.junit.jupiter.api.Test;
import org.pelerin.app.organisation.key.SampleCertificates.Owned;
import org.pelerin.proof.Trust;

/** PKCS#12 files that an organisation brings: what is taken, and what each is refused for. */
class OwnCertificateTest {

    private static final Instant NOW = Instant.parse("2026-11-30T08:00:00Z");
    private static final Instant BEFORE = NOW.minus(Duration.ofDays(10));
    private static final String PASSWORD = "cellar key";

    private static Owned owned(KeyPair pair) throws Exception {
        return SampleCertificates.of("CN=Quality,O=Ostrel creameries", pair, BEFORE, KeyUsage.digitalSignature, null);
    }

    private static OwnCertificate read(byte[] file) {
        return OwnCertificate.read(file, PASSWORD.toCharArray(), NOW);
    }

    private static void refused(ThrowingCallable reading, String message) {
        assertThatThrownBy(reading)
                .isInstanceOf(OwnCertificate.UnusableException.class)
                .hasMessageContaining(message);
    }

    @Test
    void rsa_and_ec_with_their_issuers_are_taken() throws Exception {
        Owned authority = SampleCertificates.of(
                "CN=Mountain authority", SampleCertificates.pair("EC", 384), BEFORE, KeyUsage.keyCertSign, null);
        for (KeyPair pair : new KeyPair[] {SampleCertificates.pair("RSA", 2048), SampleCertificates.pair("EC", 256)}) {
            Owned own = SampleCertificates.of("CN=Quality", pair, BEFORE, KeyUsage.nonRepudiation, authority);
            OwnCertificate read = read(
                    SampleCertificates.file(PASSWORD, pair.getPrivate(), own.certificate(), authority.certificate()));
            assertThat(read.certificate()).isEqualTo(own.certificate());
            assertThat(read.chain()).containsExactly(authority.certificate());
            assertThat(read.key()).isEqualTo(pair.getPrivate());
        }
        // no key usage said is any
        KeyPair pair = SampleCertificates.pair("EC", 256);
        Owned any = SampleCertificates.of("CN=Any", pair, BEFORE, -1, null);
        assertThat(read(SampleCertificates.file(PASSWORD, pair.getPrivate(), any.certificate()))
                        .chain())
                .isEmpty();
    }

    @Test
    void a_wrong_password_and_what_is_no_such_file_are_told_apart() throws Exception {
        KeyPair pair = SampleCertificates.pair("EC", 256);
        byte[] file = SampleCertificates.file(
                "another", pair.getPrivate(), owned(pair).certificate());
        refused(() -> read(file), "The password does not open the file");
        refused(() -> read("no key store".getBytes(StandardCharsets.UTF_8)), "is not a PKCS#12 file");
        refused(() -> read(new byte[0]), "is not a PKCS#12 file");
        byte[] cut = java.util.Arrays.copyOf(file, file.length / 2);
        refused(() -> read(cut), "is not a PKCS#12 file");
    }

    @Test
    void one_without_a_key_or_with_several_says_what_to_export() throws Exception {
        KeyPair pair = SampleCertificates.pair("EC", 256);
        refused(
                () -> read(SampleCertificates.file(PASSWORD, null, owned(pair).certificate())),
                "holds no private key. Export");
        KeyStore two = KeyStore.getInstance("PKCS12");
        two.load(null, null);
        for (String alias : new String[] {"a", "b"}) {
            KeyPair other = SampleCertificates.pair("EC", 256);
            two.setKeyEntry(alias, other.getPrivate(), PASSWORD.toCharArray(), new Certificate[] {
                owned(other).certificate()
            });
        }
        byte[] both = SampleCertificates.bytes(two, PASSWORD);
        refused(() -> read(both), "holds 2 private keys");
    }

    @Test
    void it_has_to_be_valid_now_and_for_signing() throws Exception {
        KeyPair pair = SampleCertificates.pair("EC", 256);
        Owned old =
                SampleCertificates.of("CN=Old", pair, NOW.minus(Duration.ofDays(401)), KeyUsage.digitalSignature, null);
        refused(
                () -> read(SampleCertificates.file(PASSWORD, pair.getPrivate(), old.certificate())),
                "The certificate expired on 2026-11-29");
        Owned early =
                SampleCertificates.of("CN=New", pair, NOW.plus(Duration.ofDays(2)), KeyUsage.digitalSignature, null);
        refused(
                () -> read(SampleCertificates.file(PASSWORD, pair.getPrivate(), early.certificate())),
                "not valid before 2026-12-02");
        Owned mail = SampleCertificates.of("CN=Mail", pair, BEFORE, KeyUsage.keyEncipherment, null);
        refused(
                () -> read(SampleCertificates.file(PASSWORD, pair.getPrivate(), mail.certificate())),
                "not for signing");
    }

    @Test
    void short_keys_other_kinds_and_keys_of_another_certificate_are_refused() throws Exception {
        KeyPair small = SampleCertificates.pair("RSA", 1024);
        refused(
                () -> read(SampleCertificates.file(
                        PASSWORD, small.getPrivate(), owned(small).certificate())),
                "The key is too short");
        KeyPair edwards = SampleCertificates.pair("Ed25519", 0);
        refused(
                () -> read(SampleCertificates.file(
                        PASSWORD, edwards.getPrivate(), owned(edwards).certificate())),
                "signed with RSA or EC keys");
        KeyPair one = SampleCertificates.pair("EC", 256);
        KeyPair other = SampleCertificates.pair("EC", 256);
        refused(
                () -> read(SampleCertificates.file(
                        PASSWORD, one.getPrivate(), owned(other).certificate())),
                "does not belong to the certificate");
    }

    @Test
    void whose_it_is_is_its_common_name_as_it_was_meant() throws Exception {
        KeyPair pair = SampleCertificates.pair("EC", 256);
        assertThat(Trust.name(owned(pair).certificate())).isEqualTo("Quality");
        assertThat(Trust.name(SampleCertificates.of("CN=Ostrel\\, Lirran & Co,C=FR", pair, BEFORE, -1, null)
                        .certificate()))
                .isEqualTo("Ostrel, Lirran & Co");
        assertThat(Trust.name(SampleCertificates.of("O=Nobody in particular", pair, BEFORE, -1, null)
                        .certificate()))
                .isEqualTo("O=Nobody in particular");
    }
}
