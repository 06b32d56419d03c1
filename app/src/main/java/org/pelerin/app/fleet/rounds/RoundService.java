package org.pelerin.app.fleet.rounds;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.organisation.account.AccountSites;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.Pager;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Rounds and their tasks. */
@Service
@RetriedOnDeadlock
public class RoundService {

    /** The round is not as it would have to be for this; the message says why. */
    public static class NotPossibleException extends NotDoneException {
        NotPossibleException(String message) {
            super(message);
        }
    }

    /** What a round is about. */
    public record Heading(String name, LocalDate day, String person, String remarks) {}

    private final RoundMapper rounds;
    private final RoundPlanner planner;
    private final PlaceService places;
    private final LoggerRegistry loggers;
    private final AccountSites sites;
    private final AuditTrail audit;
    private final Clock clock;

    RoundService(
            RoundMapper rounds,
            RoundPlanner planner,
            PlaceService places,
            LoggerRegistry loggers,
            AccountSites sites,
            AuditTrail audit,
            Clock clock) {
        this.rounds = rounds;
        this.planner = planner;
        this.places = places;
        this.loggers = loggers;
        this.sites = sites;
        this.audit = audit;
        this.clock = clock;
    }

    public List<Round> open() {
        return rounds.open();
    }

    /** As far as whoever asks may see them. */
    List<Round> listedOpen() {
        return rounds.listedOpen();
    }

    /** Days on which somebody is to come by, by spot: open tasks of open rounds. */
    public Map<Long, List<LocalDate>> visits() {
        Map<Long, LocalDate> days = rounds.open().stream().collect(Collectors.toMap(Round::id, Round::day));
        return rounds.planned().stream()
                .filter(Task::open)
                .collect(Collectors.groupingBy(
                        Task::spotId, Collectors.mapping(t -> days.get(t.roundId()), Collectors.toList())));
    }

    List<Round> closed(Pager page) {
        return rounds.closed(page.size(), page.offset());
    }

    int countClosed() {
        return rounds.countClosed();
    }

    /** Rounds of a person from a day on, closed ones too. */
    public List<Round> ofPerson(String person, LocalDate from) {
        return rounds.ofPerson(person, from);
    }

    public Optional<Round> find(long id) {
        return Optional.ofNullable(rounds.round(id));
    }

    public List<Task> tasks(long round) {
        return rounds.tasks(round);
    }

    /** The tasks of several rounds, by round. */
    public Map<Long, List<Task>> tasks(List<Round> of) {
        return of.isEmpty()
                ? Map.of()
                : rounds.tasksOf(of.stream().map(Round::id).toList()).stream()
                        .collect(Collectors.groupingBy(Task::roundId));
    }

    Optional<Task> task(long round, long id) {
        return Optional.ofNullable(rounds.task(id)).filter(t -> t.roundId() == round);
    }

    /** What was left undone and is still to be done. */
    List<Task> left() {
        return rounds.left();
    }

    /**
     * Makes a round of proposals.
     *
     * @param keys of those that it takes up
     * @param ahead how much earlier than required a collection is taken to be due
     * @return its number
     */
    @Transactional
    long plan(Heading heading, Set<String> keys, Duration ahead, String by) {
        return plan(
                heading,
                planner.proposals(heading.day, ahead).stream()
                        .filter(p -> keys.contains(p.key()))
                        .toList(),
                by);
    }

    /** Makes a round of everything that is due at some sites by the day, but for what another round has already. */
    @Transactional
    public long planAll(Heading heading, Set<String> sites, String by) {
        return plan(
                heading,
                planner.proposals(heading.day, Duration.ZERO).stream()
                        .filter(p -> sites.contains(p.site()) && p.planned() == null)
                        .toList(),
                by);
    }

    private long plan(Heading typed, List<Proposal> proposals, String by) {
        Heading heading = named(typed, proposals);
        RoundMapper.Fresh fresh =
                new RoundMapper.Fresh(heading.name, heading.day, heading.person, heading.remarks, clock.instant(), by);
        rounds.insert(fresh);
        int seq = 0;
        for (Proposal p : proposals) {
            rounds.insertTask(fresh.id, ++seq, p.kind(), p.spotId(), p.serial(), cut(p.why()), p.needs(), p.dueAt());
            rounds.takenOver(p.kind(), p.spotId(), p.serial());
        }
        needReach(fresh.id, heading.person);
        audit.record(
                by,
                "plan round",
                Texts.stored("stored.roundService.roundId", "id", fresh.id),
                "",
                Texts.stored("stored.roundService.headingSeqTasks", "heading", text(heading), "seq", seq));
        return fresh.id;
    }

    /** Whoever goes on a round must have the rights at all sites that it goes to, or would not see it. */
    private void needReach(long round, String person) {
        OwnSites own = sites.of(person);
        List<String> closed = rounds.tasks(round).stream()
                .filter(t -> !own.holds(t.siteId()))
                .map(Task::site)
                .distinct()
                .toList();
        if (!closed.isEmpty()) {
            throw new NotPossibleException(
                    Texts.of("fleet.rounds.roundService.hasNoRightsAt", "person", person, "sites", Texts.and(closed)));
        }
    }

    private static String cut(String why) {
        return Length.TASK_WHY.cut(why);
    }

    /** The sites it goes to, where no name was given. */
    private static Heading named(Heading h, List<Proposal> proposals) {
        if (!h.name.isBlank()) {
            return h;
        }
        String sites =
                proposals.stream().map(Proposal::site).distinct().limit(3).collect(Collectors.joining(", "));
        String name = sites.isEmpty() ? Texts.stored("stored.roundService.round") : sites;
        return new Heading(Length.ROUND_NAME.cut(name), h.day, h.person, h.remarks);
    }

    /** @param seen the mark of the round as the form showed it */
    @Transactional
    void change(long id, Heading to, String seen, String by) {
        rounds.lock(id);
        Round round = find(id).orElseThrow(
                        () -> new NotPossibleException(Texts.of("fleet.rounds.roundService.theRoundWasCancelled")));
        needOpen(round);
        Heading before = heading(round);
        FormMark.require(seen, text(before));
        rounds.change(round.id(), to.name, to.day, to.person, to.remarks, clock.instant());
        needReach(round.id(), to.person);
        audit.record(
                by,
                "change round",
                Texts.stored("stored.roundService.roundId", "id", round.id()),
                text(before),
                text(to));
    }

    private static Heading heading(Round r) {
        return new Heading(r.name(), r.day(), r.person(), r.remarks());
    }

    /** The mark of a round as it is stored, for the form that changes it. */
    static String mark(Round r) {
        return FormMark.of(text(heading(r)));
    }

    /** Who changed it last, the newest first, at most one. */
    List<AuditEntry> lastChange(long id) {
        return audit.latest("round " + id, List.of("change round"), 1);
    }

    @Transactional
    void add(Round round, Task.Kind kind, Long spot, String typed, String why, String by) {
        needOpen(round);
        if (places.find(spot).isEmpty()) {
            throw new NotPossibleException(Texts.of("fleet.rounds.roundService.chooseTheSpot"));
        }
        String serial = typed.isBlank()
                ? ""
                : loggers.typed(typed)
                        .orElseThrow(() -> new NotPossibleException(
                                Texts.of("fleet.rounds.roundService.loggerWasNeverConnectedHere", "typed", typed)))
                        .serial();
        if (serial.isEmpty() && kind != Task.Kind.PLACE && kind != Task.Kind.CHECK) {
            throw new NotPossibleException(Texts.of("fleet.rounds.roundService.scanOrTypeTheSerial"));
        }
        if (Length.TASK_WHY.exceeded(why)) {
            throw new NotPossibleException(
                    Texts.of("fleet.rounds.roundService.reasonSaid", "said", Length.TASK_WHY.said(why)));
        }
        int last = rounds.tasks(round.id()).stream().mapToInt(Task::seq).max().orElse(0);
        rounds.insertTask(round.id(), last + 1, kind, spot, serial, why, "", null);
        rounds.takenOver(kind, spot, serial);
        needReach(round.id(), round.person());
        rounds.touch(round.id(), clock.instant());
        audit.record(
                by,
                "add to round",
                Texts.stored("stored.roundService.roundId", "id", round.id()),
                "",
                Texts.stored(
                        "stored.roundService.kindSerialAtFull",
                        "kind",
                        CurrentLanguage.inEnglish(kind::words),
                        "serial",
                        serial,
                        "full",
                        places.find(spot).orElseThrow().full()));
    }

    /** @param by how many places further down; negative for up */
    @Transactional
    void move(Round round, Task task, int by) {
        needOpen(round);
        List<Task> all = new ArrayList<>(rounds.tasks(round.id()));
        int from = ids(all).indexOf(task.id());
        int to = Math.max(0, Math.min(all.size() - 1, from + by));
        if (from < 0) {
            return;
        }
        Collections.rotate(all.subList(Math.min(from, to), Math.max(from, to) + 1), Integer.compare(from, to));
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).seq() != i + 1) {
                rounds.reorder(all.get(i).id(), i + 1);
            }
        }
        rounds.touch(round.id(), clock.instant());
    }

    private static List<Long> ids(List<Task> tasks) {
        return tasks.stream().map(Task::id).toList();
    }

    @Transactional
    void remove(Round round, Task task, String by) {
        needOpen(round);
        if (rounds.removeTask(task.id()) == 0) {
            throw new NotPossibleException(Texts.of("fleet.rounds.roundService.aFinishedTaskStaysIn"));
        }
        rounds.touch(round.id(), clock.instant());
        audit.record(
                by, "take out of round", Texts.stored("stored.roundService.roundId", "id", round.id()), text(task), "");
    }

    /** Puts the outcome of a task on record. */
    @Transactional
    void settle(Task task, Task.State state, Instant at, String note, String by) {
        if (rounds.settle(task.id(), state, at, by, note, state == Task.State.NOT_DONE) == 0) {
            // a word that comes late does not undo what was done; only undoing does
            throw new NotPossibleException(Texts.of("fleet.rounds.roundService.itIsAlreadyDone"));
        }
        rounds.touch(task.roundId(), clock.instant());
        audit.record(
                by,
                state == Task.State.DONE
                        ? "do round task"
                        : state == Task.State.NOT_DONE ? "leave round task" : "drop round task",
                Texts.stored("stored.roundService.roundRoundId", "roundId", task.roundId()),
                text(task),
                state.name(),
                note);
    }

    /** It is to be done after all, or was ticked by a slip. */
    @Transactional
    void reopen(Round round, Task task, String by) {
        needOpen(round);
        rounds.settle(task.id(), Task.State.OPEN, null, null, "", false);
        rounds.touch(task.roundId(), clock.instant());
        audit.record(
                by,
                "reopen round task",
                Texts.stored("stored.roundService.roundRoundId", "roundId", task.roundId()),
                task.state().name(),
                text(task));
    }

    /** Ends a round: what is open in it stays due. */
    @Transactional
    void close(Round round, String by) {
        Instant now = clock.instant();
        if (rounds.close(round.id(), now, by) == 0) {
            return;
        }
        int left = rounds.leave(round.id(), now, by);
        audit.record(
                by,
                "close round",
                Texts.stored("stored.roundService.roundId", "id", round.id()),
                "",
                Texts.stored("stored.roundService.tasksNotDone", "left", left));
    }

    @Transactional
    void openAgain(Round round, String by) {
        rounds.openAgain(round.id(), clock.instant());
        rounds.resume(round.id());
        audit.record(
                by, "reopen round", Texts.stored("stored.roundService.roundId", "id", round.id()), "closed", "open");
    }

    /** A round nobody has begun is given up: it is as if it had not been planned. */
    @Transactional
    void cancel(Round round, String by) {
        needOpen(round);
        if (rounds.tasks(round.id()).stream().anyMatch(t -> !t.open())) {
            throw new NotPossibleException(Texts.of("fleet.rounds.roundService.someTasksAreAlreadyDone"));
        }
        rounds.removeTasks(round.id());
        rounds.remove(round.id());
        audit.record(
                by,
                "cancel round",
                Texts.stored("stored.roundService.roundId", "id", round.id()),
                text(new Heading(round.name(), round.day(), round.person(), round.remarks())),
                "");
    }

    private static void needOpen(Round round) {
        if (!round.open()) {
            throw new NotPossibleException(Texts.of("fleet.rounds.roundService.theRoundIsClosedReopen"));
        }
    }

    private static String text(Heading h) {
        return h.name + ", " + h.day + ", " + h.person + (h.remarks.isEmpty() ? "" : ", " + h.remarks);
    }

    private static String text(Task t) {
        return Texts.stored(
                "stored.roundService.kindMoreAtWhere",
                "kind",
                CurrentLanguage.inEnglish(t.kind()::words),
                "more",
                (t.serial().isEmpty() ? "" : t.serial() + " "),
                "where",
                t.where());
    }
}
