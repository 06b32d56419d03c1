package org.pelerin.app.deployment.prepare.batch;

import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.pelerin.app.deployment.prepare.next.NextRuns;
import org.pelerin.app.deployment.prepare.next.Proposal;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.SiteDoor;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Newest;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.OwnAddress;
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

/** Writing many loggers: one plan to all, or each its own once more. */
@Controller
class BatchController {

    private static final int MOST = 64;
    private static final String PIN = "\\d{0,8}";

    private final BatchService batches;
    private final Dock dock;
    private final PlanService plans;
    private final PlaceService places;
    private final NextRuns next;
    private final LabelSheet labels;
    private final Clock clock;
    private final Formats show;
    private final OwnAddress address;
    private final SiteDoor door;

    BatchController(
            BatchService batches,
            Dock dock,
            PlanService plans,
            PlaceService places,
            NextRuns next,
            LabelSheet labels,
            Clock clock,
            Formats show,
            OwnAddress address,
            SiteDoor door) {
        this.door = door;
        this.address = address;
        this.batches = batches;
        this.dock = dock;
        this.plans = plans;
        this.places = places;
        this.next = next;
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
        return "prepare/batch/new";
    }

    @PostMapping("/batches/table")
    String table(@ModelAttribute BatchForm form, Model page) {
        fill(form, page);
        return "prepare/batch/new :: both";
    }

    @PostMapping("/batches")
    String order(@ModelAttribute BatchForm form, Principal me, Model page) {
        FieldReader typed = new FieldReader();
        BatchService.Order order = order(form, places.all(), typed);
        if (order.wanted().isEmpty() || !typed.errors().isEmpty()) {
            fill(form, page);
            return "prepare/batch/new";
        }
        return "redirect:/batches/" + batches.order(order, me.getName());
    }

    /** What the form asks for; at most {@value #MOST} loggers of it. */
    private BatchService.Order order(BatchForm form, List<SpotAt> spots, FieldReader typed) {
        StoredPlan stored = form.again() ? null : plan(form);
        BatchService.Chosen all = stored == null
                ? null
                : new BatchService.Chosen(stored.name(), stored.version(), plan(stored, form, typed));
        List<BatchForm.Listed> listed = new ArrayList<>(form.listed(spots, typed));
        // the dock's order, so that the first name goes into the first port
        listed.sort(Comparator.comparing(l -> dock.find(l.serial())
                .map(d -> String.format("%s %05d", d.station(), d.port()))
                .orElse("~")));
        if (listed.size() > MOST) {
            typed.wrong("list", Texts.of("deployment.prepare.batch.batchController.atMostLoggersAtOnce", "most", MOST));
        }
        if (!form.again() && stored == null && !listed.isEmpty()) {
            typed.wrong("plan", Texts.of("deployment.prepare.batch.batchController.chooseThePlanForAll"));
        }
        listed.stream()
                .map(BatchForm.Listed::serial)
                .filter(door.held("serial").negate())
                .findFirst()
                .ifPresent(s -> typed.wrong(
                        "list", Texts.of("deployment.prepare.batch.batchController.isAtAnotherSite", "serial", s)));
        typed.text("notWired", form.notWired, Length.NOT_WIRED);
        pin(form, typed);
        List<BatchService.Wanted> wanted = new ArrayList<>();
        for (BatchForm.Listed l : listed.subList(0, Math.min(MOST, listed.size()))) {
            BatchService.Wanted w = form.again() ? again(l) : one(form, l, wanted.size() + 1, all);
            typed.text("list", w.serial(), Length.SERIAL);
            typed.text(l.name().isEmpty() ? "pattern" : "list", w.name(), Length.LOGGER_NAME);
            wanted.add(w);
        }
        return new BatchService.Order(all, wanted, form.pin.strip(), form.notWired.strip());
    }

    private BatchService.Wanted one(BatchForm form, BatchForm.Listed l, int n, BatchService.Chosen plan) {
        String name = l.name().isEmpty() ? form.named(n, l.serial()) : l.name();
        Long spot = l.spotId() != null ? l.spotId() : next.spotOf(l.serial());
        return new BatchService.Wanted(l.serial(), name, spot, plan);
    }

    /** What it did last once more, under the next name, where it lies. */
    private BatchService.Wanted again(BatchForm.Listed l) {
        Proposal p = next.again(l.serial()).orElse(null);
        String name = !l.name().isEmpty() ? l.name() : p == null ? "" : p.plan().loggerName();
        Long spot = l.spotId() != null ? l.spotId() : p == null ? null : p.spotId();
        return new BatchService.Wanted(
                l.serial(),
                name,
                spot,
                p == null ? null : new BatchService.Chosen(p.planName(), p.planVersion(), p.plan()));
    }

    private void fill(BatchForm form, Model page) {
        FieldReader typed = new FieldReader();
        List<SpotAt> spots = places.all();
        BatchService.Order order = order(form, spots, typed);
        Predicate<String> held = door.held("serial");
        boolean planned = form.again() || order.plan() != null;
        List<List<Conflict>> conflicts = planned
                ? batches.preflight(order.wanted(), order.notWired())
                : order.wanted().stream().map(w -> List.<Conflict>of()).toList();
        List<Line> lines = IntStream.range(0, order.wanted().size())
                .mapToObj(i -> line(order.wanted().get(i), spots, conflicts.get(i)))
                .toList();
        page.addAttribute("room", "dock");
        page.addAttribute("wide", true);
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("typed", typed.errors().values());
        page.addAttribute("plans", plans.all());
        page.addAttribute("plan", form.again() ? null : plan(form));
        page.addAttribute(
                "docked",
                dock.view().loggers().stream()
                        .filter(l -> held.test(l.serial()))
                        .toList());
        page.addAttribute("lines", lines);
        page.addAttribute(
                "pinAsked",
                lines.stream()
                        .anyMatch(l -> l.logger != null && l.logger.status().pinSet()));
        page.addAttribute(
                "ready", lines.stream().filter(l -> l.blocks.isEmpty()).count());
        page.addAttribute(
                "openAsked",
                !form.notWired.isBlank()
                        || lines.stream()
                                .flatMap(l -> l.blocks.stream())
                                .anyMatch(b -> b.field().matches("channels\\[\\d+]")));
    }

    private static void pin(BatchForm form, FieldReader typed) {
        if (!form.pin.strip().matches(PIN)) {
            typed.wrong("pin", Texts.of("deployment.prepare.batch.batchController.aPinHas1To"));
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

    /** The chosen plan; else the one that is proposed most often for the model that most of them are of, if any. */
    private StoredPlan plan(BatchForm form) {
        if (form.plan != null) {
            return plans.find(form.plan).orElse(null);
        }
        List<DockedLogger> chosen =
                form.serials.stream().map(dock::find).flatMap(Optional::stream).toList();
        return mostly(chosen.stream().map(l -> l.model().id()))
                .flatMap(model -> mostly(chosen.stream()
                        .filter(l -> l.model().id().equals(model))
                        .map(l -> next.of(l, null).stored())
                        .filter(Objects::nonNull)
                        .map(StoredPlan::id)))
                .flatMap(plans::find)
                .orElse(null);
    }

    private static <T> Optional<T> mostly(Stream<T> all) {
        return all.collect(Collectors.groupingBy(t -> t, Collectors.counting())).entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey);
    }

    /** The plan with the start that all are to have. */
    private Plan plan(StoredPlan stored, BatchForm form, FieldReader typed) {
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
        return "prepare/batch/batch";
    }

    /** @param v version that the browser has; nothing is sent if it is still the newest */
    @GetMapping("/batches/{id}/state")
    String state(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String v,
            Model page,
            HttpServletResponse response) {
        fill(id, page);
        return Newest.view("prepare/batch/batch :: state", v, page, response);
    }

    private void fill(long id, Model page) {
        Batch batch = batches.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("deployment.prepare.batch.batchController.thereIsNoBatch", "id", id)));
        List<BatchItem> items = batches.items(id);
        long done =
                items.stream().filter(i -> i.state() == BatchItem.State.DONE).count();
        long open = items.stream().filter(i -> i.state().open()).count();
        page.addAttribute("room", "dock");
        page.addAttribute("wide", true);
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
            flash.addFlashAttribute("refused", Texts.of("deployment.prepare.batch.batchController.aPinHas1To2"));
            return "redirect:/batches/" + id;
        }
        batches.resume(id, pin.strip(), me.getName());
        flash.addFlashAttribute("said", Texts.of("deployment.prepare.batch.batchController.theLoggersNotWrittenYet"));
        return "redirect:/batches/" + id;
    }

    @GetMapping("/batches/{id}/labels.pdf")
    ResponseEntity<byte[]> labels(@PathVariable long id) {
        Batch batch = batches.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("deployment.prepare.batch.batchController.thereIsNoBatch", "id", id)));
        String base = address.base();
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header("Content-Disposition", "inline; filename=\"labels-batch-" + id + ".pdf\"")
                .body(labels.pdf(batch, batches.items(id), base));
    }
}
