package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.organisation.key.InstallationKey;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** By what bundles and documents of this installation are known. */
@RestController
@RequestMapping("/api/v1/certificates")
@Tag(name = "Certificates")
class CertificatesApi {

    /**
     * @param signs BUNDLE or DOCUMENT
     * @param sha256 of the certificate's bytes (DER)
     * @param retiredAt null for the one in use
     */
    record CertificateOut(String signs, String sha256, String pem, Instant madeAt, Instant retiredAt) {

        static CertificateOut of(InstallationKey k) {
            return new CertificateOut(k.purpose().name(), k.fingerprint(), k.certificate(), k.madeAt(), k.retiredAt());
        }
    }

    private final InstallationKeys keys;

    CertificatesApi(InstallationKeys keys) {
        this.keys = keys;
    }

    @Operation(summary = "The certificates of this installation, those in use and those before")
    @GetMapping
    List<CertificateOut> all() {
        return keys.all().stream().map(CertificateOut::of).toList();
    }
}
