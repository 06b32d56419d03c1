package org.pelerin.app.organisation.account;

import org.pelerin.app.platform.PelerinProperties;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

@Controller
class LoginController {

    private final PelerinProperties properties;

    LoginController(PelerinProperties properties) {
        this.properties = properties;
    }

    @GetMapping("/login")
    String page(Model model) {
        model.addAttribute("demo", properties.demo());
        return "people/account/login";
    }
}
