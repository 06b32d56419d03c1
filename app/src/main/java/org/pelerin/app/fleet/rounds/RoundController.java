package org.pelerin.app.fleet.rounds;

import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Person;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Pager;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Rounds as they are planned. */
@Controller
class RoundController {

    private static final int PAGE = 30;

    private final RoundService rounds;
    private final RoundPlanner planner;
    private final AccountService accounts;
    private final PlaceService places;
    private final Clock clock;
    private final Formats show;

    RoundController(
            RoundService rounds,
            RoundPlanner planner,
            AccountService accounts,
            PlaceService places,
            Clock clock,
            Formats show) {
        this.rounds = rounds;
        this.planner = planner;
        this.accounts = accounts;
        this.places = places;
        this.clock = clock;
        this.show = show;
    }

    @ModelAttribute
    void room(Model page) {
        page.addAttribute("room", "rounds");
        page.addAttribute("today", today());
    }

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), show.home());
    }

    @GetMapping("/rounds")
    String list(@RequestParam(defaultValue = "0") int page, Model model, Principal me) {
        Pager pager = Pager.of(page, PAGE, rounds.countClosed(), Pager.at("/rounds"));
        model.addAttribute("open", rounds.listedOpen());
        model.addAttribute("closed", rounds.closed(pager));
        model.addAttribute("pager", pager);
        model.addAttribute("left", rounds.left());
        model.addAttribute("mine", me.getName());
        return "fleet/rounds/list";
    }

    /** Asks for the day and the sites, and proposes what could be done there. */
    @GetMapping("/rounds/new")
    String ask(@ModelAttribute RoundForm form, Model page, Principal me) {
        if (form.person.isEmpty()) {
            form.person = me.getName();
        }
        return propose(form, new FieldReader(), page);
    }

    private String propose(RoundForm form, FieldReader typed, Model page) {
        LocalDate day = form.day(typed, today());
        if (form.day.isBlank()) {
            form.day = day.toString();
        }
        List<Proposal> all = planner.proposals(day, Duration.ofDays(form.ahead(typed)));
        Map<Long, String> sites = new LinkedHashMap<>();
        all.forEach(p -> sites.put(p.siteId(), p.site()));
        Map<Long, Long> counts = all.stream()
                .filter(p -> p.planned() == null)
                .collect(Collectors.groupingBy(Proposal::siteId, Collectors.counting()));
        List<Proposal> shown = all.stream()
                .filter(p -> form.site.isEmpty() || form.site.contains(p.siteId()))
                .sorted(Comparator.comparing(p -> p.planned() != null))
                .toList();
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("day", day);
        page.addAttribute("sites", sites);
        page.addAttribute("counts", counts);
        page.addAttribute("proposals", shown);
        page.addAttribute("elsewhere", all.size() - shown.size());
        page.addAttribute("people", people());
        return "fleet/rounds/new";
    }

    private List<Person> people() {
        return accounts.people().stream().filter(Person::mayChange).toList();
    }

    @PostMapping("/rounds")
    String plan(@ModelAttribute RoundForm form, Model page, Principal me, RedirectAttributes flash) {
        FieldReader typed = new FieldReader();
        RoundService.Heading heading = heading(form, typed, today());
        int ahead = form.ahead(typed);
        if (!typed.errors().isEmpty()) {
            return propose(form, typed, page);
        }
        Set<String> keys = new LinkedHashSet<>(form.task);
        long id = rounds.plan(heading, keys, Duration.ofDays(ahead), me.getName());
        int taken = rounds.tasks(id).size();
        if (taken < keys.size()) {
            flash.addFlashAttribute(
                    "refused",
                    Texts.of(
                            "fleet.rounds.roundController.ofTheAreNoLonger",
                            "taken",
                            (keys.size() - taken),
                            "keys",
                            keys.size()));
        }
        return "redirect:/rounds/" + id;
    }

    /** @param otherwise day for a round that names none */
    private RoundService.Heading heading(RoundForm form, FieldReader typed, LocalDate otherwise) {
        if (people().stream().noneMatch(p -> p.name().equals(form.person))) {
            typed.wrong("person", Texts.of("fleet.rounds.roundController.chooseAPerson"));
        }
        return new RoundService.Heading(
                typed.text("name", form.name, Length.ROUND_NAME),
                form.day(typed, otherwise),
                form.person,
                typed.text("remarks", form.remarks, Length.ROUND_REMARKS));
    }

    @GetMapping("/rounds/{id}")
    String round(@PathVariable long id, Model page) {
        Round round = find(id);
        RoundForm form = new RoundForm();
        form.name = round.name();
        form.day = round.day().toString();
        form.person = round.person();
        form.remarks = round.remarks();
        form.seen = RoundService.mark(round);
        return round(round, form, new FieldReader(), page);
    }

    private String round(Round round, RoundForm form, FieldReader typed, Model page) {
        page.addAttribute("round", round);
        page.addAttribute("tasks", planner.refreshed(rounds.tasks(round.id()), round.day()));
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("people", people());
        page.addAttribute("spots", places.choices(null));
        page.addAttribute(
                "kinds",
                List.of(Task.Kind.PLACE, Task.Kind.CHECK, Task.Kind.COLLECT, Task.Kind.SWAP, Task.Kind.BRING_HOME));
        return "fleet/rounds/round";
    }

    private Round find(long id) {
        return rounds.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("fleet.rounds.roundController.thereIsNoRound", "id", id)));
    }

    private Task task(long round, long id) {
        return rounds.task(round, id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("fleet.rounds.roundController.roundHasNoTask", "round", round, "id", id)));
    }

    @PostMapping("/rounds/{id}")
    String change(
            @PathVariable long id, @ModelAttribute RoundForm form, Model page, Principal me, RedirectAttributes flash) {
        Round round = find(id);
        FieldReader typed = new FieldReader();
        RoundService.Heading heading = heading(form, typed, round.day());
        if (form.name.isBlank()) {
            typed.wrong("name", Texts.of("fleet.rounds.roundController.enterAName"));
        }
        if (!typed.errors().isEmpty()) {
            return round(round, form, typed, page);
        }
        try {
            rounds.change(id, heading, form.seen, me.getName());
        } catch (ChangedMeanwhileException e) {
            Round now = find(id);
            page.addAttribute(
                    "meanwhile",
                    SavedMeanwhile.of(
                            rounds.lastChange(id),
                            shown(now.name(), now.day(), now.person(), now.remarks()),
                            shown(heading.name(), heading.day(), heading.person(), heading.remarks())));
            form.seen = RoundService.mark(now);
            return round(now, form, typed, page);
        }
        flash.addFlashAttribute("said", Texts.of("fleet.rounds.roundController.theRoundIsSaved"));
        return "redirect:/rounds/" + id;
    }

    private Map<String, String> shown(String name, LocalDate day, String person, String remarks) {
        String who = people().stream()
                .filter(p -> p.name().equals(person))
                .map(Person::displayName)
                .findFirst()
                .orElse(person);
        return SavedMeanwhile.fields(
                Texts.of("fleet.rounds.roundController.name"),
                name,
                Texts.of("fleet.rounds.roundController.day"),
                show.weekday(day),
                Texts.of("fleet.rounds.roundController.person"),
                who,
                Texts.of("fleet.rounds.roundController.remarks"),
                remarks);
    }

    @PostMapping("/rounds/{id}/tasks")
    String add(
            @PathVariable long id,
            @RequestParam Task.Kind kind,
            @RequestParam(required = false) Long spot,
            @RequestParam(defaultValue = "") String serial,
            @RequestParam(defaultValue = "") String why,
            Principal me) {
        rounds.add(find(id), kind, spot, serial.strip().toUpperCase(Locale.ROOT), why.strip(), me.getName());
        return "redirect:/rounds/" + id;
    }

    @PostMapping("/rounds/{id}/tasks/{task}/move")
    String move(@PathVariable long id, @PathVariable long task, @RequestParam int by) {
        rounds.move(find(id), task(id, task), by);
        return "redirect:/rounds/" + id;
    }

    @PostMapping("/rounds/{id}/tasks/{task}/remove")
    String remove(@PathVariable long id, @PathVariable long task, Principal me) {
        rounds.remove(find(id), task(id, task), me.getName());
        return "redirect:/rounds/" + id;
    }

    @PostMapping("/rounds/{id}/close")
    String close(@PathVariable long id, Principal me, RedirectAttributes flash) {
        rounds.close(find(id), me.getName());
        long left = rounds.tasks(id).stream().filter(Task::stillDue).count();
        flash.addFlashAttribute(
                "said",
                left == 0
                        ? Texts.of("fleet.rounds.roundController.theRoundIsClosedAll")
                        : Texts.of("fleet.rounds.roundController.theRoundIsClosedTasks", "tasks", left, "left", left));
        return "redirect:/rounds/" + id;
    }

    @PostMapping("/rounds/{id}/open")
    String open(@PathVariable long id, Principal me) {
        rounds.openAgain(find(id), me.getName());
        return "redirect:/rounds/" + id;
    }

    @PostMapping("/rounds/{id}/cancel")
    String cancel(@PathVariable long id, Principal me, RedirectAttributes flash) {
        Round round = find(id);
        rounds.cancel(round, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("fleet.rounds.roundController.isCancelledItsTasksAre", "name", round.name()));
        return "redirect:/rounds";
    }

    /** It need not be done any more, though a closed round left it. */
    @PostMapping("/rounds/{id}/tasks/{task}/drop")
    String drop(@PathVariable long id, @PathVariable long task, Principal me, RedirectAttributes flash) {
        Task t = task(id, task);
        rounds.settle(t, Task.State.DROPPED, clock.instant(), t.note(), me.getName());
        flash.addFlashAttribute(
                "said",
                Texts.of(
                        "fleet.rounds.roundController.atIsNoLongerDue",
                        "kind",
                        t.kind().words(),
                        "where",
                        t.where()));
        return "redirect:/rounds/" + id;
    }
}
