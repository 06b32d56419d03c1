package org.pelerin.app.missions.documentation;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.stream.Stream;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Person;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.organisation.contact.Contact;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The documentation of a mission, a part of its page. */
@Controller
class DocumentationController {

    private final DocumentationService documentation;
    private final MissionQueries missions;
    private final AccountService accounts;
    private final AddressBook book;
    private final PlaceService places;

    DocumentationController(
            DocumentationService documentation,
            MissionQueries missions,
            AccountService accounts,
            AddressBook book,
            PlaceService places) {
        this.documentation = documentation;
        this.missions = missions;
        this.accounts = accounts;
        this.book = book;
        this.places = places;
    }

    @GetMapping("/missions/{id}/documentation")
    String show(@PathVariable long id, Model page) {
        MissionNote note = documentation.note(id);
        page.addAttribute("note", note);
        form(id, note, note, page);
        page.addAttribute("attachments", documentation.attachments(id));
        return "missions/documentation/part :: part";
    }

    /**
     * @param note what stands in the fields
     * @param stored what they are to replace
     */
    private void form(long id, MissionNote note, MissionNote stored, Model page) {
        page.addAttribute("mission", id);
        page.addAttribute("typed", note);
        page.addAttribute("seen", FormMark.of(stored));
        page.addAttribute(
                "known",
                Stream.concat(
                                accounts.people().stream().map(Person::displayName),
                                book.all().stream().map(Contact::name))
                        .distinct()
                        .toList());
        Mission m = need(id);
        page.addAttribute("frozen", m.records().signedAs() != null);
        page.addAttribute("where", where(m));
        page.addAttribute(
                "sites",
                places.sites().stream().map(DocumentationController::full).toList());
    }

    @PostMapping("/missions/{id}/documentation")
    String save(
            @PathVariable long id,
            @RequestParam String title,
            @RequestParam String purpose,
            @RequestParam String people,
            @RequestParam String place,
            @RequestParam String remarks,
            @RequestParam(required = false) String seen,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        need(id);
        MissionNote typed =
                new MissionNote(title.strip(), purpose.strip(), people.strip(), place.strip(), remarks.strip());
        try {
            documentation.save(id, typed, seen, me.getName());
            flash.addFlashAttribute("said", Texts.of("missions.documentation.documentationController.savedItIsPartOf"));
            return "redirect:/missions/" + id;
        } catch (IllegalArgumentException e) {
            page.addAttribute("refused", Texts.sentence(e.getMessage()));
        } catch (ChangedMeanwhileException e) {
            page.addAttribute(
                    "meanwhile",
                    SavedMeanwhile.of(
                            documentation.lastChange(id), documentation.note(id).shown(), typed.shown()));
        }
        form(id, typed, documentation.note(id), page);
        page.addAttribute("room", "missions");
        return "missions/documentation/again";
    }

    @PostMapping("/missions/{id}/attachments")
    String attach(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        need(id);
        try {
            String name = file.getOriginalFilename() == null ? "file" : file.getOriginalFilename();
            String kept = documentation.attach(id, name, file.getBytes(), me.getName());
            flash.addFlashAttribute(
                    "said",
                    Texts.of("missions.documentation.documentationController.isAttachedToTheMission", "kept", kept));
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute(
                    "refused",
                    Texts.of(
                            "missions.documentation.documentationController.pngJpegAndPdfCan",
                            "reason",
                            e.getMessage()));
        }
        return "redirect:/missions/" + id;
    }

    @GetMapping("/attachments/{id}")
    ResponseEntity<byte[]> file(@PathVariable long id) {
        Attachment a = attachment(id);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(a.type()))
                .header(
                        "Content-Disposition",
                        ContentDisposition.attachment()
                                .filename(a.name(), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(documentation.bytes(a));
    }

    @PostMapping("/attachments/{id}/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        Attachment a = attachment(id);
        documentation.remove(a, me.getName());
        flash.addFlashAttribute(
                "said",
                Texts.of("missions.documentation.documentationController.isRemovedItsNameAnd", "name", a.name()));
        return "redirect:/missions/" + a.missionId();
    }

    private Attachment attachment(long id) {
        return documentation
                .attachment(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("missions.documentation.documentationController.thereIsNoSuchFile")));
    }

    /** Site and spot of a mission, with the address; empty where it has none. */
    private String where(Mission mission) {
        return places.find(mission.place().spotId())
                .map(spot -> spot.name() + ", "
                        + places.sites().stream()
                                .filter(s -> s.name().equals(spot.site()))
                                .findFirst()
                                .map(DocumentationController::full)
                                .orElse(spot.site()))
                .orElse("");
    }

    private static String full(Site site) {
        return site.name() + (site.address().isEmpty() ? "" : ", " + site.address());
    }

    private Mission need(long mission) {
        return missions.find(mission)
                .orElseThrow(() -> new NotThereException(Texts.of(
                        "missions.documentation.documentationController.thereIsNoMission", "mission", mission)));
    }
}
