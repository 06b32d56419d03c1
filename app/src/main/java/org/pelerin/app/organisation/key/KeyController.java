package org.pelerin.app.organisation.key;

import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The certificates of this installation, for everybody to take along; another key, for administrators. */
@Controller
class KeyController {

    private final InstallationKeys keys;
    private final Clock clock;

    KeyController(InstallationKeys keys, Clock clock) {
        this.keys = keys;
        this.clock = clock;
    }

    @GetMapping("/certificates")
    String page(Model page) {
        page.addAttribute("room", "reports");
        page.addAttribute("keys", keys.all());
        return "house/certificates";
    }

    /** All of them, as {@code verify --trust} takes them. */
    @GetMapping("/certificates.pem")
    ResponseEntity<String> pem() {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/x-pem-file"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"pelerin-certificates.pem\"")
                .body(keys.all().stream().map(InstallationKey::certificate).collect(Collectors.joining()));
    }

    /** @param file PKCS#12 */
    @PostMapping("/admin/keys/own")
    String own(
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "") String password,
            Principal me,
            RedirectAttributes flash)
            throws IOException {
        InstallationKey now =
                keys.use(OwnCertificate.read(file.getBytes(), password.toCharArray(), clock.instant()), me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("organisation.key.keyController.pdfDocumentsAreSignedBy", "name", now.name()));
        return "redirect:/certificates";
    }

    @PostMapping("/admin/keys/rotate")
    String rotate(@RequestParam KeyPurpose purpose, Principal me, RedirectAttributes flash) {
        InstallationKey now = keys.rotate(purpose, me.getName());
        flash.addFlashAttribute(
                "said",
                Texts.of(
                        "organisation.key.keyController.areSignedByAnotherKey",
                        "purpose",
                        purpose.words(),
                        "substring",
                        now.fingerprint().substring(0, 8)));
        return "redirect:/certificates";
    }
}
