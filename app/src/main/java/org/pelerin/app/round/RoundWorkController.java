package org.pelerin.app.round;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.DockedLogger;
import org.pelerin.app.field.PlacementService;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** A round as it is gone through, with a phone or with a sheet of paper. */
@Controller
class RoundWorkController {

    private final RoundService rounds;
    private final RoundWork work;
    private final FieldSheet sheet;
    private final Dock dock;
    private final Clock clock;

    RoundWorkController(RoundService rounds, RoundWork work, FieldSheet sheet, Dock dock, Clock clock) {
        this.rounds = rounds;
        this.work = work;
        this.sheet = sheet;
        this.dock = dock;
        this.clock = clock;
    }

    @GetMapping("/rounds/{id}/work")
    String work(@PathVariable long id, Model page) {
        List<Task> tasks = rounds.tasks(id);
        page.addAttribute("room", "rounds");
        page.addAttribute("round", find(id));
        page.addAttribute("open", tasks.stream().filter(Task::open).toList());
        page.addAttribute("settled", tasks.stream().filter(t -> !t.open()).toList());
        page.addAttribute(
                "connected",
                dock.view().loggers().stream().map(DockedLogger::serial).collect(Collectors.toSet()));
        return "round/work";
    }

    private Round find(long id) {
        return rounds.find(id).orElseThrow(() -> new NotThereException("There is no round " + id + "."));
    }

    /**
     * The outcome of a task. A phone that had no network sends it later, with how long ago it was noted, and perhaps twice.
     *
     * @param ago how long ago it was noted, in milliseconds; empty for now
     * @param later set by a page that stays as it is: the answer is a bare word then
     */
    @PostMapping("/rounds/{id}/tasks/{task}")
    Object outcome(
            @PathVariable long id,
            @PathVariable long task,
            @RequestParam Task.State outcome,
            @RequestParam(defaultValue = "") String serial,
            @RequestParam(defaultValue = "false") boolean runs,
            @RequestParam(defaultValue = "false") boolean moved,
            @RequestParam(defaultValue = "") String note,
            @RequestParam(defaultValue = "") String ago,
            @RequestHeader(name = "X-Outcome", defaultValue = "") String later,
            Principal me,
            RedirectAttributes flash) {
        Round round = find(id);
        Task t = rounds.task(id, task)
                .orElseThrow(() -> new NotThereException("Round " + id + " has no task " + task + "."));
        String refused = refusedFor(round, t, outcome, serial, runs, moved, note.strip(), before(ago), me.getName());
        if (!later.isEmpty()) {
            return refused.isEmpty()
                    ? ResponseEntity.ok("kept")
                    : ResponseEntity.status(409)
                            .contentType(MediaType.TEXT_PLAIN)
                            .body(refused);
        }
        if (!refused.isEmpty()) {
            flash.addFlashAttribute("refused", refused);
        }
        return "redirect:/rounds/" + id + "/work";
    }

    /** @return why it could not be noted, or empty */
    private String refusedFor(
            Round round,
            Task task,
            Task.State outcome,
            String serial,
            boolean runs,
            boolean moved,
            String note,
            Instant at,
            String by) {
        if (note.length() > RoundService.LONGEST_NOTE - 60) {
            return "The note has at most " + (RoundService.LONGEST_NOTE - 60) + " characters.";
        }
        try {
            switch (outcome) {
                case DONE ->
                    work.done(
                            task,
                            new RoundWork.Report(serial.strip().toUpperCase(Locale.ROOT), runs, moved, note, at),
                            by);
                case OPEN -> rounds.reopen(round, task, by);
                case NOT_DONE, DROPPED -> {
                    if (note.isEmpty()) {
                        return "Say why it was not done.";
                    }
                    rounds.settle(task, Task.State.NOT_DONE, at, note, by);
                }
            }
            return "";
        } catch (RoundService.NotPossibleException | PlacementService.NotPlacedException e) {
            return e.getMessage() + ".";
        }
    }

    private Instant before(String millis) {
        Instant now = clock.instant();
        return millis.matches("\\d{1,12}") ? now.minusMillis(Long.parseLong(millis)) : now;
    }

    @GetMapping("/rounds/{id}/sheet.pdf")
    ResponseEntity<byte[]> sheet(@PathVariable long id) throws IOException {
        Round round = find(id);
        String base = ServletUriComponentsBuilder.fromCurrentContextPath().toUriString();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        sheet.write(round, rounds.tasks(id), base, clock.instant(), out);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "inline; filename=\"round-" + round.day() + "-" + round.id() + ".pdf\"")
                .body(out.toByteArray());
    }
}
