package org.pelerin.app.fleet.hooks;

import java.security.Principal;
import java.util.List;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.platform.language.Texts;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Web hooks, for administrators. */
@Controller
class HookController {

    private final WebHooks hooks;

    HookController(WebHooks hooks) {
        this.hooks = hooks;
    }

    @GetMapping("/admin/hooks")
    String page(Model page) {
        page.addAttribute("room", "accounts");
        page.addAttribute("hooks", hooks.all());
        page.addAttribute("latest", hooks.latest());
        page.addAttribute("kinds", Need.Kind.values());
        return "fleet/hooks/hooks";
    }

    @PostMapping("/admin/hooks")
    String add(
            @RequestParam(defaultValue = "") String url,
            @RequestParam(defaultValue = "") List<Need.Kind> kind,
            Principal me,
            RedirectAttributes flash) {
        flash.addFlashAttribute("secret", hooks.add(url, kind, me.getName()));
        return "redirect:/admin/hooks";
    }

    @PostMapping("/admin/hooks/{id}/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        hooks.remove(id, me.getName());
        flash.addFlashAttribute("said", Texts.of("fleet.hooks.hookController.theWebHookIsRemoved"));
        return "redirect:/admin/hooks";
    }
}
