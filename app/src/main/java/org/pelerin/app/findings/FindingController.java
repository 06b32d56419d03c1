package org.pelerin.app.findings;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.pelerin.app.platform.web.TypedTime;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
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

/** One finding: what it is about, its assessment, and what was done with it. */
@Controller
class FindingController {

    private final Findings findings;
    private final FindingFiles files;
    private final FindingOverview overview;
    private final AccountService accounts;
    private final Formats show;

    FindingController(
            Findings findings, FindingFiles files, FindingOverview overview, AccountService accounts, Formats show) {
        this.findings = findings;
        this.files = files;
        this.overview = overview;
        this.accounts = accounts;
        this.show = show;
    }

    /** Of the same spot, that are told beside one. */
    private static final int EARLIER = 6;

    @GetMapping("/findings/{id}")
    String finding(
            @PathVariable long id, @ModelAttribute("filter") FindingFilter filter, ShownUnits inUnits, Model page) {
        Finding f = get(id);
        if (f.mergedInto() != null) {
            return "redirect:/findings/" + f.mergedInto();
        }
        show(f, Typed.of(f.work()), filter, inUnits, page);
        return "findings/one";
    }

    /** What stands in the fields of the form, and the mark of what it is to replace. */
    record Typed(Long cause, String action, String disposition, String owner, String due, String seen) {

        static Typed of(Finding.Work w) {
            return new Typed(w.causeId(), w.action(), w.disposition(), w.owner(), w.due(), Findings.mark(w));
        }

        /** Its fields as people read them. */
        Map<String, String> shown(List<Cause> causes) {
            return SavedMeanwhile.fields(
                    Texts.of("findings.findingController.cause"),
                    causes.stream()
                            .filter(c -> cause != null && c.id() == cause)
                            .map(Cause::name)
                            .findFirst()
                            .orElse(""),
                    Texts.of("findings.findingController.actionTaken"),
                    action,
                    Texts.of("findings.findingController.productDisposition"),
                    disposition,
                    Texts.of("findings.findingController.owner"),
                    owner,
                    Texts.of("findings.findingController.due"),
                    due);
        }
    }

    /** The excursion that its first line tells of; null for what a logger shows about itself. */
    private static Part drawn(Finding f, List<Part> parts) {
        return parts.stream()
                .filter(p -> p.lead().equals(f.lead()))
                .findFirst()
                .orElse(parts.isEmpty() ? null : parts.get(0));
    }

    private void show(Finding f, Typed typed, FindingFilter filter, ShownUnits inUnits, Model page) {
        long id = f.id();
        page.addAttribute("room", "findings");
        page.addAttribute("f", f);
        page.addAttribute("typed", typed);
        page.addAttribute(
                "fz",
                f.subject().zone() == null ? show.home() : ZoneId.of(f.subject().zone()));
        List<Part> parts = findings.parts(id);
        page.addAttribute("parts", parts);
        page.addAttribute("drawn", drawn(f, parts));
        page.addAttribute("earlier", findings.earlier(f, EARLIER));
        page.addAttribute("entries", findings.entries(id));
        page.addAttribute("files", files.of(id));
        page.addAttribute("beside", overview.beside(filter, id));
        page.addAttribute("words", new FindingWords(inUnits, show));
        page.addAttribute("causes", findings.causes());
        page.addAttribute("people", accounts.people());
        page.addAttribute("signed", findings.signed(id));
    }

    @PostMapping("/findings/{id}/acknowledge")
    String acknowledge(
            @PathVariable long id,
            @ModelAttribute("filter") FindingFilter filter,
            Principal me,
            RedirectAttributes flash) {
        get(id);
        int done = findings.acknowledge(List.of(id), me.getName());
        flash.addFlashAttribute(
                done == 1 ? "said" : "refused",
                done == 1
                        ? Texts.of("findings.findingController.acknowledged")
                        : Texts.of("findings.findingController.somebodyElseAcknowledgedItMeanwhile"));
        return "redirect:" + filter.at("/findings/" + id);
    }

    /**
     * @param explanation number of its cause; not called as the filter's field is, which goes along
     * @param then “close” to close it with what is said
     */
    @PostMapping("/findings/{id}/say")
    String say(
            @PathVariable long id,
            @RequestParam(required = false) Long explanation,
            @RequestParam(defaultValue = "") String action,
            @RequestParam(defaultValue = "") String disposition,
            @RequestParam(defaultValue = "") String responsible,
            @RequestParam(defaultValue = "") String due,
            @RequestParam(defaultValue = "") String then,
            @RequestParam(required = false) String seen,
            @ModelAttribute("filter") FindingFilter filter,
            ShownUnits inUnits,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        Finding shown = get(id);
        boolean known = accounts.people().stream().anyMatch(p -> p.name().equals(responsible));
        Long of = explanation != null && findings.causes().stream().anyMatch(c -> c.id() == explanation)
                ? explanation
                : null;
        try {
            for (String text : new String[] {action, disposition}) {
                if (Length.FINDING_TEXT.exceeded(text)) {
                    throw new Findings.NotReadyException(Length.FINDING_TEXT.said(text));
                }
            }
            findings.say(
                    id,
                    new Findings.Said(of, action.strip(), disposition.strip(), known ? responsible : null, day(due)),
                    seen,
                    me.getName());
        } catch (Findings.NotReadyException e) {
            page.addAttribute("refused", Texts.sentence(e.getMessage()));
            show(shown, new Typed(of, action, disposition, responsible, due, seen), filter, inUnits, page);
            return "findings/one";
        } catch (ChangedMeanwhileException e) {
            Finding now = get(id);
            Typed typed = new Typed(of, action, disposition, responsible, due, Findings.mark(now.work()));
            page.addAttribute(
                    "meanwhile",
                    SavedMeanwhile.of(
                            findings.lastChange(id),
                            Typed.of(now.work()).shown(findings.causes()),
                            typed.shown(findings.causes())));
            show(now, typed, filter, inUnits, page);
            return "findings/one";
        }
        // the list as it was before it is closed: it leads on
        Long next = overview.beside(filter, id).after();
        if (then.equals("close")) {
            findings.close(id, me.getName());
            flash.addFlashAttribute("said", Texts.of("findings.findingController.findingIsClosed", "id", id));
            return "redirect:" + (next == null ? filter.with("", null) : filter.at("/findings/" + next));
        }
        flash.addFlashAttribute("said", Texts.of("findings.findingController.saved"));
        return "redirect:" + filter.at("/findings/" + id);
    }

    private static LocalDate day(String text) {
        try {
            return text.isBlank() ? null : TypedTime.day(text);
        } catch (DateTimeException e) {
            throw new Findings.NotReadyException(e.getMessage());
        }
    }

    @PostMapping("/findings/{id}/reopen")
    String reopen(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String reason,
            @ModelAttribute("filter") FindingFilter filter,
            Principal me,
            RedirectAttributes flash) {
        get(id);
        Reason why = Reason.of(reason, Texts.of("findings.findingController.enterAReasonForReopening"));
        findings.reopen(id, why.text(), me.getName());
        flash.addFlashAttribute("said", Texts.of("findings.findingController.theFindingIsOpenAgain"));
        return "redirect:" + filter.at("/findings/" + id);
    }

    @PostMapping("/findings/{id}/comment")
    String comment(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String text,
            @ModelAttribute("filter") FindingFilter filter,
            Principal me,
            RedirectAttributes flash) {
        get(id);
        if (text.isBlank() || Length.FINDING_TEXT.exceeded(text)) {
            flash.addFlashAttribute(
                    "refused",
                    text.isBlank()
                            ? Texts.of("findings.findingController.enterACommentFirst")
                            : Texts.sentence(Length.FINDING_TEXT.said(text)));
        } else {
            findings.comment(id, text.strip(), me.getName());
            flash.addFlashAttribute("said", Texts.of("findings.findingController.added"));
        }
        return "redirect:" + filter.at("/findings/" + id);
    }

    @PostMapping("/findings/{id}/parts/{part}/split")
    String split(@PathVariable long id, @PathVariable long part, Principal me, RedirectAttributes flash) {
        get(id);
        long own = findings.split(id, part, me.getName());
        flash.addFlashAttribute("said", Texts.of("findings.findingController.itIsNowFinding", "own", own));
        return "redirect:/findings/" + own;
    }

    @PostMapping("/findings/{id}/files")
    String attach(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        get(id);
        try {
            String name = file.getOriginalFilename() == null ? "file" : file.getOriginalFilename();
            String kept = files.add(id, name, file.getBytes(), me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("findings.findingController.isAttachedToTheFinding", "kept", kept));
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute(
                    "refused", Texts.of("findings.findingController.pngJpegAndPdfCan", "reason", e.getMessage()));
        }
        return "redirect:/findings/" + id;
    }

    @GetMapping("/findings/{id}/files/{file}")
    ResponseEntity<byte[]> file(@PathVariable long id, @PathVariable long file) {
        FindingFile f = kept(file, id);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(f.type()))
                .header(
                        "Content-Disposition",
                        ContentDisposition.attachment()
                                .filename(f.name(), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(files.bytes(f));
    }

    @PostMapping("/findings/{id}/files/{file}/remove")
    String remove(@PathVariable long id, @PathVariable long file, Principal me, RedirectAttributes flash) {
        FindingFile f = kept(file, id);
        files.remove(f, me.getName());
        flash.addFlashAttribute("said", Texts.of("findings.findingController.isRemovedItsNameAnd", "name", f.name()));
        return "redirect:/findings/" + id;
    }

    private FindingFile kept(long file, long finding) {
        return files.find(file)
                .filter(f -> f.findingId() == finding)
                .orElseThrow(() -> new NotThereException(Texts.of("findings.findingController.thereIsNoSuchFile")));
    }

    private Finding get(long id) {
        return findings.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("findings.findingController.thereIsNoFinding", "id", id)));
    }
}
