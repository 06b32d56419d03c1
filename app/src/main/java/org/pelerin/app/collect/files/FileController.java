package org.pelerin.app.collect.files;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.security.Principal;
import java.time.ZoneId;
import java.util.Arrays;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.CsvCell;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.intake.DateOrder;
import org.pelerin.core.intake.FileSummary;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Files from elsewhere, from their arrival to the mission that they become. */
@Controller
class FileController {

    private static final int LISTED = 50;
    private static final int TROUBLES_SHOWN = 200;

    private final FileService files;
    private final PlaceService places;
    private final Formats show;

    FileController(FileService files, PlaceService places, Formats show) {
        this.files = files;
        this.places = places;
        this.show = show;
    }

    @ModelAttribute
    void room(Model page) {
        page.addAttribute("room", "missions");
    }

    @GetMapping("/files")
    String list(Model page) {
        page.addAttribute("files", files.newest(LISTED));
        return "collect/files/files";
    }

    /** The file that a mission was made of. */
    @GetMapping("/missions/{mission}/file")
    String ofMission(@PathVariable long mission) {
        return "redirect:/files/"
                + files.ofMission(mission)
                        .orElseThrow(() -> new NotThereException(
                                Texts.of("collect.files.fileController.missionWasNotImportedFrom", "mission", mission)))
                        .id();
    }

    /** The body is the file; the answer is the address of its page, or what is wrong with it. */
    @PutMapping("/files")
    ResponseEntity<String> arrive(@RequestParam String name, InputStream body, Principal me) throws IOException {
        try {
            return ResponseEntity.ok("/files/" + files.arrive(name, body, me.getName()));
        } catch (FileService.FileRefusedException e) {
            return ResponseEntity.unprocessableContent()
                    .contentType(MediaType.TEXT_PLAIN)
                    .body(Texts.sentence(e.getMessage()));
        }
    }

    private ForeignFile find(long id) {
        return files.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("collect.files.fileController.thereIsNoFile", "id", id)));
    }

    @GetMapping("/files/{id}")
    String file(@PathVariable long id, Model page) {
        ForeignFile file = find(id);
        page.addAttribute("file", file);
        FileSettings settings = files.settings(file);
        page.addAttribute("settings", settings);
        switch (file.state()) {
            case LAYOUT -> layout(file, settings, LayoutForm.of(settings), new FieldReader(), page);
            case READ -> found(file, settings, page);
            default -> {
                // busy, or taken in
            }
        }
        return switch (file.state()) {
            case LAYOUT -> "collect/files/layout";
            case READ -> "collect/files/found";
            default -> "collect/files/going";
        };
    }

    private void layout(ForeignFile file, FileSettings settings, LayoutForm form, FieldReader typed, Model page) {
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        FilePreview head = files.head(file);
        page.addAttribute("preview", files.preview(head, settings, shown(settings)));
        page.addAttribute("sheets", head.sheets());
        page.addAttribute("charsets", LayoutForm.CHARSETS);
        page.addAttribute("delimiters", LayoutForm.Delimiter.values());
        page.addAttribute("orders", DateOrder.values());
        page.addAttribute("roles", Layout.Role.values());
        page.addAttribute("before", files.takenBefore(file).orElse(null));
    }

    private ZoneId shown(FileSettings settings) {
        return settings.layout().order().absolute()
                ? show.home()
                : settings.layout().zone();
    }

    /** The rows as they will be read; the layout is kept as it stands. */
    @PostMapping("/files/{id}/layout")
    String lay(@PathVariable long id, @ModelAttribute LayoutForm form, Model page) {
        ForeignFile file = find(id);
        FileSettings before = files.settings(file);
        FieldReader typed = new FieldReader();
        FileSettings settings = before.with(form.layout(before, typed));
        files.lay(file, settings);
        page.addAttribute("file", file);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("preview", files.preview(files.head(file), settings, shown(settings)));
        return "collect/files/preview :: preview";
    }

    /** It is read in another way: another sheet, delimiter or code of letters, or from another row on. */
    @PostMapping("/files/{id}/how")
    String changeReading(@PathVariable long id, @ModelAttribute LayoutForm form) {
        ForeignFile file = find(id);
        FileSettings before = files.settings(file);
        if (form.otherwise(before)) {
            files.guessAnew(file, form.readingSettings(before));
        } else {
            files.lay(file, before.with(form.layout(before, new FieldReader())));
        }
        return "redirect:/files/" + id;
    }

    /** Every row is looked at. */
    @PostMapping("/files/{id}/read")
    String read(
            @PathVariable long id,
            @ModelAttribute LayoutForm form,
            @RequestParam(defaultValue = "") String keep,
            Principal me,
            RedirectAttributes flash) {
        ForeignFile file = find(id);
        FileSettings before = files.settings(file);
        FieldReader typed = new FieldReader();
        Layout layout = form.layout(before, typed);
        if (!typed.errors().isEmpty() || Length.LAYOUT_NAME.exceeded(keep)) {
            flash.addFlashAttribute(
                    "refused",
                    typed.errors().isEmpty()
                            ? Texts.of(
                                    "collect.files.fileController.aLayoutNameHasAt", "most", Length.LAYOUT_NAME.most())
                            : Texts.sentence(typed.errors().values().iterator().next()));
            return "redirect:/files/" + id;
        }
        FileSettings settings = before.with(layout);
        files.lay(file, settings);
        // with what this form says: a preview that was asked for before may still be on its way
        files.orderReading(file, settings);
        if (!keep.isBlank()) {
            files.keepLayout(find(id), keep.strip(), me.getName());
        }
        return "redirect:/files/" + id;
    }

    @GetMapping("/files/{id}/going")
    String going(@PathVariable long id, Model page, jakarta.servlet.http.HttpServletResponse response) {
        ForeignFile file = find(id);
        if (!file.busy()) {
            response.setHeader("HX-Refresh", "true");
        }
        page.addAttribute("file", file);
        return "collect/files/going :: going";
    }

    private void found(ForeignFile file, FileSettings settings, Model page) {
        FileSummary found = files.findings(file.id()).orElseThrow();
        page.addAttribute("found", found);
        page.addAttribute(
                "troubles", found.troubles().stream().limit(TROUBLES_SHOWN).toList());
        page.addAttribute("badRows", found.rows() - found.good());
        page.addAttribute(
                "badCells",
                found.troubles().stream().filter(t -> !t.column().isEmpty()).count());
        page.addAttribute("fz", shown(settings));
        page.addAttribute("merges", Arrays.asList(Merge.FIRST, Merge.LAST, Merge.MEAN));
        page.addAttribute("spots", places.choices(settings.spotId()));
        page.addAttribute("before", files.takenBefore(file).orElse(null));
    }

    /** Everything that could not be read, as CSV. */
    @GetMapping("/files/{id}/unreadable.csv")
    ResponseEntity<String> unreadable(@PathVariable long id) throws IOException {
        ForeignFile file = find(id);
        StringWriter out = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            csv.writeRecord("line", "column", "reason");
            files.findings(file.id())
                    .ifPresent(f -> f.troubles()
                            .forEach(t -> csv.writeRecord(
                                    String.valueOf(t.line()), CsvCell.text(t.column()), CsvCell.text(t.reason()))));
        }
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", java.nio.charset.StandardCharsets.UTF_8))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"file-" + id + "-unreadable.csv\"")
                .body(out.toString());
    }

    /** Its layout is looked at once more. */
    @PostMapping("/files/{id}/back")
    String back(@PathVariable long id) {
        files.backToLayout(find(id));
        return "redirect:/files/" + id;
    }

    @PostMapping("/files/{id}/take")
    String take(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String device,
            @RequestParam(required = false) Long spot,
            @RequestParam(defaultValue = "NONE") Merge merge,
            @RequestParam(defaultValue = "false") boolean sort,
            @RequestParam(defaultValue = "false") boolean again,
            Principal me) {
        ForeignFile file = find(id);
        files.orderTaking(file, files.settings(file).decided(merge, sort, device.strip(), spot), again, me.getName());
        return "redirect:/files/" + id;
    }

    @PostMapping("/files/{id}/discard")
    String discard(@PathVariable long id, Principal me, RedirectAttributes flash) {
        ForeignFile file = files.findAny(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("collect.files.fileController.thereIsNoFile", "id", id)));
        files.discard(file, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("collect.files.fileController.isDiscardedNothingOfIt", "name", file.name()));
        return "redirect:/files";
    }

    /** The file as it was handed in. */
    @GetMapping("/files/{id}/original")
    ResponseEntity<InputStreamResource> original(@PathVariable long id) {
        ForeignFile file = find(id);
        String name = file.name().replaceAll("[^A-Za-z0-9._-]+", "-");
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .contentLength(file.size())
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(new InputStreamResource(files.bytes(id)));
    }
}
