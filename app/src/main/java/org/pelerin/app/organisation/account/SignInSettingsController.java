package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.QrCode;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How one signs in oneself: the second factor, and where one is signed in. What weakens it asks for the password again. */
@Controller
class SignInSettingsController {

    private static final String PAGE = "redirect:/me/sign-in";

    private final SecondFactor factor;
    private final OwnSessions sessions;
    private final PasswordAgain again;
    private final SignInSteps steps;
    private final ProvidedAccounts provided;

    SignInSettingsController(
            SecondFactor factor,
            OwnSessions sessions,
            PasswordAgain again,
            SignInSteps steps,
            ProvidedAccounts provided) {
        this.provided = provided;
        this.factor = factor;
        this.sessions = sessions;
        this.again = again;
        this.steps = steps;
    }

    @GetMapping("/me/sign-in")
    String page(Principal me, HttpServletRequest request, Model page) {
        page.addAttribute("room", "me");
        page.addAttribute("linked", provided.linked(me.getName()));
        page.addAttribute("first", provided.withoutPassword(me.getName()));
        page.addAttribute("on", factor.on(me.getName()));
        page.addAttribute("left", factor.codesLeft(me.getName()));
        page.addAttribute(
                "sessions", sessions.of(me.getName(), request.getSession().getId()));
        return "people/account/sign-in";
    }

    /** The secret is shown once it is asked for, and until it is confirmed. */
    @GetMapping("/me/second-factor")
    String setUp(Principal me, Authentication who, Model page) {
        if (factor.on(me.getName())) {
            return PAGE;
        }
        String secret = factor.begin(me.getName());
        page.addAttribute("room", "me");
        page.addAttribute("picture", QrCode.svg(SecondFactor.address(me.getName(), secret)));
        page.addAttribute("secret", secret.replaceAll("(.{4})(?=.)", "$1 "));
        return AccountService.owesFactor(who) ? "people/account/enrol" : "people/account/second-factor";
    }

    @PostMapping("/me/second-factor")
    String turnOn(
            @RequestParam(defaultValue = "") String password,
            @RequestParam(defaultValue = "") String code,
            Principal me,
            Authentication who,
            HttpServletRequest request,
            HttpServletResponse response,
            RedirectAttributes flash) {
        if (!again.is(me.getName(), password, request.getRemoteAddr(), "turn on second factor")) {
            flash.addFlashAttribute("refused", Texts.of("people.account.secondFactor.thePasswordIsNotRight"));
            return "redirect:/me/second-factor";
        }
        List<String> codes = factor.confirm(me.getName(), code);
        if (codes.isEmpty()) {
            flash.addFlashAttribute("refused", Texts.of("people.account.secondFactor.theCodeIsNotRight"));
            return "redirect:/me/second-factor";
        }
        flash.addFlashAttribute("codes", codes);
        flash.addFlashAttribute("said", Texts.of("people.account.secondFactor.itIsOn"));
        if (AccountService.owesFactor(who)) {
            // it was what stood before everything else
            steps.in(me.getName(), request, response);
        }
        return PAGE;
    }

    @PostMapping("/me/second-factor/codes")
    String codes(
            @RequestParam(defaultValue = "") String password,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        if (!factor.on(me.getName())) {
            return PAGE;
        }
        if (!again.is(me.getName(), password, request.getRemoteAddr(), "make recovery codes")) {
            flash.addFlashAttribute("refused", Texts.of("people.account.secondFactor.thePasswordIsNotRight"));
            return PAGE;
        }
        flash.addFlashAttribute("codes", factor.newCodes(me.getName()));
        return PAGE;
    }

    @PostMapping("/me/second-factor/off")
    String turnOff(
            @RequestParam(defaultValue = "") String password,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        if (!again.is(me.getName(), password, request.getRemoteAddr(), "turn off second factor")) {
            flash.addFlashAttribute("refused", Texts.of("people.account.secondFactor.thePasswordIsNotRight"));
            return PAGE;
        }
        factor.remove(me.getName(), "", me.getName());
        flash.addFlashAttribute("said", Texts.of("people.account.secondFactor.itIsOff"));
        return PAGE;
    }

    @PostMapping("/me/sessions/{mark}/end")
    String end(@PathVariable String mark, Principal me, RedirectAttributes flash) {
        boolean ended = sessions.end(me.getName(), mark);
        flash.addFlashAttribute(
                ended ? "said" : "refused",
                Texts.of(
                        ended
                                ? "people.account.signInSettings.theSessionIsEnded"
                                : "people.account.signInSettings.theSessionHasEndedAlready"));
        return PAGE;
    }

    @PostMapping("/me/sessions/end-others")
    String endOthers(Principal me, HttpServletRequest request, RedirectAttributes flash) {
        int n = sessions.endOthers(me.getName(), request.getSession().getId());
        flash.addFlashAttribute("said", Texts.of("people.account.signInSettings.otherSessionsAreEnded", "n", n));
        return PAGE;
    }
}
