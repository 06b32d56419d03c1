package org.pelerin.app.findings;

import java.security.Principal;
import java.time.Clock;
import java.util.List;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Findings by the many, and the list of causes. */
@Controller
class FindingsController {

    private final Findings findings;
    private final FindingOverview overview;
    private final AccountService accounts;
    private final PlaceService places;
    private final Formats show;
    private final Clock clock;

    FindingsController(
            Findings findings,
            FindingOverview overview,
            AccountService accounts,
            PlaceService places,
            Formats show,
            Clock clock) {
        this.findings = findings;
        this.overview = overview;
        this.accounts = accounts;
        this.places = places;
        this.show = show;
        this.clock = clock;
    }

    @GetMapping("/findings")
    String list(
            @ModelAttribute("filter") FindingFilter filter,
            @RequestParam(name = "page", defaultValue = "0") int number,
            ShownUnits inUnits,
            Model page) {
        page.addAttribute("room", "findings");
        page.addAttribute("view", overview.view(filter, number));
        page.addAttribute("now", clock.instant());
        page.addAttribute("words", new FindingWords(inUnits, show));
        page.addAttribute("whichs", FindingFilter.Which.values());
        page.addAttribute("kinds", FindingKind.values());
        page.addAttribute("causes", findings.causes());
        page.addAttribute("people", accounts.people());
        page.addAttribute("sites", places.sites());
        page.addAttribute(
                "spotName", places.find(filter.spot).map(s -> s.full()).orElse(null));
        return "findings/list";
    }

    /** @param back the list that it was done from */
    @PostMapping("/findings/acknowledge")
    String acknowledge(
            @RequestParam(defaultValue = "") List<Long> ids,
            @RequestParam(defaultValue = "/findings") String back,
            Principal me,
            RedirectAttributes flash) {
        int done = findings.acknowledge(ids, me.getName());
        flash.addFlashAttribute(
                done > 0 ? "said" : "refused",
                done > 0
                        ? Texts.of("findings.findingsController.doneAcknowledged", "done", done)
                        : ids.isEmpty()
                                ? Texts.of("findings.findingsController.noneSelected")
                                : Texts.of("findings.findingsController.noneOfThemWasNew"));
        return "redirect:" + list(back);
    }

    @PostMapping("/findings/put-away")
    String putAway(Principal me, RedirectAttributes flash) {
        int done = findings.putAway(me.getName());
        flash.addFlashAttribute(
                done > 0 ? "said" : "refused",
                done > 0
                        ? Texts.of("findings.findingsController.doneClosed", "done", done)
                        : Texts.of("findings.findingsController.thereIsNoneToClose"));
        return "redirect:/findings";
    }

    @PostMapping("/findings/assign")
    String assign(
            @RequestParam(defaultValue = "") List<Long> ids,
            @RequestParam(defaultValue = "") String owner,
            @RequestParam(defaultValue = "/findings") String back,
            Principal me,
            RedirectAttributes flash) {
        boolean known = accounts.people().stream().anyMatch(p -> p.name().equals(owner));
        int done = findings.assign(ids, known ? owner : null, me.getName());
        flash.addFlashAttribute(
                done > 0 ? "said" : "refused",
                done == 0
                        ? ids.isEmpty()
                                ? Texts.of("findings.findingsController.noneSelected")
                                : Texts.of("findings.findingsController.noneOfThemIsOpen")
                        : done
                                + (known
                                        ? Texts.of("findings.findingsController.assignedTo", "owner", owner)
                                        : Texts.of("findings.findingsController.ownerRemoved")));
        return "redirect:" + list(back);
    }

    @PostMapping("/findings/merge")
    String merge(@RequestParam(defaultValue = "") List<Long> ids, Principal me, RedirectAttributes flash) {
        long into = findings.merge(ids, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("findings.findingsController.areNowOneFindingEach", "ids", ids.size()));
        return "redirect:/findings/" + into;
    }

    private static String list(String back) {
        return back.matches("/findings(\\?[\\w=&+%.-]*)?") ? back : "/findings";
    }

    @GetMapping("/findings/causes")
    String causes(Model page) {
        page.addAttribute("room", "findings");
        page.addAttribute("causes", findings.causes());
        return "findings/causes";
    }

    @PostMapping("/findings/causes")
    String addCause(@RequestParam String name, Principal me, RedirectAttributes flash) {
        String typed = name.strip();
        if (typed.isEmpty() || Length.CAUSE.exceeded(typed)) {
            flash.addFlashAttribute(
                    "refused",
                    typed.isEmpty()
                            ? Texts.of("findings.findingsController.enterANameForThe")
                            : Texts.sentence(Length.CAUSE.said(typed)));
        } else {
            findings.addCause(typed, me.getName());
            flash.addFlashAttribute("said", Texts.of("findings.findingsController.isAdded", "typed", typed));
        }
        return "redirect:/findings/causes";
    }

    @PostMapping("/findings/causes/{id}/retire")
    String retire(@PathVariable long id, @RequestParam boolean on, Principal me) {
        findings.retireCause(id, on, me.getName());
        return "redirect:/findings/causes";
    }
}
