package org.pelerin.app.deployment.placing;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.ArrayList;
import org.pelerin.app.places.PlaceExchange;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.CutList;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.UploadedText;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Sites and spots as files, out and in. */
@Controller
class PlaceFilesController {

    private final PlaceExchange exchange;
    private final PlanService plans;
    private final Formats show;

    PlaceFilesController(PlaceExchange exchange, PlanService plans, Formats show) {
        this.exchange = exchange;
        this.plans = plans;
        this.show = show;
    }

    @GetMapping("/places.csv")
    ResponseEntity<byte[]> csv() {
        return file(exchange.csv(), "text/csv;charset=UTF-8", "places.csv");
    }

    @GetMapping("/places.geojson")
    ResponseEntity<byte[]> geoJson() {
        return file(exchange.geoJson(), "application/geo+json", "places.geojson");
    }

    private static ResponseEntity<byte[]> file(String text, String type, String name) {
        return ResponseEntity.ok()
                .header("Content-Type", type)
                .header("Content-Disposition", "attachment; filename=\"" + name + "\"")
                .body(text.getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/places/import")
    String take(@RequestParam MultipartFile file, Principal me, Model page, RedirectAttributes flash)
            throws IOException {
        try {
            PlaceExchange.Taken taken = exchange.take(
                    UploadedText.of(file, "/places"),
                    name -> plans.all().stream()
                            .filter(p -> p.name().equals(name))
                            .map(StoredPlan::id)
                            .findFirst(),
                    me.getName());
            flash.addFlashAttribute(
                    "said",
                    Texts.of(
                            "deployment.placing.placeFilesController.newSitesNewSpotsUpdated",
                            "newSites",
                            taken.newSites(),
                            "newSpots",
                            taken.newSpots(),
                            "changed",
                            taken.changed()));
        } catch (PlaceExchange.UnreadableException e) {
            flash.addFlashAttribute("refused", Texts.of("deployment.placing.placeFilesController.nothingWasImported"));
            flash.addFlashAttribute("lines", new ArrayList<>(CutList.of(e.errors(), 40)));
        }
        return "redirect:/places";
    }
}
