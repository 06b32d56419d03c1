package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.security.Principal;
import org.pelerin.app.platform.language.Texts;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.authentication.logout.SecurityContextLogoutHandler;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One's own password; the one page that is open to who comes with a password that another gave. */
@Controller
class PasswordController {

    private final AccountAdministration accounts;
    private final PasswordAgain again;
    private final ProvidedAccounts provided;
    private final WhoIsIn who;

    PasswordController(AccountAdministration accounts, PasswordAgain again, ProvidedAccounts provided, WhoIsIn who) {
        this.provided = provided;
        this.who = who;
        this.again = again;
        this.accounts = accounts;
    }

    @GetMapping("/me/password")
    String page(Authentication me, HttpSession session, Model page) {
        page.addAttribute(
                "once",
                me.getAuthorities().stream().anyMatch(a -> a.getAuthority().equals("ROLE_" + AccountService.ONCE)));
        page.addAttribute("shortest", PasswordRules.SHORTEST);
        page.addAttribute("linked", provided.linked(me.getName()));
        boolean first = provided.withoutPassword(me.getName());
        page.addAttribute("first", first);
        page.addAttribute("again", first && !who.provedLately(session));
        return "people/account/password";
    }

    /** Every session of the account ends with it, this one too: one signs in with the new one. */
    @PostMapping("/me/password")
    String change(
            @RequestParam(defaultValue = "") String present,
            @RequestParam(defaultValue = "") String wanted,
            @RequestParam(defaultValue = "") String repeated,
            @RequestParam(defaultValue = "false") boolean tokens,
            Principal me,
            Authentication authentication,
            HttpServletRequest request,
            Model page) {
        String wrong = wanted.equals(repeated)
                ? ""
                : Texts.of("organisation.account.passwordController.theTwoNewPasswordsAre");
        if (wrong.isEmpty() && provided.withoutPassword(me.getName())) {
            return first(authentication, wanted, request.getSession(), page);
        }
        if (wrong.isEmpty() && !again.mayTry(me.getName())) {
            wrong = Texts.of("organisation.account.passwordController.thePresentPasswordWasWrong");
        }
        if (wrong.isEmpty()) {
            try {
                if (accounts.isPassword(me.getName(), present)) {
                    // what follows is no guess
                    again.passed(me.getName());
                }
                accounts.ownPassword(me.getName(), present, wanted, tokens);
                new SecurityContextLogoutHandler().logout(request, null, authentication);
                SecurityContextHolder.clearContext();
                return "redirect:/login?changed";
            } catch (AccountAdministration.NotChangedException e) {
                wrong = e.getMessage();
            }
        }
        page.addAttribute("refused", Texts.sentence(wrong));
        return page(authentication, request.getSession(), page);
    }

    /** Of whom the provider signed in, the password that signatures ask for: whoever finds an open session does not choose it. */
    private String first(Authentication me, String wanted, HttpSession session, Model page) {
        try {
            if (!who.provedLately(session)) {
                throw new AccountAdministration.NotChangedException(
                        Texts.of("organisation.account.passwordController.signInAgainFirst"));
            }
            accounts.signingPassword(me.getName(), wanted);
            return "redirect:/me/sign-in?signing";
        } catch (AccountAdministration.NotChangedException e) {
            page.addAttribute("refused", Texts.sentence(e.getMessage()));
            return page(me, session, page);
        }
    }
}
