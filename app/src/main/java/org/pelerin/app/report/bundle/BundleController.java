package org.pelerin.app.report.bundle;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.link.carrier.CarrierException;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Bundles, handed out and taken in. */
@Controller
class BundleController {

    /** It cannot be written. */
    static final class NotWrittenException extends NotDoneException {
        NotWrittenException(String message) {
            super(message);
        }
    }

    private final MissionService missions;
    private final BundleExport export;
    private final BundleIntake intake;

    BundleController(MissionService missions, BundleExport export, BundleIntake intake) {
        this.missions = missions;
        this.export = export;
        this.intake = intake;
    }

    @GetMapping("/missions/{id}/bundle.zip")
    void bundle(@PathVariable long id, Principal me, HttpServletResponse response) throws IOException {
        Mission m = missions.find(id)
                .filter(Mission::collected)
                .orElseThrow(() -> new NotThereException("There is no collected mission " + id + "."));
        byte[] capture;
        try {
            capture = export.capture(m);
        } catch (CarrierException e) {
            throw new NotWrittenException("A bundle cannot hold it: " + e.getMessage());
        }
        response.setContentType("application/zip");
        response.setHeader("Content-Disposition", "attachment; filename=\"mission-" + id + "-bundle.zip\"");
        response.setHeader("Cache-Control", "no-store");
        export.write(m, capture, me.getName(), response.getOutputStream());
    }

    @PostMapping("/bundles")
    String take(@RequestParam MultipartFile file, Principal me, RedirectAttributes flash) throws IOException {
        Path there = Files.createTempFile("pelerin-bundle", ".zip");
        try {
            file.transferTo(there);
            String sha256 = Sha256.of(Files.readAllBytes(there));
            try (Bundle bundle = Bundle.open(there)) {
                BundleIntake.Taken taken = intake.take(bundle, sha256, me.getName());
                flash.addFlashAttribute(
                        taken.differs().isEmpty() ? "said" : "refused",
                        taken.differs().isEmpty()
                                ? "Taken in. Record and judgement have the same hashes as where it came from."
                                : "Taken in, but not as where it came from: " + String.join(" and ", taken.differs())
                                        + ".");
                return "redirect:/missions/" + taken.mission();
            }
        } catch (BundleException e) {
            throw new BundleIntake.NotTakenException(e.getMessage());
        } finally {
            Files.deleteIfExists(there);
        }
    }
}
