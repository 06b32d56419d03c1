package org.pelerin.app.report.bundle;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.link.carrier.CarrierException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Bundles, handed out. */
@Controller
class BundleController {

    /** It cannot be written. */
    static final class NotWrittenException extends NotDoneException {
        NotWrittenException(String message) {
            super(message);
        }
    }

    private final MissionQueries missions;
    private final BundleExport export;

    BundleController(MissionQueries missions, BundleExport export) {
        this.missions = missions;
        this.export = export;
    }

    @GetMapping("/missions/{id}/bundle.zip")
    void bundle(@PathVariable long id, Principal me, HttpServletResponse response) throws IOException {
        Mission m = missions.find(id)
                .filter(Mission::collected)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("report.bundle.bundleController.thereIsNoCollectedMission", "id", id)));
        byte[] capture;
        try {
            capture = export.capture(m);
        } catch (CarrierException e) {
            throw new NotWrittenException(
                    Texts.of("report.bundle.bundleController.aBundleCannotHoldIt", "reason", e.getMessage()));
        }
        response.setContentType("application/zip");
        response.setHeader("Content-Disposition", "attachment; filename=\"mission-" + id + "-bundle.zip\"");
        response.setHeader("Cache-Control", "no-store");
        export.write(m, capture, me.getName(), response.getOutputStream());
    }
}
