package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.app.platform.language.Texts;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class LoginController {

    private final PelerinProperties properties;

    LoginController(PelerinProperties properties) {
        this.properties = properties;
    }

    /** Why somebody comes back from the provider and is not signed in, by the word in the address. */
    private static Map<String, String> refusals() {
        return Map.of(
                "unreachable", Texts.of("people.account.login.provider.unreachable"),
                "failed", Texts.of("people.account.login.provider.failed"),
                "role", Texts.of("people.account.login.provider.role"),
                "name", Texts.of("people.account.login.provider.name"),
                "taken", Texts.of("people.account.login.provider.taken"),
                "disabled", Texts.of("people.account.login.provider.disabled"));
    }

    /** @param language chosen on this page, before anybody is known */
    @GetMapping("/login")
    String page(
            @RequestParam(required = false) String language,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        Optional<Locale> chosen = AskedLanguage.known(language);
        if (chosen.isPresent()) {
            AskedLanguage.remember(chosen.get(), request, response);
            return "redirect:/login";
        }
        model.addAttribute("languages", Texts.all().languages());
        model.addAttribute("refusals", refusals());
        model.addAttribute("demo", properties.demo());
        return "people/account/login";
    }
}
