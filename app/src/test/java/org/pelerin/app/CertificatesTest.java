package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.security.KeyPair;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.organisation.key.DocumentSigner;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.app.organisation.key.SampleCertificates;
import org.pelerin.app.organisation.key.SampleCertificates.Owned;
import org.pelerin.proof.PdfProof;
import org.pelerin.proof.Trust;
import org.springframework.jdbc.core.JdbcTemplate;

/** An organisation's own certificate on the page of certificates: taken, used for documents, and replaced again. */
@Tag("bed")
@Timeout(120)
class CertificatesTest extends PageTest {

    private static final String PASSWORD = "open please";

    @Test
    void documents_are_signed_by_the_certificate_that_the_organisation_brings() throws Exception {
        TestBed bed = TestBed.get();
        InstallationKeys keys = bed.bean(InstallationKeys.class);
        Instant from = bed.bean(java.time.Clock.class).instant().minus(Duration.ofDays(3));
        Owned authority = SampleCertificates.of(
                "CN=Mountain authority", SampleCertificates.pair("EC", 384), from, KeyUsage.keyCertSign, null);
        KeyPair pair = SampleCertificates.pair("RSA", 2048);
        Owned own = SampleCertificates.of(
                "CN=Ostrel\\, quality,O=Creameries", pair, from, KeyUsage.digitalSignature, authority);
        byte[] file = SampleCertificates.file(PASSWORD, pair.getPrivate(), own.certificate(), authority.certificate());
        byte[] before = signed(bed);
        try (BrowserContext context = bed.browser().newContext()) {
            Page admin = TestBed.signedIn(context, bed.address, "admin");
            admin.navigate(bed.address + "/certificates");
            Axe.check(admin);
            save(admin, file, "wrong");
            assertThat(admin.locator(".refused")).containsText("The password does not open the file");
            save(admin, "x".getBytes(), PASSWORD);
            assertThat(admin.locator(".refused")).containsText("is not a PKCS#12 file");
            save(admin, file, PASSWORD);
            assertThat(admin.locator(".said")).containsText("signed by “Ostrel, quality” from now on");
            assertThat(admin.locator("tr:has-text('Ostrel, quality')")).containsText("in use");
            // what is sealed is no key that somebody could read
            String sealed = bed.bean(JdbcTemplate.class)
                    .queryForObject(
                            "SELECT sealed_key FROM installation_key WHERE purpose = 'DOCUMENT' AND retired_at IS NULL",
                            String.class);
            assertThat(sealed)
                    .doesNotContain(java.util.Base64.getEncoder()
                            .encodeToString(pair.getPrivate().getEncoded())
                            .substring(40, 90));

            byte[] pdf = signed(bed);
            Trust trust = new Trust(Set.of(Trust.fingerprint(own.certificate())));
            assertThat(PdfProof.of(pdf, trust).proven()).isTrue();
            assertThat(PdfProof.of(pdf, keys.trust()).proven()).isTrue();
            assertThat(PdfProof.of(before, trust).proven()).isFalse();
            assertThat(PdfProof.of(before, keys.trust()).proven()).isTrue();
            try (var document = Loader.loadPDF(pdf)) {
                assertThat(document.getSignatureDictionaries().get(0).getName()).isEqualTo("Ostrel, quality");
            }
            // the same once more would leave nobody to sign
            save(admin, file, PASSWORD);
            assertThat(admin.locator(".refused")).containsText("already known here");
            assertThat(keys.signer(KeyPurpose.DOCUMENT).certificate()).isEqualTo(own.certificate());
            assertThat(keys.signer(KeyPurpose.DOCUMENT).chain()).containsExactly(authority.certificate());
        } finally {
            keys.rotate(KeyPurpose.DOCUMENT, "admin");
        }
        assertThat(PdfProof.of(signed(bed), keys.trust()).proven()).isTrue();
        page.navigate(bed.address + "/certificates");
        assertThat(page.locator("tr:has-text('Ostrel, quality')")).containsText("retired");
        // who may not, is not offered it
        assertThat(page.locator("#own-file")).hasCount(0);
    }

    private static void save(Page admin, byte[] file, String password) {
        admin.setInputFiles("#own-file", new FilePayload("own.p12", "application/x-pkcs12", file));
        admin.fill("#own-password", password);
        admin.locator("form:has(#own-file) button").click();
    }

    private static byte[] signed(TestBed bed) throws Exception {
        try (var document = new org.apache.pdfbox.pdmodel.PDDocument();
                var out = new java.io.ByteArrayOutputStream()) {
            document.addPage(new org.apache.pdfbox.pdmodel.PDPage());
            document.save(out);
            return bed.bean(DocumentSigner.class).signed(out.toByteArray(), Instant.now());
        }
    }
}
