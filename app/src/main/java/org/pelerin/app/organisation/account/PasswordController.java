package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
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

    PasswordController(AccountAdministration accounts, PasswordAgain again) {
        this.again = again;
        this.accounts = accounts;
    }

    @GetMapping("/me/password")
    String page(Authentication me, Model page) {
        page.addAttribute(
                "once",
                me.getAuthorities().stream().anyMatch(a -> a.getAuthority().equals("ROLE_" + AccountService.ONCE)));
        page.addAttribute("shortest", PasswordRules.SHORTEST);
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
        return page(authentication, page);
    }
}
