package org.pelerin.app.person;

import java.security.Principal;
import java.util.List;
import org.pelerin.app.account.AccountService;
import org.pelerin.app.attention.Need;
import org.pelerin.app.notice.Notices;
import org.pelerin.app.notice.Post;
import org.pelerin.app.platform.web.MailAddress;
import org.springframework.mail.MailException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** What a person has set for himself. */
@Controller
class PersonController {

    private final CalendarService calendars;
    private final Notices notices;
    private final AccountService accounts;
    private final Post post;

    PersonController(CalendarService calendars, Notices notices, AccountService accounts, Post post) {
        this.calendars = calendars;
        this.notices = notices;
        this.accounts = accounts;
        this.post = post;
    }

    @GetMapping("/me")
    String me(Model page, Principal me) {
        page.addAttribute("room", "me");
        page.addAttribute("calendar", calendars.of(me.getName()).orElse(null));
        page.addAttribute("mailed", notices.possible());
        page.addAttribute("kinds", Need.Kind.values());
        page.addAttribute("chosen", notices.choices(me.getName()));
        page.addAttribute("trouble", notices.trouble(me.getName()));
        if (!page.containsAttribute("mail")) {
            page.addAttribute("mail", accounts.mailOf(me.getName()));
        }
        return "person/me";
    }

    @PostMapping("/me/notices")
    String choose(
            @RequestParam String mail,
            @RequestParam(defaultValue = "") List<Need.Kind> kind,
            @RequestParam(defaultValue = "false") boolean test,
            Principal me,
            RedirectAttributes flash) {
        String address = mail.strip();
        boolean none = address.isEmpty() && kind.isEmpty() && !test;
        if (!none && !MailAddress.valid(address)) {
            flash.addFlashAttribute("mail", address);
            flash.addFlashAttribute("refused", "“" + address + "” is no mail address.");
            return "redirect:/me";
        }
        notices.choose(me.getName(), address, kind, me.getName());
        flash.addFlashAttribute("said", kind.isEmpty() ? "You are told of nothing by mail." : "You will be told.");
        if (test) {
            try {
                post.send(address, "Pelerin: a mail to try it out", "Notices will come to this address.\n");
                flash.addFlashAttribute("said", "A mail is on its way to " + address + ".");
            } catch (MailException e) {
                String why = e.getMostSpecificCause().getMessage();
                flash.addFlashAttribute("refused", "The mail server did not take it: " + why);
            }
        }
        return "redirect:/me";
    }

    @PostMapping("/me/calendar")
    String make(Principal me, RedirectAttributes flash) {
        String base = ServletUriComponentsBuilder.fromCurrentContextPath().toUriString();
        flash.addFlashAttribute("address", base + "/calendar/" + calendars.make(me.getName()) + ".ics");
        return "redirect:/me";
    }

    @PostMapping("/me/calendar/revoke")
    String revoke(Principal me, RedirectAttributes flash) {
        calendars.revoke(me.getName());
        flash.addFlashAttribute("said", "The address is revoked; nobody can read the calendar there any more.");
        return "redirect:/me";
    }
}
