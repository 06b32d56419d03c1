package org.pelerin.app.fleet.dock;

import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.deployment.prepare.next.Deployments;
import org.pelerin.app.deployment.prepare.next.NextRuns;
import org.pelerin.app.deployment.prepare.next.Proposal;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.plans.PlanForm;
import org.pelerin.app.plans.PlanPages;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.ChannelText;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.OptionText;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.Refusal;
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

    private static final String ADAPTED = Texts.stored("stored.writeController.adapted");
    private static final int LONGEST_ACT = 40;
    private static final int PAUSE_MS = 200;
    private static final int LOOKS = 100;

    private final Dock dock;
    private final WriteService writer;
    private final PlanService plans;
    private final PlanPages pages;
    private final PlaceService places;
    private final NextRuns next;
    private final Deployments deployments;
    private final AccountService accounts;
    private final MissionQueries missions;

    WriteController(
            Dock dock,
            WriteService writer,
            PlanService plans,
            PlanPages pages,
            PlaceService places,
            NextRuns next,
            Deployments deployments,
            AccountService accounts,
            MissionQueries missions) {
        this.missions = missions;
        this.dock = dock;
        this.writer = writer;
        this.plans = plans;
        this.pages = pages;
        this.places = places;
        this.next = next;
        this.deployments = deployments;
        this.accounts = accounts;
    }

    /**
     * @param plan id in the library, or 0 for a blank one; absent, what is proposed for the logger
     * @param spot where the logger is to go; absent, where it lies or last was
     */
    @GetMapping("/dock/{serial}/write")
    String form(
            @PathVariable String serial,
            @RequestParam(required = false) Long plan,
            @RequestParam(required = false) Long spot,
            Model page) {
        DockedLogger logger = dock.get(serial);
        Proposal proposal = next.of(logger, spot);
        StoredPlan chosen = plan == null || plan == 0
                ? null
                : fitting(logger).stream()
                        .filter(p -> p.id() == plan)
                        .findFirst()
                        .orElse(null);
        PlanForm form;
        if (chosen != null) {
            form = pages.form(chosen.name(), chosen.version(), plans.settings(chosen));
        } else if (plan == null && proposal.plan() != null) {
            form = pages.form(proposal.planName(), proposal.planVersion(), proposal.plan());
            chosen = proposal.stored();
        } else {
            form = PlanForm.blank(logger.model());
        }
        page.addAttribute("proposal", proposal);
        page.addAttribute("proposed", plan == null);
        return show(page, logger, form, chosen, proposal.spotId());
    }

    @PostMapping("/dock/{serial}/consequences")
    String consequences(
            @PathVariable String serial,
            @ModelAttribute PlanForm form,
            @RequestParam(required = false) Long spot,
            Model page) {
        DockedLogger logger = dock.get(serial);
        fill(page, logger, form, parse(logger, form), spot);
        return "plans/consequences :: all";
    }

    /** The last look before writing. */
    @PostMapping("/dock/{serial}/confirm")
    String confirm(
            @PathVariable String serial,
            @ModelAttribute PlanForm form,
            @RequestParam(required = false) Long spot,
            Model page) {
        DockedLogger logger = dock.look(serial);
        PlanForm.Parsed parsed = parse(logger, form);
        fill(page, logger, form, parsed, spot);
        Plan planned = writer.corrected(serial, parsed.plan());
        page.addAttribute("channels", ChannelText.lines(logger.model(), planned));
        page.addAttribute("options", OptionText.lines(logger.model(), planned));
        page.addAttribute("spot", places.find(spot).orElse(null));
        page.addAttribute("erases", logger.holdsRecords() ? logger.status().records() : 0);
        page.addAttribute("erasedMissions", logger.missionsHeld());
        // of each last look one thing is written, however often it is sent
        page.addAttribute(
                "seen",
                seen(planned, spot, form) + "." + UUID.randomUUID().toString().replace("-", ""));
        return "dock/confirm :: confirm";
    }

    /** What a last look has shown, so that nothing else is written after it. */
    private static String seen(Plan planned, Long spot, PlanForm form) {
        String all = PlanDocument.write("", planned) + "\n" + spot + "\n" + form.notWired.strip() + "\n"
                + form.weakBattery.strip();
        return Sha256.of(all.getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/dock/{serial}/write")
    String write(
            @PathVariable String serial,
            @ModelAttribute PlanForm form,
            @RequestParam(required = false) Long spot,
            @RequestParam(defaultValue = "") String pin,
            @RequestParam(defaultValue = "") String seen,
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
        int dot = seen.indexOf('.');
        String act = dot < 0 ? "" : seen.substring(dot + 1);
        if (act.length() > LONGEST_ACT
                || !seen(writer.corrected(serial, plan), spot, form).equals(dot < 0 ? seen : seen.substring(0, dot))) {
            page.addAttribute(
                    "refused",
                    seen.isEmpty()
                            ? Texts.of("fleet.dock.writeController.nothingWasWrittenConfirmThe")
                            : Texts.of("fleet.dock.writeController.nothingWasWrittenTheSettings"));
            return show(page, logger, form, stored, spot);
        }
        Optional<Mission> before = missions.ofAct(act);
        if (before.isPresent()) {
            return once(before.get(), logger, form, stored, page, flash);
        }
        String name = stored != null ? stored.name() : named(form);
        try {
            writer.write(
                    new MissionDraft(
                            serial,
                            name,
                            stored == null ? 0 : stored.version(),
                            plan,
                            spot,
                            me.getName(),
                            form.notWired.strip(),
                            form.weakBattery.strip(),
                            act),
                    pin.strip());
            flash.addFlashAttribute("said", Texts.of("fleet.dock.writeController.writtenReadBackAndCompared"));
            return "redirect:/dock/" + serial;
        } catch (MissionCreation.WrittenOnceException e) {
            return once(missions.ofAct(act).orElseThrow(), logger, form, stored, page, flash);
        } catch (WriteService.BlockedException e) {
            // what blocks may be that the same was sent twice, and the first is written
            Optional<Mission> first = missions.ofAct(act);
            if (first.isPresent()) {
                return once(first.get(), logger, form, stored, page, flash);
            }
            page.addAttribute(
                    "refused", Texts.of("fleet.dock.writeController.nothingWasWritten", "reason", e.getMessage()));
        } catch (WriteService.ReadBackException e) {
            page.addAttribute(
                    "refused",
                    Texts.of(
                            "fleet.dock.writeController.theLoggerWasStopped",
                            "reason",
                            StoredTexts.read(e.getMessage()),
                            "differences",
                            e.differences()));
        } catch (WriteService.NotWaitingException e) {
            page.addAttribute("refused", Texts.sentence(e.getMessage()));
        } catch (RefusedException e) {
            page.addAttribute(
                    "refused",
                    Texts.of(
                            "fleet.dock.writeController.nothingWasWritten2",
                            "reason",
                            StoredTexts.read(e.getMessage()),
                            "way",
                            way(e.refusal())));
        }
        return show(page, logger, form, stored, spot);
    }

    /** One answer for one act: that of the first time it was asked for, which may be under way. */
    private String once(
            Mission first,
            DockedLogger logger,
            PlanForm form,
            StoredPlan stored,
            Model page,
            RedirectAttributes flash) {
        Mission m = first;
        for (int i = 0; i < LOOKS && m.state() == MissionState.DRAFT; i++) {
            try {
                TimeUnit.MILLISECONDS.sleep(PAUSE_MS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                break;
            }
            m = missions.find(m.id()).orElseThrow();
        }
        if (m.state() == MissionState.ABANDONED || m.state() == MissionState.DRAFT) {
            page.addAttribute(
                    "refused",
                    m.state() == MissionState.DRAFT
                            ? Texts.of("fleet.dock.writeController.itIsStillBeingWritten")
                            : Texts.of("fleet.dock.writeController.nothingWasWritten3", "remark", m.remark()));
            return show(page, logger, form, stored, m.place().spotId());
        }
        flash.addFlashAttribute("said", Texts.of("fleet.dock.writeController.writtenReadBackAndCompared"));
        return "redirect:/dock/" + logger.serial();
    }

    private String way(Refusal refusal) {
        if (refusal != Refusal.PIN_WRONG && refusal != Refusal.PIN_NEEDED) {
            return "";
        }
        String who = Texts.or(accounts.administrators());
        return Texts.of(
                "fleet.dock.writeController.ifNobodyKnowsItCan",
                "more",
                (who.isEmpty() ? Texts.of("fleet.dock.writeController.anAdministrator") : who));
    }

    /** Puts the plan that a logger holds into the library. */
    @PostMapping("/dock/{serial}/take-plan")
    String takePlan(@PathVariable String serial, Principal me, RedirectAttributes flash) {
        dock.get(serial);
        try (LoggerLink link = dock.open(serial)) {
            Plan plan = link.readPlan();
            StoredPlan taken = plans.take(
                    Texts.of(
                            "fleet.dock.writeController.fromSerialLoggerName",
                            "serial",
                            serial,
                            "loggerName",
                            plan.loggerName()),
                    plan,
                    me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("fleet.dock.writeController.settingsOfAreSavedAs", "serial", serial));
            return "redirect:/plans/" + taken.id();
        }
    }

    private String show(Model page, DockedLogger logger, PlanForm form, StoredPlan chosen, Long spot) {
        fill(page, logger, form, parse(logger, form), spot);
        page.addAttribute("room", "dock");
        page.addAttribute("wide", true);
        page.addAttribute("logger", logger);
        page.addAttribute("fitting", fitting(logger));
        page.addAttribute("chosen", chosen);
        page.addAttribute("spots", places.choices(spot));
        page.addAttribute("spotId", spot);
        return "dock/write";
    }

    private void fill(Model page, DockedLogger logger, PlanForm form, PlanForm.Parsed parsed, Long spot) {
        Deployment deployment = deployments
                .of(logger.serial(), form.loggerName.strip(), spot, parsed.placing(), parsed.visit(), form.notWired)
                .weakBattery(form.weakBattery)
                .after(form.before());
        List<Conflict> conflicts = writer.preflight(logger.serial(), parsed.plan(), deployment);
        pages.fill(page, form, parsed, conflicts, logger.status().battery());
        page.addAttribute("logger", logger);
        page.addAttribute(
                "weakAsked",
                !form.weakBattery.isBlank()
                        || conflicts.stream().anyMatch(c -> c.field().equals("weakBattery")));
        page.addAttribute(
                "openAsked",
                !form.notWired.isBlank()
                        || conflicts.stream()
                                .anyMatch(c -> c.blocking() && c.field().matches("channels\\[\\d+]")));
    }

    private PlanForm.Parsed parse(DockedLogger logger, PlanForm form) {
        form.model = logger.model().id();
        return pages.parse(form);
    }

    private List<StoredPlan> fitting(DockedLogger logger) {
        return plans.all().stream()
                .filter(p -> p.model().equals(logger.model().id()))
                .toList();
    }

    /** The library's plan of the form's name, if the form changes nothing but the logger's name. */
    /** What is written with changes is called after the plan that it began with. */
    private static String named(PlanForm form) {
        if (form.name.isBlank()) {
            return Texts.stored("stored.writeController.oneOffPlan");
        }
        String name = form.name.strip();
        if (form.version == 0 || name.endsWith(ADAPTED)) {
            return name;
        }
        int room = Length.PLAN_NAME.most() - ADAPTED.length();
        return (name.length() > room ? name.substring(0, room) : name) + ADAPTED;
    }

    private StoredPlan sameAsStored(DockedLogger logger, PlanForm form, PlanForm.Parsed parsed) {
        Optional<StoredPlan> stored =
                fitting(logger).stream().filter(p -> p.name().equals(form.name)).findFirst();
        return stored.filter(p -> sameButNameAndDay(plans.settings(p), parsed.plan()))
                .orElse(null);
    }

    /** A start at another instant is the day's, not another plan. */
    private static boolean sameButNameAndDay(Plan stored, Plan written) {
        return stored.start().kind() == written.start().kind()
                && stored.withLoggerName("").withStart(written.start()).equals(written.withLoggerName(""));
    }
}
