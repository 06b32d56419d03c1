package org.pelerin.app.organisation.token;

import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One's own tokens. */
@Controller
class TokenController {

    private static final List<Integer> DAYS = List.of(30, 90, 365);

    private final ApiTokens tokens;
    private final Clock machine;

    TokenController(ApiTokens tokens, @Qualifier("machineClock") Clock machine) {
        this.tokens = tokens;
        this.machine = machine;
    }

    @GetMapping("/me/tokens")
    String page(Principal me, Model page) {
        page.addAttribute("room", "me");
        page.addAttribute("tokens", tokens.of(me.getName()));
        page.addAttribute("at", machine.instant());
        page.addAttribute("roles", Role.values());
        page.addAttribute("days", DAYS);
        return "people/token/tokens";
    }

    @PostMapping("/me/tokens")
    String make(
            @RequestParam(defaultValue = "") String name,
            @RequestParam Role role,
            @RequestParam(defaultValue = "90") int days,
            Principal me,
            RedirectAttributes flash) {
        if (name.isBlank() || Length.TOKEN_NAME.exceeded(name)) {
            throw new ApiTokens.NoTokenException(
                    name.isBlank()
                            ? Texts.of("organisation.token.tokenController.enterThePurposeOfThe")
                            : Length.TOKEN_NAME.said(name));
        }
        if (!DAYS.contains(days)) {
            throw new ApiTokens.NoTokenException(Texts.of("organisation.token.tokenController.aTokenIsValidFor"));
        }
        flash.addFlashAttribute("token", tokens.make(me.getName(), name.strip(), role, Duration.ofDays(days)));
        return "redirect:/me/tokens";
    }

    @PostMapping("/me/tokens/{id}/revoke")
    String revoke(@PathVariable long id, Principal me, RedirectAttributes flash) {
        tokens.revoke(id, me.getName());
        flash.addFlashAttribute("said", Texts.of("organisation.token.tokenController.theTokenIsRevokedNo"));
        return "redirect:/me/tokens";
    }
}
