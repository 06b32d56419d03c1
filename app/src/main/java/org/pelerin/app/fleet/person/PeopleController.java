package org.pelerin.app.fleet.person;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.notices.Notices;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.organisation.contact.Contact;
import org.pelerin.app.organisation.contact.ContactForm;
import org.pelerin.app.organisation.contact.ContactTable;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.CutList;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.MailAddress;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.UploadedText;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The address book as pages, and who of it is told of what by mail. */
@Controller
class PeopleController {

    private final AddressBook book;
    private final AccountService accounts;
    private final Notices notices;
    private final PlaceService places;
    private final Formats show;

    PeopleController(AddressBook book, AccountService accounts, Notices notices, PlaceService places, Formats show) {
        this.book = book;
        this.accounts = accounts;
        this.notices = notices;
        this.places = places;
        this.show = show;
    }

    @GetMapping("/people")
    String people(Model page) {
        page.addAttribute("room", "places");
        page.addAttribute("people", book.all());
        page.addAttribute("accounts", accounts.people());
        page.addAttribute("told", notices.counts());
        return "fleet/person/people";
    }

    @GetMapping("/people/new")
    String create(Model page) {
        return form(new ContactForm(), Map.of(), List.of(), page);
    }

    @GetMapping("/people/{id}")
    String person(@PathVariable long id, Model page) {
        Contact c = find(id);
        return form(ContactForm.of(c), Map.of(), notices.choices(c.recipient()), page);
    }

    private String form(ContactForm form, Map<String, String> errors, List<Need.Kind> chosen, Model page) {
        page.addAttribute("room", "places");
        page.addAttribute("form", form);
        page.addAttribute("errors", errors);
        page.addAttribute("sites", places.sites());
        page.addAttribute("kinds", Need.Kind.values());
        page.addAttribute("chosen", chosen);
        page.addAttribute("mailed", notices.possible());
        page.addAttribute("trouble", form.id == 0 ? null : notices.trouble(Contact.recipient(form.id)));
        return "fleet/person/contact";
    }

    @PostMapping("/people")
    String save(
            @ModelAttribute ContactForm form,
            @RequestParam(defaultValue = "") List<Need.Kind> kind,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        ContactForm.Parsed parsed = form.parse();
        Map<String, String> errors = new LinkedHashMap<>(parsed.errors());
        if (!kind.isEmpty() && form.mail.isBlank()) {
            errors.putIfAbsent("mail", Texts.of("fleet.person.peopleController.peopleWithEmailNoticesNeed"));
        }
        if (errors.isEmpty()) {
            try {
                Contact kept = find(book.save(parsed.contact(), form.seen, me.getName()));
                notices.choose(kept.recipient(), kept.name(), kind, kept.mail(), me.getName());
                flash.addFlashAttribute(
                        "said", Texts.of("fleet.person.peopleController.isSavedInTheAddress", "name", kept.name()));
                return "redirect:/people";
            } catch (AddressBook.TakenException e) {
                errors.put("name", e.getMessage());
            } catch (ChangedMeanwhileException e) {
                Contact now = find(form.id);
                ContactForm saved = ContactForm.of(now);
                page.addAttribute(
                        "meanwhile",
                        SavedMeanwhile.of(book.lastChange(now), saved.shown(site(saved)), form.shown(site(form))));
                form.seen = saved.seen;
            }
        }
        return form(form, errors, kind, page);
    }

    private String site(ContactForm form) {
        return places.sites().stream()
                .filter(s -> String.valueOf(s.id()).equals(form.site))
                .map(Site::name)
                .findFirst()
                .orElse("");
    }

    @PostMapping("/people/{id}/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        Contact c = find(id);
        notices.choose(c.recipient(), c.name(), List.of(), c.mail(), me.getName());
        book.remove(c, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("fleet.person.peopleController.isRemovedTheNameStays", "name", c.name()));
        return "redirect:/people";
    }

    /** Notices of somebody who has an account here, chosen by the administrator. */
    @GetMapping("/admin/people/{account}")
    String account(@PathVariable String account, Model page) {
        page.addAttribute("room", "places");
        page.addAttribute("person", person(account));
        page.addAttribute("mail", accounts.mailOf(account));
        page.addAttribute("kinds", Need.Kind.values());
        page.addAttribute("chosen", notices.choices(account));
        page.addAttribute("mailed", notices.possible());
        page.addAttribute("trouble", notices.trouble(account));
        return "fleet/person/account";
    }

    @PostMapping("/admin/people/{account}")
    String choose(
            @PathVariable String account,
            @RequestParam String mail,
            @RequestParam(defaultValue = "") List<Need.Kind> kind,
            Principal me,
            RedirectAttributes flash) {
        person(account);
        String address = mail.strip();
        boolean none = address.isEmpty() && kind.isEmpty();
        if (!none && !MailAddress.valid(address)) {
            flash.addFlashAttribute(
                    "refused", Texts.of("fleet.person.peopleController.isNotAnEmailAddress", "address", address));
            return "redirect:/admin/people/" + account;
        }
        notices.choose(account, address, kind, me.getName());
        flash.addFlashAttribute(
                "said",
                Texts.of(
                        kind.isEmpty()
                                ? "fleet.person.peopleController.noEmailNotices"
                                : "fleet.person.peopleController.emailNoticesSaved",
                        "account",
                        account));
        return "redirect:/people";
    }

    private org.pelerin.app.organisation.account.Person person(String account) {
        return accounts.people().stream()
                .filter(p -> p.name().equals(account))
                .findFirst()
                .orElseThrow(() -> new NotThereException(
                        Texts.of("fleet.person.peopleController.thereIsNoAccount", "account", account)));
    }

    @GetMapping("/people.csv")
    ResponseEntity<byte[]> csv() {
        return ResponseEntity.ok()
                .header("Content-Type", "text/csv;charset=UTF-8")
                .header("Content-Disposition", "attachment; filename=\"people.csv\"")
                .body(ContactTable.write(book.all()).getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/people/import")
    String take(@RequestParam MultipartFile file, Principal me, Model page, RedirectAttributes flash)
            throws IOException {
        Map<String, Long> sites = places.sites().stream().collect(Collectors.toMap(Site::name, Site::id));
        ContactTable.Read read = ContactTable.read(UploadedText.of(file, "/people"), sites, book.all());
        if (!read.errors().isEmpty() || read.contacts().isEmpty()) {
            page.addAttribute("refused", Texts.of("fleet.person.peopleController.nothingWasImported"));
            page.addAttribute(
                    "lines",
                    read.errors().isEmpty()
                            ? List.of(Texts.of("fleet.person.peopleController.theFileHasNoRow"))
                            : CutList.of(read.errors(), 40));
            return people(page);
        }
        book.saveAll(read.contacts(), me.getName());
        flash.addFlashAttribute(
                "said",
                Texts.of(
                        "fleet.person.peopleController.peopleImported",
                        "people",
                        read.contacts().size()));
        return "redirect:/people";
    }

    private Contact find(long id) {
        return book.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("fleet.person.peopleController.thisPersonIsNoLonger")));
    }
}
