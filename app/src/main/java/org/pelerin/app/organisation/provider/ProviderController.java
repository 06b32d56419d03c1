package org.pelerin.app.organisation.provider;

import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;

/** The way to the provider; back on the sign-in page, with a word, while it does not answer. */
@Controller
@ControllerAdvice(basePackages = "org.pelerin.app.organisation.account")
class ProviderController {

    private final LateRegistration registration;
    private final ProviderSettings settings;

    ProviderController(LateRegistration registration, ProviderSettings settings) {
        this.registration = registration;
        this.settings = settings;
    }

    /** What the provider is called, on the pages of sign-ins; null for none. */
    @ModelAttribute("provider")
    String called() {
        return settings.present() ? settings.called() : null;
    }

    @GetMapping("/login/provider")
    String leave(Model page) {
        return registration.get().isPresent()
                ? "redirect:/oauth2/authorization/" + LateRegistration.ID
                : "redirect:/login?provider=unreachable";
    }
}
