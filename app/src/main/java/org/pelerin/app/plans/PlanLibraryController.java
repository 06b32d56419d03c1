package org.pelerin.app.plans;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.UploadedText;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.PlanDifference;
import org.pelerin.core.text.CleanText;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What can be done with whole plans: their versions, comparing, copying, sharing. */
@Controller
class PlanLibraryController {

    private final PlanService plans;
    private final PlaceService places;
    private final Clock clock;

    PlanLibraryController(PlanService plans, PlaceService places, Clock clock) {
        this.clock = clock;
        this.plans = plans;
        this.places = places;
    }

    /** A version in the list, with what it changed against the one before. */
    record Row(PlanVersion version, List<PlanDifference> changes) {}

    @GetMapping("/plans/{id}/versions")
    String versions(@PathVariable long id, Model page) {
        StoredPlan plan = plan(id);
        List<PlanVersion> versions = plans.versions(id);
        List<Row> rows = java.util.stream.IntStream.range(0, versions.size())
                .mapToObj(i -> new Row(
                        versions.get(i),
                        i + 1 == versions.size()
                                ? List.of()
                                : PlanDifference.between(
                                        plans.settings(versions.get(i + 1)), plans.settings(versions.get(i)))))
                .toList();
        page.addAttribute("room", "plans");
        page.addAttribute("plan", plan);
        page.addAttribute("rows", rows);
        page.addAttribute(
                "others",
                plans.withArchived().stream()
                        .filter(p -> p.id() != id && p.model().equals(plan.model()))
                        .toList());
        page.addAttribute("spots", places.choices(null));
        page.addAttribute(
                "defaults",
                plans.defaults().stream().filter(d -> d.planId() == id).toList());
        return "plans/versions";
    }

    /** @param version of the first plan, or 0 for its newest; {@code otherVersion} of the second */
    @GetMapping("/plans/{id}/compare")
    String compare(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int version,
            @RequestParam long other,
            @RequestParam(defaultValue = "0") int otherVersion,
            Model page) {
        StoredPlan a = plan(id);
        StoredPlan b = plan(other);
        page.addAttribute("room", "plans");
        page.addAttribute("a", a);
        page.addAttribute("b", b);
        page.addAttribute("aVersion", version == 0 ? a.version() : version);
        page.addAttribute("bVersion", otherVersion == 0 ? b.version() : otherVersion);
        page.addAttribute("differences", PlanDifference.between(settings(a, version), settings(b, otherVersion)));
        return "plans/compare";
    }

    private Plan settings(StoredPlan plan, int version) {
        return version == 0
                ? plans.settings(plan)
                : plans.version(plan.id(), version)
                        .map(plans::settings)
                        .orElseThrow(() -> new NotThereException(Texts.of(
                                "plans.planLibraryController.hasNoVersion", "name", plan.name(), "version", version)));
    }

    @PostMapping("/plans/{id}/duplicate")
    String duplicate(@PathVariable long id, Principal me) {
        plan(id);
        return "redirect:/plans/" + plans.duplicate(id, me.getName()).id();
    }

    @PostMapping("/plans/{id}/archive")
    String archive(@PathVariable long id, @RequestParam boolean archived, Principal me, RedirectAttributes flash) {
        String name = plan(id).name();
        plans.archive(id, archived, me.getName());
        flash.addFlashAttribute(
                "said",
                archived
                        ? Texts.of("plans.planLibraryController.isArchivedWithAllIts", "name", name)
                        : Texts.of("plans.planLibraryController.isRestored", "name", name));
        return "redirect:/plans/" + id + "/versions";
    }

    @PostMapping("/plans/{id}/default")
    String makeDefault(
            @PathVariable long id, @RequestParam(required = false) Long spot, Principal me, RedirectAttributes flash) {
        plan(id);
        plans.makeDefault(id, spot, me.getName());
        flash.addFlashAttribute("said", Texts.of("plans.planLibraryController.itIsNowTheFirst"));
        return "redirect:/plans/" + id + "/versions";
    }

    @PostMapping("/plans/{id}/no-default")
    String dropDefaults(@PathVariable long id, Principal me) {
        plan(id);
        plans.dropDefaults(id, me.getName());
        return "redirect:/plans/" + id + "/versions";
    }

    @GetMapping("/plans/{id}/plan.json")
    ResponseEntity<byte[]> file(@PathVariable long id) {
        StoredPlan plan = plan(id);
        String name = plan.name().replaceAll("[^A-Za-z0-9]+", "-").replaceAll("^-|-$", "");
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        "Content-Disposition",
                        "attachment; filename=\"" + name + "-v" + plan.version() + ".plan.json\"")
                .body(PlanDocument.file(plan.name(), plans.settings(plan)).getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/plans/import")
    String read(@RequestParam MultipartFile file, Principal me, RedirectAttributes flash) throws IOException {
        try {
            PlanDocument document = PlanDocument.read(UploadedText.of(file, "/plans"));
            LoggerModel model = ModelCatalogue.find(document.plan().model())
                    .orElseThrow(() -> new DocumentException(
                            Texts.of(
                                    "plans.planLibraryController.thereIsNoLoggerModel",
                                    "model",
                                    document.plan().model()),
                            "plan.model",
                            0));
            if (document.plan().channels().size() != model.channels().size()) {
                throw new DocumentException(
                        Texts.of(
                                "plans.planLibraryController.hasChannelsThePlanHas",
                                "name",
                                model.name(),
                                "channels",
                                model.channels().size(),
                                "channels2",
                                document.plan().channels().size()),
                        "plan.channels",
                        0);
            }
            impossible(model, document.plan());
            String name = document.name().isBlank()
                    ? CleanText.line(String.valueOf(file.getOriginalFilename()))
                    : document.name();
            StoredPlan stored = plans.take(shortened(name == null ? "Plan" : name), document.plan(), me.getName());
            flash.addFlashAttribute("said", Texts.of("plans.planLibraryController.importedCheckThePlanBefore"));
            return "redirect:/plans/" + stored.id();
        } catch (DocumentException e) {
            flash.addFlashAttribute(
                    "refused", Texts.of("plans.planLibraryController.theFileWasNotImported", "reason", e.getMessage()));
            return "redirect:/plans";
        }
    }

    /** What its model can never carry out does not come in; what only today speaks against it does. */
    private void impossible(LoggerModel model, Plan plan) {
        PlanPages.impossible(model, plan, clock.instant()).ifPresent(c -> {
            throw new DocumentException(c.message() + ". " + c.fix(), "plan." + c.field(), 0);
        });
    }

    private static String shortened(String name) {
        return Length.PLAN_NAME.cut(name);
    }

    private StoredPlan plan(long id) {
        return plans.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("plans.planLibraryController.thereIsNoPlan", "id", id)));
    }
}
