package org.pelerin.app.shell.frame;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.Locale;
import org.pelerin.app.organisation.account.Permission;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.ScriptTexts;
import org.pelerin.app.platform.operation.RequestNumber;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.shell.help.HelpParts;
import org.springframework.security.core.Authentication;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.servlet.HandlerMapping;

/** What the frame around every page shows. Asks no database, so that it stands when that is gone. */
@ControllerAdvice
class Shell {

    private final Clock clock;
    private final Formats show;
    private final PelerinProperties properties;
    private final ScriptTexts texts;
    private final HelpParts help;

    Shell(Clock clock, Formats show, PelerinProperties properties, ScriptTexts texts, HelpParts help) {
        this.help = help;
        this.texts = texts;
        this.clock = clock;
        this.show = show;
        this.properties = properties;
    }

    @ModelAttribute
    void frame(Model model, Authentication me, Locale language) {
        model.addAttribute("scriptTexts", texts.address(language));
        model.addAttribute("now", clock.instant());
        model.addAttribute("show", show);
        model.addAttribute("zone", show.home());
        model.addAttribute("me", me == null ? null : me.getName());
        model.addAttribute("canChange", Permission.OPERATE.heldBy(me));
        model.addAttribute("canReview", Permission.REVIEW.heldBy(me));
        model.addAttribute(
                "allSites", me != null && me.isAuthenticated() && OwnSites.now().all());
        model.addAttribute("isAdmin", Permission.ADMINISTER.heldBy(me));
        model.addAttribute("yardPresent", properties.yard().present());
    }

    /** Where its help is, of which a page of what went wrong has none of its own; and the number of the request, which that page shows. */
    @ModelAttribute
    void help(Model model, HttpServletRequest request) {
        model.addAttribute("requestNumber", RequestNumber.of(request));
        model.addAttribute(
                "help", help.address((String) request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE)));
    }
}
