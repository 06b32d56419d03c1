package org.pelerin.app.dock;

import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.DockedLogger;
import org.pelerin.app.connect.WriteService;
import org.pelerin.app.mission.MissionDraft;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.plan.PlanForm;
import org.pelerin.app.plan.PlanPages;
import org.pelerin.app.plan.PlanService;
import org.pelerin.app.plan.StoredPlan;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.plan.ChannelText;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Writing a plan into a connected logger: the form, preflight beside it, a last look, and the writing. */
@Controller
class WriteController {

    private final Dock dock;
    private final WriteService writer;
    private final PlanService plans;
    private final PlanPages pages;
    private final PlaceService places;
    private final Show show;

    WriteController(
            Dock dock, WriteService writer, PlanService plans, PlanPages pages, PlaceService places, Show show) {
        this.dock = dock;
        this.writer = writer;
        this.plans = plans;
        this.pages = pages;
        this.places = places;
        this.show = show;
    }

    /**
     * @param plan id in the library, or 0 for a new one; absent, the default of the spot or the model, or the first that fits
     * @param spot where the logger is to go
     */
    @GetMapping("/dock/{serial}/write")
    String form(
            @PathVariable String serial,
            @RequestParam(required = false) Long plan,
            @RequestParam(required = false) Long spot,
            Model page) {
        DockedLogger logger = dock.get(serial);
        List<StoredPlan> fitting = fitting(logger);
        StoredPlan chosen = plan == null
                ? plans.defaultFor(logger.model().id(), spot).orElse(fitting.isEmpty() ? null : fitting.get(0))
                : fitting.stream().filter(p -> p.id() == plan).findFirst().orElse(null);
        PlanForm form = chosen == null || Long.valueOf(0).equals(plan)
                ? PlanForm.blank(logger.model())
                : pages.form(chosen.name(), chosen.version(), plans.settings(chosen));
        return show(page, logger, form, chosen, spot);
    }

    @PostMapping("/dock/{serial}/consequences")
    String consequences(
            @PathVariable String serial,
            @ModelAttribute PlanForm form,
            @RequestParam(required = false) Long spot,
            Model page) {
        DockedLogger logger = dock.get(serial);
        PlanForm.Parsed parsed = parse(logger, form);
        pages.fill(
                page,
                form,
                parsed,
                conflicts(logger, parsed, spot),
                logger.status().battery());
        return "plan/consequences :: all";
    }

    /** The last look before writing. */
    @PostMapping("/dock/{serial}/confirm")
    String confirm(
            @PathVariable String serial,
            @ModelAttribute PlanForm form,
            @RequestParam(required = false) Long spot,
            Model page) {
        DockedLogger logger = dock.get(serial);
        PlanForm.Parsed parsed = parse(logger, form);
        pages.fill(
                page,
                form,
                parsed,
                conflicts(logger, parsed, spot),
                logger.status().battery());
        page.addAttribute("logger", logger);
        page.addAttribute("channels", ChannelText.lines(logger.model(), writer.corrected(serial, parsed.plan())));
        page.addAttribute("spot", places.find(spot).orElse(null));
        return "dock/confirm :: confirm";
    }

    @PostMapping("/dock/{serial}/write")
    String write(
            @PathVariable String serial,
            @ModelAttribute PlanForm form,
            @RequestParam(required = false) Long spot,
            @RequestParam(defaultValue = "") String pin,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        DockedLogger logger = dock.get(serial);
        PlanForm.Parsed parsed = parse(logger, form);
        StoredPlan stored = sameAsStored(logger, form, parsed);
        if (!parsed.valid()) {
            return show(page, logger, form, stored, spot);
        }
        Plan plan = parsed.plan();
        String name = stored != null ? stored.name() : form.name.isBlank() ? "one-off plan" : form.name.strip();
        try {
            writer.write(
                    new MissionDraft(serial, name, stored == null ? 0 : stored.version(), plan, spot, me.getName()),
                    pin.strip());
            flash.addFlashAttribute("said", "Written, read back and compared: every setting is the same.");
            return "redirect:/dock/" + serial;
        } catch (WriteService.BlockedException e) {
            page.addAttribute("refused", "Nothing was written. " + e.getMessage() + ".");
        } catch (WriteService.ReadBackException e) {
            page.addAttribute("refused", e.getMessage() + ": " + e.differences() + " The logger was stopped.");
        } catch (RefusedException e) {
            page.addAttribute("refused", "Nothing was written. " + e.getMessage() + ".");
        }
        return show(page, logger, form, stored, spot);
    }

    /** Puts the plan that a logger holds into the library. */
    @PostMapping("/dock/{serial}/take-plan")
    String takePlan(@PathVariable String serial, Principal me, RedirectAttributes flash) {
        dock.get(serial);
        try (LoggerLink link = dock.open(serial)) {
            Plan plan = link.readPlan();
            StoredPlan taken = plans.take("From " + serial + ", " + plan.loggerName(), plan, me.getName());
            flash.addFlashAttribute("said", "Taken over from " + serial + ". Give it a name that says what it is for.");
            return "redirect:/plans/" + taken.id();
        }
    }

    private String show(Model page, DockedLogger logger, PlanForm form, StoredPlan chosen, Long spot) {
        PlanForm.Parsed parsed = parse(logger, form);
        pages.fill(
                page,
                form,
                parsed,
                conflicts(logger, parsed, spot),
                logger.status().battery());
        page.addAttribute("room", "dock");
        page.addAttribute("logger", logger);
        page.addAttribute("fitting", fitting(logger));
        page.addAttribute("chosen", chosen);
        page.addAttribute("spots", places.all());
        page.addAttribute("spotId", spot);
        return "dock/write";
    }

    private PlanForm.Parsed parse(DockedLogger logger, PlanForm form) {
        form.model = logger.model().id();
        return pages.parse(form);
    }

    private List<Conflict> conflicts(DockedLogger logger, PlanForm.Parsed parsed, Long spot) {
        return writer.preflight(logger.serial(), parsed.plan(), places.errand(spot, parsed.placing(), parsed.visit()));
    }

    private List<StoredPlan> fitting(DockedLogger logger) {
        return plans.all().stream()
                .filter(p -> p.model().equals(logger.model().id()))
                .toList();
    }

    /** The library's plan of the form's name, if the form changes nothing but the logger's name. */
    private StoredPlan sameAsStored(DockedLogger logger, PlanForm form, PlanForm.Parsed parsed) {
        Optional<StoredPlan> stored =
                fitting(logger).stream().filter(p -> p.name().equals(form.name)).findFirst();
        return stored.filter(p -> plans.settings(p)
                        .withLoggerName("")
                        .equals(parsed.plan().withLoggerName("")))
                .orElse(null);
    }
}
