package org.pelerin.app.report.retention;

import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import org.pelerin.app.organisation.account.PasswordAgain;
import org.pelerin.app.organisation.account.Permission;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Pager;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Records past their term. Reviewers ask for a removal; terms, and the second person's word, are administrators'. */
@Controller
class RetentionController {

    private static final int PAGE = 50;
    private static final int SHOWN = 200;

    private final Retention retention;
    private final Archive archive;
    private final PlaceService places;
    private final PlanService plans;
    private final PasswordAgain password;

    RetentionController(
            Retention retention, Archive archive, PlaceService places, PlanService plans, PasswordAgain password) {
        this.retention = retention;
        this.archive = archive;
        this.places = places;
        this.plans = plans;
        this.password = password;
    }

    @GetMapping("/retention")
    String page(
            @RequestParam(name = "page", defaultValue = "0") int wanted,
            HttpServletRequest request,
            Principal me,
            Model page) {
        Pager pager = Pager.of(wanted, PAGE, retention.countPast(), Pager.at("/retention"));
        page.addAttribute("room", "reports");
        page.addAttribute("count", pager.count());
        page.addAttribute("pager", pager);
        page.addAttribute("past", retention.past(PAGE, pager.offset()));
        page.addAttribute("openCount", retention.countOpen());
        page.addAttribute("open", retention.open(SHOWN));
        page.addAttribute("removed", retention.removed(SHOWN));
        page.addAttribute("terms", retention.terms());
        page.addAttribute("archive", archive.place().map(Object::toString).orElse(null));
        page.addAttribute("person", me.getName());
        if (Permission.ADMINISTER.heldBy(request)) {
            page.addAttribute("sites", places.sites());
            page.addAttribute("plans", plans.all());
        }
        return "report/retention/page";
    }

    /**
     * @param of {@code ALL}, {@code SITE 3} or {@code PLAN 4}
     * @param years how long; empty for no term
     */
    @PostMapping("/admin/retention/terms")
    String term(
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String years,
            Principal me,
            RedirectAttributes flash) {
        FieldReader read = new FieldReader();
        Double typed = years.isBlank() ? Double.valueOf(0) : read.number("years", years);
        int months = typed == null ? -1 : (int) Math.round(typed * 12);
        boolean whole = typed != null && Math.abs(typed * 12 - months) < 1e-6;
        if (!of.matches("ALL|(SITE|PLAN) \\d{1,18}")) {
            throw new Retention.NotRemovedException(Texts.of("report.retention.chooseWhatTheTermIsFor"));
        }
        if (!whole || months < 0 || months > RetentionTerm.MOST_MONTHS) {
            throw new Retention.NotRemovedException(Texts.of("report.retention.enterYears"));
        }
        boolean all = of.equals("ALL");
        retention.term(
                RetentionTerm.Via.valueOf(all ? of : of.substring(0, 4)),
                all ? 0 : Long.parseLong(of.substring(5)),
                months,
                me.getName());
        flash.addFlashAttribute("said", Texts.of("report.retention.saved"));
        return "redirect:/retention";
    }

    @PostMapping("/retention")
    String ask(
            @RequestParam(defaultValue = "") List<Long> ids,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        chosen(ids);
        String why =
                Reason.of(reason, Texts.of("report.retention.enterAReason")).text();
        int asked = retention.ask(ids, why, me.getName());
        flash.addFlashAttribute("said", Texts.of("report.retention.asked", "n", asked));
        return "redirect:/retention";
    }

    private static void chosen(List<Long> ids) {
        if (ids.isEmpty()) {
            throw new Retention.NotRemovedException(Texts.of("report.retention.selectAtLeastOne"));
        }
    }

    @PostMapping("/admin/retention/approve")
    String approve(
            @RequestParam(defaultValue = "") List<Long> ids,
            @RequestParam(defaultValue = "") String password,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        chosen(ids);
        if (!this.password.is(me.getName(), password, request.getRemoteAddr(), "to approve removals")) {
            throw new Retention.NotRemovedException(Texts.of("report.retention.thePasswordIsNotRight"));
        }
        retention.approve(ids, me.getName());
        flash.addFlashAttribute("said", Texts.of("report.retention.approved"));
        return "redirect:/retention";
    }

    @PostMapping("/admin/retention/decline")
    String decline(
            @RequestParam(defaultValue = "") List<Long> ids,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        chosen(ids);
        String why =
                Reason.of(reason, Texts.of("report.retention.enterAReason")).text();
        retention.decline(ids, why, me.getName());
        flash.addFlashAttribute("said", Texts.of("report.retention.declined"));
        return "redirect:/retention";
    }
}
