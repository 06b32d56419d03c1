package org.pelerin.app.report.document;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.mail.SmtpSender;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Pager;
import org.pelerin.app.review.section.MappingStudy;
import org.pelerin.app.review.section.Studies;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Reports: ordered, looked at, handed out. */
@Controller
class ReportController {

    private static final int PAGE = 40;
    private static final int OF_MISSION = 5;

    private final Reports reports;
    private final ReportOrders orders;
    private final ReportSchedules schedules;
    private final PeriodDocument periods;
    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final PlaceService places;
    private final Studies studies;
    private final SmtpSender mails;

    ReportController(
            Reports reports,
            ReportOrders orders,
            ReportSchedules schedules,
            PeriodDocument periods,
            MissionQueries missions,
            Evaluation evaluation,
            PlaceService places,
            Studies studies,
            SmtpSender mails) {
        this.reports = reports;
        this.orders = orders;
        this.schedules = schedules;
        this.periods = periods;
        this.missions = missions;
        this.evaluation = evaluation;
        this.places = places;
        this.studies = studies;
        this.mails = mails;
    }

    @GetMapping("/reports")
    String list(@RequestParam(defaultValue = "0") int page, Model model) {
        ReportForm form = new ReportForm();
        LocalDate month = orders.today().withDayOfMonth(1);
        form.from = month.minusMonths(1).toString();
        form.to = month.minusDays(1).toString();
        form.sections = List.copyOf(ReportSection.of(ReportKind.PERIOD));
        return list(form, page, model);
    }

    private String list(ReportForm form, int page, Model model) {
        Pager pager = Pager.of(page, PAGE, reports.count(), Pager.at("/reports"));
        model.addAttribute("room", "reports");
        model.addAttribute("form", form);
        model.addAttribute("reports", reports.page(PAGE, pager.page()));
        model.addAttribute("count", pager.count());
        model.addAttribute("pager", pager);
        model.addAttribute("sites", places.sites());
        model.addAttribute("spots", places.spots());
        model.addAttribute("sections", ReportSection.of(ReportKind.PERIOD));
        languages(form.language, model);
        model.addAttribute("spans", ReportSchedule.Span.values());
        model.addAttribute(
                "schedules",
                schedules.all().stream()
                        .map(s -> new Planned(s, place(s.site(), s.spot())))
                        .toList());
        model.addAttribute("mails", mails.present());
        LocalDate month = orders.today().withDayOfMonth(1);
        model.addAttribute("thisMonth", month);
        model.addAttribute("lastMonth", month.minusMonths(1));
        return "report/kept/list";
    }

    /** A schedule with what it is about, in words. */
    public record Planned(ReportSchedule schedule, String place) {
        public String next() {
            return PeriodName.of(schedule.nextOn(), schedule.nextOn());
        }
    }

    private String place(Long site, Long spot) {
        return spot != null
                ? places.find(spot)
                        .map(s -> s.site() + ", " + s.name())
                        .orElse(Texts.of("report.document.reportController.aRemovedSpot"))
                : site != null
                        ? places.site(site)
                                .map(s -> s.name())
                                .orElse(Texts.of("report.document.reportController.aRemovedSite"))
                        : Texts.of("report.document.reportController.allSites");
    }

    /** A period's report, once or again and again. */
    @PostMapping("/reports")
    String order(@ModelAttribute("form") ReportForm form, Principal me, Model model, RedirectAttributes flash) {
        FieldReader read = new FieldReader();
        ReportSpec spec = form.spec(ReportKind.PERIOD, read);
        String mail = form.mail(read);
        ReportSchedule.Span span = Arrays.stream(ReportSchedule.Span.values())
                .filter(s -> s.name().equals(form.every))
                .findFirst()
                .orElse(null);
        LocalDate from = span != null ? null : form.day("from", form.from, read);
        LocalDate to = span != null ? null : form.day("to", form.to, read);
        if (from != null && to != null && !orders.wrong(from, to).isEmpty()) {
            read.wrong("to", orders.wrong(from, to));
        }
        if (form.site() == null && form.spot() == null && !OwnSites.now().all()) {
            read.wrong("place", Texts.of("report.document.reportController.chooseASite"));
        }
        if (!read.errors().isEmpty()) {
            model.addAttribute("errors", read.errors());
            return list(form, 0, model);
        }
        if (span != null) {
            schedules.add(form.site(), form.spot(), span, spec, mail, me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("report.document.reportController.theReportIsCreatedFrom", "span", span.words()));
            return "redirect:/reports";
        }
        Report.Scope scope = new Report.Scope(null, form.site(), form.spot(), from, to);
        return "redirect:/reports/"
                + reports.order(
                        ReportKind.PERIOD,
                        CurrentLanguage.in(spec.locale(), () -> periods.title(scope)),
                        scope,
                        spec,
                        mail,
                        me.getName());
    }

    @PostMapping("/reports/schedules/{id}/remove")
    String removeSchedule(@PathVariable long id, Principal me, RedirectAttributes flash) {
        schedules.remove(id, me.getName());
        flash.addFlashAttribute("said", Texts.of("report.document.reportController.theScheduleIsStoppedIssued"));
        return "redirect:/reports";
    }

    /** Those that a report can be written in; the one that was chosen first, else that of who asks. */
    private static void languages(String chosen, Model model) {
        model.addAttribute("languages", Texts.all().languages());
        model.addAttribute(
                "language",
                AskedLanguage.known(chosen).orElse(CurrentLanguage.get()).getLanguage());
    }

    /** What a report of a mission is to hold. */
    @GetMapping("/missions/{id}/reports")
    String ofMission(@PathVariable long id, Model model) {
        Mission m = mission(id);
        model.addAttribute("room", "missions");
        model.addAttribute("m", m);
        model.addAttribute("sections", ReportSection.of(ReportKind.MISSION));
        languages("", model);
        model.addAttribute(
                "channels",
                evaluation
                        .judgement(m)
                        .map(j -> j.series().stream()
                                .map(c -> c.channel())
                                .distinct()
                                .toList())
                        .orElse(List.of()));
        model.addAttribute("reports", reports.ofMission(id, PAGE));
        model.addAttribute("mails", mails.present());
        return "report/kept/mission";
    }

    /** As a part of the mission's page: those that there are. */
    @GetMapping("/missions/{id}/reports/newest")
    String newest(@PathVariable long id, Model model) {
        model.addAttribute("reports", reports.ofMission(mission(id).id(), OF_MISSION));
        return "report/kept/part :: newest";
    }

    /** @param form without sections and channels for all of them */
    @PostMapping("/missions/{id}/reports")
    String orderOfMission(
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean chosen,
            @ModelAttribute("form") ReportForm form,
            Principal me) {
        Mission m = mission(id);
        FieldReader read = new FieldReader();
        ReportSpec typed = form.spec(ReportKind.MISSION, read);
        String mail = form.mail(read);
        read.errors().values().stream().findFirst().ifPresent(e -> {
            throw new ReportOrders.NotOrderedException(e);
        });
        ReportSpec spec = chosen ? typed : ReportSpec.whole(ReportKind.MISSION);
        return "redirect:/reports/" + orders.ofMission(m, spec, mail, me.getName());
    }

    @PostMapping("/studies/{id}/report")
    String orderOfStudy(@PathVariable long id, Principal me) {
        MappingStudy study = studies.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("report.document.reportController.thereIsNoMappingStudy", "id", id)));
        return "redirect:/reports/" + orders.ofStudy(study, me.getName());
    }

    /** @param id numbers of the chosen tests */
    @PostMapping("/tests/report")
    String orderOfTests(@RequestParam(defaultValue = "") List<Long> id, Principal me) {
        return "redirect:/reports/" + orders.ofTests(id, me.getName());
    }

    @GetMapping("/reports/{id}")
    String one(@PathVariable long id, Model model) {
        Report r = report(id);
        model.addAttribute("room", "reports");
        model.addAttribute("r", r);
        model.addAttribute("files", reports.files(id));
        model.addAttribute("body", reports.body(id));
        return "report/kept/one";
    }

    /** How far it is, while it is being made; a page of its own once it is. */
    @GetMapping("/reports/{id}/state")
    String state(@PathVariable long id, HttpServletResponse response, Model model) {
        Report r = report(id);
        if (!r.busy()) {
            response.setHeader("HX-Refresh", "true");
        }
        model.addAttribute("r", r);
        return "report/kept/part :: state";
    }

    @PostMapping("/reports/{id}/again")
    String again(@PathVariable long id, Principal me) {
        reports.again(report(id).id(), me.getName());
        return "redirect:/reports/" + id;
    }

    @GetMapping("/reports/{id}/report.pdf")
    void pdf(@PathVariable long id, HttpServletResponse response) throws IOException {
        Report r = report(id);
        if (!r.ready()) {
            throw new NotThereException(Texts.of("report.document.reportController.reportIsNotCreatedYet", "id", id));
        }
        response.setContentType("application/pdf");
        response.setContentLength(r.made().size());
        response.setHeader("Content-Disposition", "attachment; filename=\"" + r.fileName() + "\"");
        response.setHeader("Cache-Control", "no-store");
        reports.write(id, response.getOutputStream());
    }

    private Report report(long id) {
        return reports.find(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("report.document.reportController.thereIsNoReport", "id", id)));
    }

    private Mission mission(long id) {
        return missions.find(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("report.document.reportController.thereIsNoMission", "id", id)));
    }
}
