package org.pelerin.app.fleet.person;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.notices.Notices;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.OwnMail;
import org.pelerin.app.organisation.language.OwnLanguage;
import org.pelerin.app.organisation.units.OwnUnits;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.MailAddress;
import org.pelerin.app.platform.web.OwnAddress;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a person has set for himself. */
@Controller
class PersonController {

    private final CalendarService calendars;
    private final Notices notices;
    private final AccountService accounts;
    private final OwnMail ownMail;
    private final OwnAddress address;
    private final AuditTrail audit;
    private final OwnUnits units;
    private final OwnLanguage language;

    PersonController(
            CalendarService calendars,
            Notices notices,
            AccountService accounts,
            OwnMail ownMail,
            OwnAddress address,
            AuditTrail audit,
            OwnUnits units,
            OwnLanguage language) {
        this.units = units;
        this.language = language;
        this.audit = audit;
        this.address = address;
        this.calendars = calendars;
        this.notices = notices;
        this.accounts = accounts;
        this.ownMail = ownMail;
    }

    @GetMapping("/me")
    String me(Model page, Principal me) {
        page.addAttribute(
                "signedIn",
                audit.latest(me.getName(), List.of("sign in"), 2).stream()
                        .skip(1)
                        .findFirst()
                        .orElse(null));
        page.addAttribute("room", "me");
        page.addAttribute("languages", Texts.all().languages());
        page.addAttribute(
                "language", language.of(me.getName()).map(Locale::getLanguage).orElse(""));
        page.addAttribute("own", units.of(me.getName()));
        page.addAttribute("temperatures", ShownUnits.choices(OwnUnits.TEMPERATURE));
        page.addAttribute("pressures", ShownUnits.choices(OwnUnits.PRESSURE));
        page.addAttribute("lengths", ShownUnits.choices(OwnUnits.LENGTH));
        page.addAttribute("volumes", ShownUnits.choices(OwnUnits.VOLUME));
        page.addAttribute("calendar", calendars.of(me.getName()).orElse(null));
        page.addAttribute("mailed", notices.possible());
        page.addAttribute("kinds", Need.Kind.values());
        page.addAttribute("chosen", notices.choices(me.getName()));
        page.addAttribute("trouble", notices.trouble(me.getName()));
        page.addAttribute("asked", ownMail.asked(me.getName()));
        page.addAttribute("confirmed", accounts.mailOf(me.getName()));
        if (!page.containsAttribute("mail")) {
            page.addAttribute("mail", accounts.mailOf(me.getName()));
        }
        return "fleet/person/me";
    }

    /** Each a symbol; empty for as recorded. */
    @PostMapping("/me/units")
    String units(
            @RequestParam(defaultValue = "") String temperature,
            @RequestParam(defaultValue = "") String pressure,
            @RequestParam(defaultValue = "") String length,
            @RequestParam(defaultValue = "") String volume,
            Principal me,
            RedirectAttributes flash) {
        units.keep(me.getName(), temperature, pressure, length, volume);
        flash.addFlashAttribute("said", Texts.of("fleet.person.personController.unitsAreSaved"));
        return "redirect:/me";
    }

    /** @param language its tag; empty for the browser's own */
    @PostMapping("/me/language")
    String language(
            @RequestParam(defaultValue = "") String language,
            Principal me,
            HttpServletRequest request,
            HttpServletResponse response,
            RedirectAttributes flash) {
        Optional<Locale> chosen = this.language.choose(me.getName(), language);
        AskedLanguage.remember(chosen.orElse(null), request, response);
        flash.addFlashAttribute(
                "said",
                chosen.map(l -> CurrentLanguage.in(l, () -> Texts.of("fleet.person.me.languageSaved")))
                        .orElseGet(() -> Texts.of("fleet.person.me.languageOfBrowser")));
        return "redirect:/me";
    }

    @PostMapping("/me/notices")
    String choose(
            @RequestParam String mail,
            @RequestParam(defaultValue = "") List<Need.Kind> kind,
            @RequestParam(defaultValue = "false") boolean test,
            Principal me,
            RedirectAttributes flash) {
        String typed = mail.strip();
        boolean none = typed.isEmpty() && kind.isEmpty() && !test;
        if (!none && !MailAddress.valid(typed)) {
            flash.addFlashAttribute("mail", typed);
            flash.addFlashAttribute(
                    "refused", Texts.of("fleet.person.personController.isNotAnEmailAddress", "typed", typed));
            return "redirect:/me";
        }
        String confirmed = accounts.mailOf(me.getName());
        boolean other = !typed.isEmpty() && !typed.equals(confirmed);
        notices.choose(me.getName(), other ? confirmed : typed, kind, me.getName());
        String told = kind.isEmpty()
                ? Texts.of("fleet.person.personController.emailNoticesAreSwitchedOff")
                : Texts.of("fleet.person.personController.emailNoticesAreSaved");
        flash.addFlashAttribute("said", told);
        try {
            if (other) {
                ownMail.ask(me.getName(), typed);
                flash.addFlashAttribute(
                        "said",
                        !notices.possible()
                                ? Texts.of("fleet.person.personController.savedTheAddressCountsOnly")
                                : Texts.of(
                                        "fleet.person.personController.anEmailIsOnIts",
                                        "typed",
                                        typed,
                                        "meanwhile",
                                        !confirmed.isEmpty(),
                                        "confirmed",
                                        confirmed));
            } else if (test) {
                ownMail.test(me.getName());
                flash.addFlashAttribute(
                        "said", Texts.of("fleet.person.personController.anEmailIsOnIts2", "confirmed", confirmed));
            }
        } catch (OwnMail.NotSentException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/me";
    }

    @GetMapping("/me/mail/{secret}")
    String confirm(@PathVariable String secret, Principal me, RedirectAttributes flash) {
        ownMail.confirm(me.getName(), secret)
                .ifPresentOrElse(
                        mail -> flash.addFlashAttribute(
                                "said", Texts.of("fleet.person.personController.noticesGoToFromNow", "mail", mail)),
                        () -> flash.addFlashAttribute(
                                "refused", Texts.of("fleet.person.personController.thisLinkIsNoLonger")));
        return "redirect:/me";
    }

    @PostMapping("/me/calendar")
    String make(Principal me, RedirectAttributes flash) {
        String base = address.base();
        flash.addFlashAttribute("address", base + "/calendar/" + calendars.make(me.getName()) + ".ics");
        return "redirect:/me";
    }

    @PostMapping("/me/calendar/revoke")
    String revoke(Principal me, RedirectAttributes flash) {
        calendars.revoke(me.getName());
        flash.addFlashAttribute("said", Texts.of("fleet.person.personController.theAddressIsRevokedThe"));
        return "redirect:/me";
    }
}
