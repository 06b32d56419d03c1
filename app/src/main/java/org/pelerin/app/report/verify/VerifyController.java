package org.pelerin.app.report.verify;

import java.io.IOException;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Whether a file is what was handed out; for everybody who can sign in. */
@Controller
class VerifyController {

    private final Verification verification;

    VerifyController(Verification verification) {
        this.verification = verification;
    }

    @GetMapping("/verify")
    String page(Model page) {
        page.addAttribute("room", "reports");
        return "report/verify/verify";
    }

    @PostMapping("/verify")
    String verify(@RequestParam MultipartFile file, Model page) throws IOException {
        byte[] bytes = file.getBytes();
        page.addAttribute(
                "name", CleanText.line(file.getOriginalFilename() == null ? "file" : file.getOriginalFilename()));
        page.addAttribute("sha256", Sha256.of(bytes));
        page.addAttribute("v", verification.of(bytes));
        return page(page);
    }
}
