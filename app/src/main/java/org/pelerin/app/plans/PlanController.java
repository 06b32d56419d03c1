package org.pelerin.app.plans;

import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.PlanDifference;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The plan library. */
@Controller
class PlanController {

    private static final double NEW_BATTERY = 1;

    private final PlanService plans;
    private final PlanPages pages;
    private final PlaceService places;
    private final Formats show;

    PlanController(PlanService plans, PlanPages pages, PlaceService places, Formats show) {
        this.plans = plans;
        this.places = places;
        this.pages = pages;
        this.show = show;
    }

    @GetMapping("/plans")
    String list(@RequestParam(defaultValue = "false") boolean archived, Model model) {
        List<PlanDefault> defaults = plans.defaults();
        List<StoredPlan> all = plans.withArchived();
        model.addAttribute("room", "plans");
        model.addAttribute("models", ModelCatalogue.all());
        model.addAttribute("archived", archived);
        model.addAttribute("hidden", all.stream().filter(StoredPlan::archived).count());
        model.addAttribute(
                "plans",
                all.stream()
                        .filter(p -> p.archived() == archived)
                        .map(p -> card(p, defaults))
                        .toList());
        return "plans/list";
    }

    /** A plan in the list. */
    record Card(StoredPlan plan, String modelName, String interval, String limits, String first) {}

    private Card card(StoredPlan stored, List<PlanDefault> defaults) {
        Plan plan = plans.settings(stored);
        LoggerModel model = ModelCatalogue.get(stored.model());
        List<Integer> limited = plan.enabled().stream()
                .filter(i -> plan.channels().get(i).level(1).any())
                .toList();
        String limits = limited.isEmpty()
                ? Texts.of("plans.planController.noLimits")
                : limits(model, plan, limited.get(0))
                        + (limited.size() > 1
                                ? Texts.of("plans.planController.andMore", "size", (limited.size() - 1))
                                : "");
        String first = defaults.stream()
                .filter(d -> d.planId() == stored.id())
                .map(d -> d.spotId() == 0 ? Texts.of("plans.planController.itsModel") : d.spot())
                .collect(Collectors.joining(", "));
        return new Card(stored, model.name(), Durations.format(plan.interval()), limits, first);
    }

    /** The range that is kept, as a card has room for. */
    private static String limits(LoggerModel model, Plan plan, int channel) {
        AlarmLevel level = plan.channels().get(channel).level(1);
        String unit = plan.unit(model, channel);
        String label = plan.channels().get(channel).label() + " ";
        if (level.low() != null && level.high() != null) {
            return label + LimitText.plain(level.low().limit()) + " … "
                    + LimitText.quantity(level.high().limit(), unit);
        }
        return label
                + (level.high() == null
                        ? Texts.of(
                                "plans.planController.fromQuantity",
                                "quantity",
                                LimitText.quantity(level.low().limit(), unit))
                        : Texts.of(
                                "plans.planController.upTo",
                                "quantity",
                                LimitText.quantity(level.high().limit(), unit)));
    }

    @GetMapping("/plans/new")
    String blank(@RequestParam(defaultValue = "alder-t1") String model, Model page) {
        PlanForm form = PlanForm.blank(ModelCatalogue.find(model)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("plans.planController.thereIsNoModel", "model", model))));
        return edit(page, form, null);
    }

    @GetMapping({"/plans/{id}", "/plans/{id}/edit"})
    String edit(@PathVariable long id, Model page) {
        StoredPlan stored = plan(id);
        PlanForm form = pages.form(stored.name(), stored.version(), plans.settings(stored));
        return edit(page, form, stored);
    }

    /** The channel table as it is after a sensor was chosen. */
    @PostMapping("/plans/table")
    String table(@ModelAttribute PlanForm form, Model page) {
        pages.fill(page, form, pages.parse(form), null, NEW_BATTERY);
        return "plans/fields :: channels";
    }

    /** What the form as it stands would come to; changes nothing. */
    @PostMapping("/plans/consequences")
    String consequences(@ModelAttribute PlanForm form, Model page) {
        pages.fill(page, form, pages.parse(form), null, NEW_BATTERY);
        return "plans/consequences :: all";
    }

    @PostMapping("/plans")
    String create(@ModelAttribute PlanForm form, Model page, Principal me, RedirectAttributes flash) {
        return save(null, form, page, me, flash);
    }

    @PostMapping("/plans/{id}")
    String update(
            @PathVariable long id, @ModelAttribute PlanForm form, Model page, Principal me, RedirectAttributes flash) {
        return save(plan(id), form, page, me, flash);
    }

    private String save(StoredPlan stored, PlanForm form, Model page, Principal me, RedirectAttributes flash) {
        PlanForm.Parsed parsed = pages.parse(form);
        String name = form.name.strip();
        if (name.isEmpty()) {
            parsed.errors().put("name", Texts.of("plans.planController.enterANameForThe"));
        }
        if (parsed.valid()) {
            pages.impossible(form, parsed).ifPresent(c -> {
                parsed.errors().put(c.field(), Texts.sentence(c.message()) + " " + Texts.sentence(c.fix()));
                page.addAttribute(
                        "refused", Texts.of("plans.planController.notSavedNoLoggerOf", "message", c.message()));
            });
        }
        if (parsed.valid()) {
            try {
                StoredPlan saved = stored == null
                        ? plans.create(name, parsed.plan(), me.getName())
                        : plans.update(stored.id(), form.version, name, parsed.plan(), me.getName());
                flash.addFlashAttribute(
                        "said", Texts.of("plans.planController.savedAsVersion", "version", saved.version()));
                return "redirect:/plans/" + saved.id();
            } catch (PlanService.NameTakenException e) {
                parsed.errors().put("name", Texts.of("plans.planController.anotherPlanHasThisName"));
            } catch (ChangedMeanwhileException e) {
                StoredPlan now = plan(stored.id());
                page.addAttribute(
                        "meanwhile",
                        new SavedMeanwhile(now.savedBy(), now.savedAt(), differences(now, name, parsed.plan())));
                form.version = now.version();
                show(page, now);
                pages.fill(page, form, parsed, null, NEW_BATTERY);
                return "plans/edit";
            }
        }
        show(page, stored);
        pages.fill(page, form, parsed, null, NEW_BATTERY);
        return "plans/edit";
    }

    private List<SavedMeanwhile.Difference> differences(StoredPlan saved, String name, Plan typed) {
        List<SavedMeanwhile.Difference> out = new ArrayList<>();
        if (!saved.name().equals(name)) {
            out.add(new SavedMeanwhile.Difference("name", saved.name(), name));
        }
        PlanDifference.between(plans.settings(saved), typed)
                .forEach(d -> out.add(new SavedMeanwhile.Difference(d.field(), d.wanted(), d.found())));
        return out;
    }

    private String edit(Model page, PlanForm form, StoredPlan stored) {
        show(page, stored);
        pages.fill(page, form, pages.parse(form), null, NEW_BATTERY);
        return "plans/edit";
    }

    private void show(Model page, StoredPlan stored) {
        page.addAttribute("spots", places.choices(null));
        page.addAttribute("room", "plans");
        page.addAttribute("stored", stored);
        page.addAttribute("title", stored == null ? Texts.of("plans.planController.newPlan") : stored.name());
        page.addAttribute("target", stored == null ? "/plans" : "/plans/" + stored.id());
    }

    private StoredPlan plan(long id) {
        return plans.find(id)
                .orElseThrow(() -> new NotThereException(Texts.of("plans.planController.thereIsNoPlan", "id", id)));
    }
}
