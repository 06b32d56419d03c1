package org.pelerin.app.documentation;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.stream.Stream;
import org.pelerin.app.account.AccountService;
import org.pelerin.app.account.Person;
import org.pelerin.app.mission.MissionService;
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
    private final MissionService missions;
    private final AccountService accounts;

    DocumentationController(DocumentationService documentation, MissionService missions, AccountService accounts) {
        this.documentation = documentation;
        this.missions = missions;
        this.accounts = accounts;
    }

    @GetMapping("/missions/{id}/documentation")
    String show(@PathVariable long id, Model page) {
        need(id);
        page.addAttribute("mission", id);
        page.addAttribute("note", documentation.note(id));
        page.addAttribute("attachments", documentation.attachments(id));
        page.addAttribute(
                "known",
                Stream.concat(accounts.people().stream().map(Person::displayName), documentation.people().stream())
                        .distinct()
                        .toList());
        return "documentation/part :: part";
    }

    @PostMapping("/missions/{id}/documentation")
    String save(
            @PathVariable long id,
            @RequestParam String title,
            @RequestParam String purpose,
            @RequestParam String people,
            @RequestParam String remarks,
            Principal me,
            RedirectAttributes flash) {
        need(id);
        try {
            documentation.save(
                    id, new MissionNote(title.strip(), purpose.strip(), people.strip(), remarks.strip()), me.getName());
            flash.addFlashAttribute("said", "Noted; it goes into the report.");
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ".");
        }
        return "redirect:/missions/" + id;
    }

    @PostMapping("/missions/{id}/attachments")
    String attach(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        need(id);
        try {
            String name = file.getOriginalFilename() == null ? "file" : file.getOriginalFilename();
            String kept = documentation.attach(id, name, file.getBytes(), me.getName());
            flash.addFlashAttribute("said", "“" + kept + "” goes with the mission.");
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ". PNG, JPEG and PDF can be attached.");
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
        flash.addFlashAttribute("said", "“" + a.name() + "” is removed; the audit trail keeps its name and hash.");
        return "redirect:/missions/" + a.missionId();
    }

    private Attachment attachment(long id) {
        return documentation.attachment(id).orElseThrow(() -> new NotThereException("There is no such file."));
    }

    private void need(long mission) {
        missions.find(mission).orElseThrow(() -> new NotThereException("There is no mission " + mission + "."));
    }
}
