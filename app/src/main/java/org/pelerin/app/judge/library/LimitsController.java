package org.pelerin.app.judge.library;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.judge.limits.ReadySets;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.SiteDoor;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.pelerin.app.platform.web.UploadedText;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.plan.RuleText;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The limits library. */
@Controller
class LimitsController {

    /** A file that is none, or not one of limits. */
    static final class NoLimitsException extends NotDoneException {
        NoLimitsException(String message) {
            super(message);
        }
    }

    /** Those that are offered; any other can be written. */
    private static final List<String> UNITS = List.of(
            "°C", "°F", "%RH", "kPa", "hPa", "bar", "V", "A", "Hz", "dB", "m", "l", "m³", "m³/h", "l/s", "l/min");

    private final LimitSets sets;
    private final LimitsInForce inForce;
    private final SpotMonth.Teller months;
    private final PlaceService places;
    private final PlanService plans;
    private final SiteDoor door;

    LimitsController(
            LimitSets sets,
            LimitsInForce inForce,
            SpotMonth.Teller months,
            PlaceService places,
            PlanService plans,
            SiteDoor door) {
        this.sets = sets;
        this.inForce = inForce;
        this.months = months;
        this.places = places;
        this.plans = plans;
        this.door = door;
    }

    @GetMapping("/limits")
    String all(@RequestParam(defaultValue = "false") boolean archived, Model page) {
        page.addAttribute("room", "library");
        page.addAttribute("archived", archived);
        page.addAttribute("sets", archived ? sets.archived() : sets.all());
        page.addAttribute("hidden", sets.archived().size());
        page.addAttribute("missions", sets.missions());
        page.addAttribute("places", inForce.places());
        page.addAttribute("ready", ReadySets.all());
        return "judge/library/list";
    }

    static List<String> sentences(Limits limits) {
        return java.util.stream.Stream.concat(
                        limits.rules().stream().map(RuleText::of),
                        limits.gapRules().stream().map(RuleText::of))
                .toList();
    }

    /** @param version an earlier one to look at */
    @GetMapping("/limits/{id}")
    String set(@PathVariable long id, @RequestParam(required = false) Integer version, Model page) {
        LimitSet newest = get(id);
        LimitSet shown = version == null
                ? newest
                : sets.version(id, version)
                        .orElseThrow(() -> new NotThereException(Texts.of(
                                "judge.library.limitsController.hasNoVersion",
                                "name",
                                newest.name(),
                                "version",
                                version)));
        page.addAttribute("room", "library");
        page.addAttribute("set", shown);
        page.addAttribute("newest", newest);
        page.addAttribute("sentences", sentences(shown.limits()));
        page.addAttribute("versions", sets.versions(id));
        page.addAttribute("places", inForce.placesOf(id));
        page.addAttribute("behind", inForce.behind(id));
        page.addAttribute("judged", sets.judgedBy(id, shown.version()));
        page.addAttribute("spots", places.choices(null));
        page.addAttribute("sites", places.sites());
        page.addAttribute("plans", plans.all());
        return "judge/library/set";
    }

    /** @param ready a set to begin with */
    @GetMapping("/limits/new")
    String create(@RequestParam(defaultValue = "") String ready, Model page) {
        LimitsForm form = ReadySets.find(ready)
                .map(r -> LimitsForm.of(0, 0, r.limits().name(), r.limits()))
                .orElseGet(LimitsForm::new);
        return edit(form, Map.of(), page);
    }

    /** @param spot at which what it would have caught is shown */
    @GetMapping("/limits/{id}/edit")
    String edit(@PathVariable long id, @RequestParam(required = false) Long spot, Model page) {
        LimitSet set = get(id);
        page.addAttribute("spots", places.choices(spot));
        return edit(LimitsForm.of(set.id(), set.version(), set.name(), set.limits()), Map.of(), page);
    }

    private String edit(LimitsForm form, Map<String, String> errors, Model page) {
        page.addAttribute("room", "library");
        page.addAttribute("form", form);
        page.addAttribute("errors", errors);
        if (!page.containsAttribute("spots")) {
            page.addAttribute("spots", places.choices(null));
        }
        page.addAttribute("blank", new RuleForm());
        page.addAttribute("units", UNITS);
        page.addAttribute("kinds", RuleForm.Kind.values());
        page.addAttribute("most", LimitsForm.MOST);
        return "judge/library/edit";
    }

    /** What is typed as sentences, and what it would catch; changes nothing. */
    @PostMapping("/limits/preview")
    String preview(@ModelAttribute("form") LimitsForm form, @RequestParam(required = false) Long spot, Model page) {
        LimitsForm.Parsed parsed = form.parse();
        page.addAttribute("parsed", parsed);
        page.addAttribute("spot", places.find(spot).orElse(null));
        page.addAttribute(
                "month",
                spot == null
                                || parsed.limits().rules().isEmpty()
                                        && parsed.limits().gapRules().isEmpty()
                        ? null
                        : months.of(spot, parsed.limits()));
        return "judge/library/preview :: preview";
    }

    @PostMapping("/limits")
    String save(
            @ModelAttribute("form") LimitsForm form,
            @RequestParam(required = false) Long spot,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        page.addAttribute("spots", places.choices(spot));
        LimitsForm.Parsed parsed = form.parse();
        if (!parsed.errors().isEmpty()) {
            return edit(form, parsed.errors(), page);
        }
        String name = parsed.limits().name();
        try {
            LimitSet kept = form.id == 0
                    ? sets.create(name, parsed.limits(), me.getName())
                    : sets.update(form.id, form.version, name, parsed.limits(), me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("judge.library.limitsController.savedAsVersion", "version", kept.version()));
            return "redirect:/limits/" + kept.id();
        } catch (LimitSets.NameTakenException e) {
            return edit(form, Map.of("name", e.getMessage()), page);
        } catch (ChangedMeanwhileException e) {
            // what was typed stays, and goes on from what somebody else saved
            LimitSet now = get(form.id);
            page.addAttribute(
                    "meanwhile",
                    new SavedMeanwhile(
                            now.savedBy(),
                            now.savedAt(),
                            SavedMeanwhile.differences(shown(now.limits()), shown(parsed.limits()))));
            form.version = now.version();
            return edit(form, Map.of(), page);
        }
    }

    /** The name, and each rule under its name as a sentence. */
    private static Map<String, String> shown(Limits limits) {
        Map<String, String> out = SavedMeanwhile.fields(Texts.of("judge.library.limitsController.name"), limits.name());
        limits.rules()
                .forEach(r -> out.put(Texts.of("judge.library.limitsController.ruleId", "id", r.id()), RuleText.of(r)));
        limits.gapRules()
                .forEach(r -> out.put(Texts.of("judge.library.limitsController.ruleId", "id", r.id()), RuleText.of(r)));
        return out;
    }

    @PostMapping("/limits/{id}/archive")
    String archive(@PathVariable long id, @RequestParam boolean on, Principal me, RedirectAttributes flash) {
        LimitSet set = get(id);
        sets.archive(id, on, me.getName());
        flash.addFlashAttribute(
                "said",
                on
                        ? Texts.of("judge.library.limitsController.isArchivedMissionsKeepIt", "name", set.name())
                        : Texts.of("judge.library.limitsController.isRestored", "name", set.name()));
        return "redirect:/limits/" + id;
    }

    @GetMapping("/limits/{id}/limits.json")
    ResponseEntity<byte[]> json(@PathVariable long id, @RequestParam(required = false) Integer version) {
        LimitSet set = get(id);
        LimitSet asked = version == null
                ? set
                : sets.version(id, version)
                        .orElseThrow(() ->
                                new NotThereException(Texts.of("judge.library.limitsController.thereIsNoSuchVersion")));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(asked.name() + ".json", StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(LimitsDocument.pretty(asked.limits()).getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/limits/import")
    String read(@RequestParam MultipartFile file, Principal me, RedirectAttributes flash) throws IOException {
        Limits limits;
        try {
            limits = limits(UploadedText.of(file, "/limits"));
        } catch (NoLimitsException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
            return "redirect:/limits";
        }
        String name = limits.name().isBlank()
                ? Texts.of("judge.library.limitsController.limitsFromAFile")
                : limits.name().strip();
        LimitSet kept = sets.take(
                Length.LIMITS_NAME.exceeded(name) ? name.substring(0, Length.LIMITS_NAME.most() - 4) : name,
                limits,
                me.getName());
        flash.addFlashAttribute("said", Texts.of("judge.library.limitsController.importedAs", "name", kept.name()));
        return "redirect:/limits/" + kept.id();
    }

    private static Limits limits(String text) {
        try {
            Limits read = LimitsDocument.read(text);
            if (read.rules().isEmpty() && read.gapRules().isEmpty()) {
                throw new NoLimitsException(Texts.of("judge.library.limitsController.theFileHoldsNoRule"));
            }
            return read;
        } catch (DocumentException e) {
            throw new NoLimitsException(
                    Texts.of("judge.library.limitsController.theFileCannotBeRead", "reason", e.getMessage()));
        }
    }

    /**
     * A set holds for a spot, a site or a plan.
     *
     * @param to “SPOT 12”, “SITE 3”, “PLAN 4”; where it is empty, {@code spot} counts
     */
    @PostMapping("/limits/{id}/places")
    String attach(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(required = false) Long spot,
            @RequestParam(defaultValue = "false") boolean home,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        LimitSet set = get(id);
        AssignTo target = AssignTo.of(to, spot);
        target.require(door);
        String why = "";
        try {
            if (home || !reason.isBlank()) {
                why = Reason.of(reason, Texts.of("judge.library.limitsController.enterAReasonVerdictsOf"))
                        .text();
            }
        } catch (Reason.NoReasonException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
            return "redirect:" + target.preview(id);
        }
        inForce.attach(set, target.via(), target.id(), home, why, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("judge.library.limitsController.isAssigned", "name", set.name(), "home", home));
        return "redirect:/limits/" + id;
    }

    @PostMapping("/limits/{id}/places/remove")
    String detach(
            @PathVariable long id,
            @RequestParam LimitsSource via,
            @RequestParam long target,
            Principal me,
            RedirectAttributes flash) {
        LimitSet set = get(id);
        new AssignTo(via, target).require(door);
        inForce.detach(set, via, target, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("judge.library.limitsController.isNoLongerAssignedThere", "name", set.name()));
        return "redirect:/limits/" + id;
    }

    /** Missions that are judged by an earlier version of it. */
    @PostMapping("/limits/{id}/catch-up")
    String catchUp(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        LimitSet set = get(id);
        Reason why = Reason.of(reason, Texts.of("judge.library.limitsController.enterAReasonVerdictsMay"));
        List<Long> behind = inForce.catchUp(set, why.text(), me.getName());
        int missions = behind.size();
        flash.addFlashAttribute(
                "said",
                Texts.of(
                        "judge.library.limitsController.missionsAreNowCheckedAgainst",
                        "missions",
                        missions,
                        "version",
                        set.version()));
        return "redirect:/limits/" + id;
    }

    private LimitSet get(long id) {
        return sets.find(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("judge.library.limitsController.thereAreNoLimits", "id", id)));
    }
}
