package org.pelerin.app.fleet.rounds;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.deployment.placing.Checklist;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.OwnAddress;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A round as it is gone through, with a phone or with a sheet of paper. */
@Controller
class RoundWorkController {

    private final RoundService rounds;
    private final RoundPlanner planner;
    private final RoundWork work;
    private final KnownLoggers known;
    private final FieldSheet sheet;
    private final Dock dock;
    private final Clock clock;
    private final OwnAddress address;

    RoundWorkController(
            RoundService rounds,
            RoundPlanner planner,
            RoundWork work,
            KnownLoggers known,
            FieldSheet sheet,
            Dock dock,
            Clock clock,
            OwnAddress address) {
        this.address = address;
        this.rounds = rounds;
        this.planner = planner;
        this.work = work;
        this.known = known;
        this.sheet = sheet;
        this.dock = dock;
        this.clock = clock;
    }

    @GetMapping("/rounds/{id}/work")
    String work(@PathVariable long id, Model page) {
        Round round = find(id);
        List<Task> tasks = planner.refreshed(rounds.tasks(id), round.day());
        List<Task> open = tasks.stream().filter(Task::open).toList();
        page.addAttribute("room", "rounds");
        page.addAttribute("round", round);
        page.addAttribute("open", open);
        page.addAttribute("settled", tasks.stream().filter(t -> !t.open()).toList());
        page.addAttribute(
                "connected",
                dock.view().loggers().stream().map(DockedLogger::serial).collect(Collectors.toSet()));
        page.addAttribute("there", known.lyingAt(open));
        page.addAttribute("wirings", Checklist.WIRINGS);
        page.addAttribute("known", known.of(open));
        return "fleet/rounds/work";
    }

    /** What a phone shows without a network, of a page that it does not hold. */
    @GetMapping("/rounds/no-network")
    String noNetwork() {
        return "fleet/rounds/no-network";
    }

    private Round find(long id) {
        return rounds.find(id)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("fleet.rounds.roundWorkController.thereIsNoRound", "id", id)));
    }

    /**
     * The outcome of a task. A phone that had no network sends it later, with how long ago it was noted, and perhaps twice.
     *
     * @param later set by a page that stays as it is: the answer is a bare word then
     */
    @PostMapping("/rounds/{id}/tasks/{task}")
    Object outcome(
            @PathVariable long id,
            @PathVariable long task,
            @ModelAttribute OutcomeForm form,
            @RequestHeader(name = "X-Outcome", defaultValue = "") String later,
            Principal me,
            RedirectAttributes flash) {
        Round round = find(id);
        Task t = rounds.task(id, task)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("fleet.rounds.roundWorkController.roundHasNoTask", "id", id, "task", task)));
        String refused = refusedFor(round, t, form, me.getName());
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
    private String refusedFor(Round round, Task task, OutcomeForm form, String by) {
        String note = form.note.strip();
        if (Length.TASK_NOTE.exceeded(note)) {
            return Texts.of("fleet.rounds.roundWorkController.noteSaid", "said", Length.TASK_NOTE.said(note));
        }
        try {
            switch (form.outcome) {
                case DONE -> work.done(task, form.report(note, before(form.ago)), by);
                case OPEN -> rounds.reopen(round, task, by);
                case NOT_DONE, DROPPED -> {
                    if (note.isEmpty()) {
                        return Texts.of("fleet.rounds.roundWorkController.enterWhyItWasNot");
                    }
                    rounds.settle(task, Task.State.NOT_DONE, before(form.ago), note, by);
                }
            }
            return "";
        } catch (RoundService.NotPossibleException | PlacementService.NotPlacedException e) {
            return Texts.sentence(e.getMessage());
        }
    }

    private Instant before(String millis) {
        Instant now = clock.instant();
        return millis.matches("\\d{1,12}") ? now.minusMillis(Long.parseLong(millis)) : now;
    }

    @GetMapping("/rounds/{id}/sheet.pdf")
    ResponseEntity<byte[]> sheet(@PathVariable long id) throws IOException {
        Round round = find(id);
        String base = address.base();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        sheet.write(round, planner.refreshed(rounds.tasks(id), round.day()), base, clock.instant(), out);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "inline; filename=\"round-" + round.day() + "-" + round.id() + ".pdf\"")
                .body(out.toByteArray());
    }
}
