package org.pelerin.app.batch;

import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.DockedLogger;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.place.SpotAt;
import org.pelerin.app.plan.PlanService;
import org.pelerin.app.plan.StoredPlan;
import org.pelerin.app.platform.web.Newest;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Show;
import org.pelerin.app.platform.web.Typed;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Writing one plan to many loggers. */
@Controller
class BatchController {

    private static final int MOST = 64;
    private static final String PIN = "\\d{0,8}";

    private final BatchService batches;
    private final Dock dock;
    private final PlanService plans;
    private final PlaceService places;
    private final LabelSheet labels;
    private final Clock clock;
    private final Show show;

    BatchController(
            BatchService batches,
            Dock dock,
            PlanService plans,
            PlaceService places,
            LabelSheet labels,
            Clock clock,
            Show show) {
        this.batches = batches;
        this.dock = dock;
        this.plans = plans;
        this.places = places;
        this.labels = labels;
        this.clock = clock;
        this.show = show;
    }

    /** A logger in the table before writing. */
    record Line(
            BatchService.Wanted wanted,
            DockedLogger logger,
            String spot,
            List<Conflict> blocks,
            List<Conflict> warnings) {}

    /** The choice of what and whom; every change shows what it would come to. */
    @GetMapping("/batches/new")
    String choose(@ModelAttribute BatchForm form, Model page) {
        fill(form, page);
        return "batch/new";
    }

    /** The dock's order, so that the first name goes into the first port. */
    private void sort(BatchForm form) {
        form.serials.sort(Comparator.comparingInt(
                s -> dock.find(s).map(DockedLogger::port).orElse(Integer.MAX_VALUE)));
    }

    @PostMapping("/batches/table")
    String table(@ModelAttribute BatchForm form, Model page) {
        fill(form, page);
        return "batch/new :: both";
    }

    @PostMapping("/batches")
    String order(@ModelAttribute BatchForm form, Principal me, Model page) {
        Typed typed = new Typed();
        sort(form);
        StoredPlan stored = plan(form);
        List<BatchService.Wanted> wanted = form.wanted(places.all(), typed);
        Plan plan = stored == null ? null : plan(stored, form, typed);
        pin(form, typed);
        if (plan == null
                || wanted.isEmpty()
                || wanted.size() > MOST
                || !typed.errors().isEmpty()) {
            fill(form, page);
            return "batch/new";
        }
        long id = batches.order(stored.name(), stored.version(), plan, wanted, form.pin.strip(), me.getName());
        return "redirect:/batches/" + id;
    }

    private void fill(BatchForm form, Model page) {
        Typed typed = new Typed();
        sort(form);
        List<SpotAt> spots = places.all();
        List<BatchService.Wanted> wanted = form.wanted(spots, typed);
        if (wanted.size() > MOST) {
            typed.wrong("list", "At most " + MOST + " loggers at once");
            wanted = wanted.subList(0, MOST);
        }
        StoredPlan stored = plan(form);
        Plan plan = stored == null ? null : plan(stored, form, typed);
        List<List<Conflict>> conflicts =
                plan == null ? wanted.stream().map(w -> List.<Conflict>of()).toList() : batches.preflight(plan, wanted);
        List<BatchService.Wanted> rows = wanted;
        List<Line> lines = IntStream.range(0, rows.size())
                .mapToObj(i -> line(rows.get(i), spots, conflicts.get(i)))
                .toList();
        if (stored == null && !wanted.isEmpty()) {
            typed.wrong("plan", "Choose the plan that all are to get");
        }
        pin(form, typed);
        page.addAttribute("room", "dock");
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("typed", typed.errors().values());
        page.addAttribute("plans", plans.all());
        page.addAttribute("plan", stored);
        page.addAttribute("docked", dock.view().loggers());
        page.addAttribute("lines", lines);
        page.addAttribute(
                "pinAsked",
                lines.stream()
                        .anyMatch(l -> l.logger != null && l.logger.status().pinSet()));
        page.addAttribute(
                "ready", lines.stream().filter(l -> l.blocks.isEmpty()).count());
    }

    private static void pin(BatchForm form, Typed typed) {
        if (!form.pin.strip().matches(PIN)) {
            typed.wrong("pin", "A PIN has 1 to 8 digits");
        }
    }

    private Line line(BatchService.Wanted w, List<SpotAt> spots, List<Conflict> conflicts) {
        String spot = spots.stream()
                .filter(s -> w.spotId() != null && s.id() == w.spotId())
                .map(SpotAt::full)
                .findFirst()
                .orElse("");
        return new Line(
                w,
                dock.find(w.serial()).orElse(null),
                spot,
                conflicts.stream().filter(Conflict::blocking).toList(),
                conflicts.stream().filter(c -> !c.blocking()).toList());
    }

    /** The chosen plan, or the first that fits the model that most of the loggers are of. */
    private StoredPlan plan(BatchForm form) {
        if (form.plan != null) {
            return plans.find(form.plan).orElse(null);
        }
        Map<String, Long> models = form.serials.stream()
                .map(dock::find)
                .flatMap(Optional::stream)
                .collect(Collectors.groupingBy(l -> l.model().id(), Collectors.counting()));
        return models.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .flatMap(most -> plans.all().stream()
                        .filter(p -> p.model().equals(most.getKey()))
                        .findFirst())
                .orElse(null);
    }

    /** The plan with the start that all are to have. */
    private Plan plan(StoredPlan stored, BatchForm form, Typed typed) {
        Plan plan = plans.settings(stored);
        Instant now = clock.instant();
        try {
            return switch (form.start) {
                case "at" ->
                    plan.withStart(new StartCondition.At(typed.local("startAt", form.startAt, show.home(), now)));
                case "interval" -> {
                    Duration step = typed.duration("startInterval", form.startInterval);
                    // the same instant for all, however long the writing takes: the next full one that is far enough
                    // away
                    Instant common = new StartCondition.OnInterval(step).next(now.plus(Duration.ofMinutes(1)));
                    yield plan.withStart(new StartCondition.At(common));
                }
                default -> plan;
            };
        } catch (IllegalArgumentException e) {
            typed.wrong("startInterval", e.getMessage());
            return plan;
        }
    }

    @GetMapping("/batches/{id}")
    String batch(@PathVariable long id, Model page) {
        fill(id, page);
        return "batch/batch";
    }

    /** @param v version that the browser has; nothing is sent if it is still the newest */
    @GetMapping("/batches/{id}/state")
    String state(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String v,
            Model page,
            HttpServletResponse response) {
        fill(id, page);
        return Newest.view("batch/batch :: state", v, page, response);
    }

    private void fill(long id, Model page) {
        Batch batch = batches.find(id).orElseThrow(() -> new NotThereException("There is no batch " + id + "."));
        List<BatchItem> items = batches.items(id);
        long done =
                items.stream().filter(i -> i.state() == BatchItem.State.DONE).count();
        long open = items.stream().filter(i -> i.state().open()).count();
        page.addAttribute("room", "dock");
        page.addAttribute("batch", batch);
        page.addAttribute("items", items);
        page.addAttribute("done", done);
        page.addAttribute("open", open);
        page.addAttribute("left", items.size() - done - open);
        page.addAttribute(
                "pinAsked",
                items.stream()
                        .filter(i -> !i.state().open() && i.missionId() == null)
                        .anyMatch(i -> dock.find(i.serial())
                                .filter(l -> l.status().pinSet())
                                .isPresent()));
        page.addAttribute(
                "took",
                items.stream()
                        .map(BatchItem::doneAt)
                        .filter(java.util.Objects::nonNull)
                        .max(Instant::compareTo)
                        .map(t -> Duration.between(batch.orderedAt(), t))
                        .orElse(null));
        page.addAttribute(
                "version", Integer.toHexString(List.of(items, batch.state()).hashCode()));
    }

    @PostMapping("/batches/{id}/stop")
    String stop(@PathVariable long id, Principal me) {
        batches.stop(id, me.getName());
        return "redirect:/batches/" + id;
    }

    @PostMapping("/batches/{id}/resume")
    String resume(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String pin,
            Principal me,
            RedirectAttributes flash) {
        if (!pin.strip().matches(PIN)) {
            flash.addFlashAttribute("refused", "A PIN has 1 to 8 digits.");
            return "redirect:/batches/" + id;
        }
        batches.resume(id, pin.strip(), me.getName());
        flash.addFlashAttribute("said", "Trying again whatever is not written.");
        return "redirect:/batches/" + id;
    }

    @GetMapping("/batches/{id}/labels.pdf")
    ResponseEntity<byte[]> labels(@PathVariable long id, jakarta.servlet.http.HttpServletRequest request) {
        Batch batch = batches.find(id).orElseThrow(() -> new NotThereException("There is no batch " + id + "."));
        String base = request.getRequestURL().toString().replaceAll("/batches/.*$", "");
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header("Content-Disposition", "inline; filename=\"labels-batch-" + id + ".pdf\"")
                .body(labels.pdf(batch, batches.items(id), base));
    }
}
