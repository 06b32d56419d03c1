package org.pelerin.app.report.verify;

import java.io.IOException;
import java.io.InputStream;
import java.security.Principal;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Whether a file is what was handed out; for everybody who can sign in. */
@Controller
class VerifyController {

    private final Verifications verifications;
    private final BundleImports imports;

    VerifyController(Verifications verifications, BundleImports imports) {
        this.verifications = verifications;
        this.imports = imports;
    }

    @GetMapping("/verify")
    String page(Model page) {
        page.addAttribute("room", "reports");
        return "report/verify/verify";
    }

    @PostMapping("/verify")
    String verify(@RequestParam MultipartFile file, Principal me) throws IOException {
        String name = CleanText.line(file.getOriginalFilename() == null ? "file" : file.getOriginalFilename());
        try (InputStream in = file.getInputStream()) {
            return "redirect:/verify/" + verifications.ask(name.isBlank() ? "file" : name, in, me.getName());
        }
    }

    /** What there is to say of it, once it is checked. */
    @GetMapping("/verify/{id}")
    String outcome(@PathVariable long id, Principal me, Model page) {
        Verifications.Asked asked = asked(id, me);
        page.addAttribute("asked", asked);
        page.addAttribute("v", asked.outcome());
        return page(page);
    }

    /** Imports a bundle that this check found sound. */
    @PostMapping("/verify/{id}/import")
    String importBundle(@PathVariable long id, Principal me) {
        imports.order(asked(id, me), me.getName());
        return "redirect:/verify/" + id;
    }

    private Verifications.Asked asked(long id, Principal me) {
        return verifications
                .find(id, me.getName())
                .orElseThrow(
                        () -> new NotThereException(Texts.of("report.verify.verifyController.thisCheckIsNoLonger")));
    }
}
