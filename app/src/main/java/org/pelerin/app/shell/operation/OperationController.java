package org.pelerin.app.shell.operation;

import java.security.Principal;
import java.util.List;
import org.pelerin.app.organisation.backup.Backups;
import org.pelerin.app.platform.ProductVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkups;
import org.pelerin.app.platform.operation.Condition;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How the installation does: what is looked at, backups, figures. */
@Controller
class OperationController {

    private final Checkups checkups;
    private final Backups backups;
    private final OperationFigures figures;

    OperationController(Checkups checkups, Backups backups, OperationFigures figures) {
        this.checkups = checkups;
        this.backups = backups;
        this.figures = figures;
    }

    @GetMapping("/admin/operation")
    String page(Model page) {
        List<Condition> conditions = checkups.look();
        page.addAttribute("room", "accounts");
        page.addAttribute("conditions", conditions);
        page.addAttribute("open", conditions.stream().filter(c -> !c.sound()).count());
        page.addAttribute("backups", backups.latest());
        page.addAttribute("directory", backups.settings().directory());
        page.addAttribute("at", backups.settings().at());
        page.addAttribute("figures", figures.lines());
        page.addAttribute("version", ProductVersion.NUMBER);
        return "shell/operation";
    }

    @PostMapping("/admin/operation/backup")
    String backup(Principal me, RedirectAttributes flash) {
        boolean ordered = backups.order(me.getName());
        flash.addFlashAttribute(
                ordered ? "said" : "refused",
                Texts.of(ordered ? "shell.operation.theBackupIsBeingMade" : "shell.operation.noDirectoryIsSet"));
        return "redirect:/admin/operation";
    }
}
