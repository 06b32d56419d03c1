package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The second step of a sign-in; the one page that is open to who has the password and not yet the code. */
@Controller
class CodeController {

    private final SecondFactor factor;
    private final SignInSteps steps;
    private final SignInGate gate;
    private final SignedIn signedIn;
    private final WhoIsIn who;
    private final AuditTrail audit;

    CodeController(
            SecondFactor factor, SignInSteps steps, SignInGate gate, SignedIn signedIn, WhoIsIn who, AuditTrail audit) {
        this.who = who;
        this.factor = factor;
        this.steps = steps;
        this.gate = gate;
        this.signedIn = signedIn;
        this.audit = audit;
    }

    @GetMapping("/login/code")
    String page(Authentication me) {
        return AccountService.owesCode(me) ? "people/account/code" : "redirect:/";
    }

    /** Guesses are counted, for each account; codes are none, but six digits are few. */
    @PostMapping("/login/code")
    String code(
            @RequestParam(defaultValue = "") String code,
            Authentication me,
            HttpServletRequest request,
            HttpServletResponse response,
            Model page)
            throws IOException {
        if (!AccountService.owesCode(me)) {
            return "redirect:/";
        }
        String name = me.getName();
        String source = Texts.stored("stored.countedSignIn.fromSource", "source", request.getRemoteAddr());
        if (!gate.opensCode(name) || !factor.passes(name, code)) {
            audit.record("system", "refuse code", name, "", source);
            page.addAttribute("refused", Texts.of("people.account.code.thatCodeIsNotRight"));
            return "people/account/code";
        }
        gate.passedCode(name);
        try {
            Authentication done = steps.in(name, request, response);
            signedIn.onAuthenticationSuccess(request, response, done);
            return null;
        } catch (UsernameNotFoundException e) {
            // disabled between the two steps
            who.leaves(request, response, me);
            return "redirect:/login?error";
        }
    }
}
