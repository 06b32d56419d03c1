package org.pelerin.app.evidence;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.TypedDays;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.validation.BindingResult;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The audit trail: searched, checked, taken away. */
@Controller
class AuditController {

    private static final int PAGE = 60;

    private final AuditSearch search;
    private final AuditVerification verification;
    private final ObjectProvider<TrailWitness> witness;
    private final Formats show;

    AuditController(
            AuditSearch search, AuditVerification verification, ObjectProvider<TrailWitness> witness, Formats show) {
        this.witness = witness;
        this.search = search;
        this.verification = verification;
        this.show = show;
    }

    @GetMapping("/audit")
    String page(@ModelAttribute("filter") AuditFilter filter, BindingResult unread, Model page) {
        TypedDays.show(unread, page);
        List<AuditedChange> found = search.page(filter, PAGE + 1);
        page.addAttribute("room", "reports");
        page.addAttribute("found", found.subList(0, Math.min(PAGE, found.size())));
        page.addAttribute(
                "older", found.size() > PAGE ? found.get(PAGE - 1).entry().sequence() : null);
        page.addAttribute("check", verification.latest().orElse(null));
        page.addAttribute("head", verification.newest().hash());
        page.addAttribute(
                "kept", witness.stream().map(TrailWitness::words).findFirst().orElse(""));
        page.addAttribute("zone", show.home());
        return "evidence/audit";
    }

    @PostMapping("/audit/check")
    String check(Principal me, RedirectAttributes flash) {
        AuditCheck check = verification.check(me.getName());
        flash.addFlashAttribute(
                check.whole() ? "said" : "refused",
                check.whole()
                        ? Texts.of(
                                "evidence.auditController.allEntriesAreIntactFrom",
                                "entries",
                                show.count(check.entries()))
                        : Texts.sentence(check.trouble()));
        return "redirect:/audit";
    }

    @GetMapping("/audit.csv")
    void csv(@ModelAttribute("filter") AuditFilter filter, HttpServletResponse response) throws IOException {
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=audit.csv");
        try (Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8)) {
            search.csv(filter, out);
        }
    }

    @GetMapping("/audit.json")
    void json(@ModelAttribute("filter") AuditFilter filter, HttpServletResponse response) throws IOException {
        response.setContentType("application/json");
        response.setHeader("Content-Disposition", "attachment; filename=audit.json");
        try (Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8)) {
            search.json(filter, out);
        }
    }
}
