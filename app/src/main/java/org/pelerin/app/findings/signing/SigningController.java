package org.pelerin.app.findings.signing;

import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.organisation.account.PasswordAgain;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Signatures as a part of a mission's page. */
@Controller
class SigningController {

    private final Signing signing;
    private final MissionQueries missions;
    private final PasswordAgain password;
    private final Formats show;

    SigningController(Signing signing, MissionQueries missions, PasswordAgain password, Formats show) {
        this.signing = signing;
        this.missions = missions;
        this.password = password;
        this.show = show;
    }

    @GetMapping("/missions/{id}/signatures")
    String part(@PathVariable long id, Principal me, Model page) {
        Mission m = mission(id);
        Signing.Standing standing = signing.of(m);
        page.addAttribute("m", m);
        page.addAttribute("mz", m.zoneOr(show.home()));
        page.addAttribute("standing", standing);
        page.addAttribute(
                "hindrance",
                standing.next() == null || me == null ? "" : signing.hindrance(m, standing.next(), me.getName()));
        return "signing/part :: part";
    }

    @PostMapping("/missions/{id}/sign")
    String sign(
            @PathVariable long id,
            @RequestParam SignedAs as,
            @RequestParam(defaultValue = "") String password,
            @RequestParam(defaultValue = "") String remark,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        Mission m = mission(id);
        if (Length.SIGNED_REMARK.exceeded(remark)) {
            throw new Signing.NotSignedException(Length.SIGNED_REMARK.said(remark));
        }
        if (!this.password.is(me.getName(), password, request.getRemoteAddr(), "to sign " + m.subject())) {
            throw new Signing.NotSignedException(Texts.of("findings.signing.signingController.notSignedThePasswordIs"));
        }
        signing.sign(id, as, remark.strip(), me.getName());
        flash.addFlashAttribute(
                "said",
                Texts.of("findings.signing.signingController.signedLimitsExclusionsFindingsAnd", "as", as.words()));
        return "redirect:/missions/" + id;
    }

    @PostMapping("/missions/{id}/open-again")
    String open(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        signing.open(
                mission(id),
                Reason.of(reason, Texts.of("findings.signing.signingController.enterAReasonForReopening"))
                        .text(),
                me.getName());
        flash.addFlashAttribute("said", Texts.of("findings.signing.signingController.theMissionCanBeChanged"));
        return "redirect:/missions/" + id;
    }

    private Mission mission(long id) {
        return missions.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("findings.signing.signingController.thereIsNoMission", "id", id)));
    }
}
