package org.pelerin.app.findings;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people do with findings. Each step is in the audit trail, and among the finding's own entries. */
@Service
@RetriedOnDeadlock
public class Findings {

    /** It is not ready for that. */
    public static final class NotReadyException extends NotDoneException {
        NotReadyException(String message) {
            super(message);
        }
    }

    /** What is said of a finding. */
    public record Said(Long cause, String action, String disposition, String owner, LocalDate due) {}

    private static final Finding.Work NOTHING =
            new Finding.Work(null, null, null, null, "", "", null, null, null, null);

    private final FindingMapper mapper;
    private final FindingIntake intake;
    private final MissionVersion versions;
    private final AuditTrail audit;
    private final Clock clock;

    Findings(FindingMapper mapper, FindingIntake intake, MissionVersion versions, AuditTrail audit, Clock clock) {
        this.versions = versions;
        this.mapper = mapper;
        this.intake = intake;
        this.audit = audit;
        this.clock = clock;
    }

    public Optional<Finding> find(long id) {
        return Optional.ofNullable(mapper.byId(id)).map(FindingRow::finding);
    }

    /** The latest excursions at its spot before it, at most so many; none for one without a spot. */
    public List<Finding> earlier(Finding f, int most) {
        Long spot = f.subject().spotId();
        return spot == null
                ? List.of()
                : mapper.earlier(spot, f.extent().from(), most).stream()
                        .map(FindingRow::finding)
                        .filter(e -> e.id() != f.id())
                        .toList();
    }

    public List<Part> parts(long id) {
        return mapper.parts(id).stream().map(PartRow::part).toList();
    }

    public List<Entry> entries(long id) {
        return mapper.entries(id);
    }

    /** All that are about a mission. */
    public List<Finding> about(long mission) {
        return mapper.about(mission).stream().map(FindingRow::finding).toList();
    }

    /** Those about a mission, each with what of it is of this mission: its own times and peak, whatever else was put together with it. */
    public List<Finding> in(long mission) {
        return narrowed(about(mission), p -> p.missionId() == mission);
    }

    /** The excursions that belong to any of these findings; one query. */
    public List<Part> partsOf(List<Finding> all) {
        List<Long> ids =
                all.stream().filter(Finding::departure).map(Finding::id).toList();
        return ids.isEmpty()
                ? List.of()
                : mapper.partsOf(ids).stream().map(PartRow::part).toList();
    }

    /** The same with only some of what belongs to them; those of which nothing is among it are left out. One query for all. */
    public List<Finding> narrowed(List<Finding> all, Predicate<Part> which) {
        List<Long> several = all.stream()
                .filter(f -> f.departure() && f.extent().parts() > 1)
                .map(Finding::id)
                .toList();
        if (several.isEmpty()) {
            return all;
        }
        Map<Long, List<Part>> parts = mapper.partsOf(several).stream()
                .map(PartRow::part)
                .filter(which)
                .collect(Collectors.groupingBy(Part::findingId));
        return all.stream()
                .flatMap(f -> several.contains(f.id())
                        ? PartSum.of(parts.getOrDefault(f.id(), List.of())).map(f::within).stream()
                        : Stream.of(f))
                .toList();
    }

    /** How many of those about a mission still wait for somebody. */
    public int waiting(long mission) {
        return mapper.waiting(mission);
    }

    public List<Cause> causes() {
        return mapper.causes();
    }

    @Transactional
    public void addCause(String name, String by) {
        try {
            mapper.addCause(name);
        } catch (DuplicateKeyException e) {
            throw new NotReadyException(Texts.of("findings.findings.isInTheListAlready", "name", name));
        }
        audit.record(by, "add cause", name, "", "");
    }

    /** One that is retired is kept where it was said, and not offered any more. */
    @Transactional
    public void retireCause(long id, boolean retired, String by) {
        if (mapper.retire(id, retired) == 0) {
            throw new TooLateException(Texts.of("findings.findings.itIsAlreadyInThis"));
        }
        String name = causes().stream()
                .filter(c -> c.id() == id)
                .findFirst()
                .map(Cause::name)
                .orElse("");
        audit.record(by, retired ? "retire cause" : "offer cause", name, "", "");
    }

    /** @return how many of these were new, and are acknowledged now */
    @Transactional
    public int acknowledge(List<Long> ids, String by) {
        int done = 0;
        for (long id : sorted(ids)) {
            if (mapper.acknowledge(id, clock.instant(), by) == 1) {
                step(id, by, Texts.stored("stored.findings.acknowledged"), "acknowledge finding", "");
                done++;
            }
        }
        return done;
    }

    @Transactional
    public void comment(long id, String text, String by) {
        if (mapper.lock(id) == null) {
            throw new TooLateException(Texts.of("findings.findings.thisFindingNoLongerExists"));
        }
        mapper.note(id, clock.instant(), by, Entry.Kind.COMMENT, text);
        record(id, by, "comment finding", "", text, "");
    }

    /** Cause, action, disposition, owner and due date; of one that is not closed. */
    @Transactional
    public void say(long id, Said said, String by) {
        say(id, said, null, by);
    }

    /** @param seen the mark of what the form showed; null for a change that follows from no form */
    @Transactional
    public void say(long id, Said said, String seen, String by) {
        waits(id);
        Finding before = find(id).orElseThrow();
        if (!said.equals(said(before.work()))) {
            FormMark.require(seen, said(before.work()));
        }
        mapper.say(id, said.cause, said.action, said.disposition, said.owner, said.due);
        Finding after = find(id).orElseThrow();
        List<String> changes = changes(before.work(), after.work());
        if (!changes.isEmpty()) {
            String text = String.join("; ", changes);
            mapper.note(
                    id, clock.instant(), by, Entry.Kind.STEP, text.length() > 2000 ? text.substring(0, 2000) : text);
            record(id, by, "describe finding", words(before.work()), words(after.work()), "");
        }
    }

    private static Said said(Finding.Work w) {
        return new Said(w.causeId(), w.action(), w.disposition(), w.owner(), w.dueOn());
    }

    /** The mark of what is said of a finding, for the form that changes it. */
    static String mark(Finding.Work w) {
        return FormMark.of(said(w));
    }

    /** Who changed its assessment last, at most one. */
    List<AuditEntry> lastChange(long id) {
        return audit.latest(subject(id), List.of("describe finding", "assign finding"), 1);
    }

    private static String words(Finding.Work w) {
        return String.join("; ", changes(NOTHING, w));
    }

    private static List<String> changes(Finding.Work before, Finding.Work after) {
        List<String> out = new ArrayList<>();
        change(out, "cause", before.cause(), after.cause());
        change(out, "action", before.action(), after.action());
        change(out, Texts.stored("stored.findings.productDisposition"), before.disposition(), after.disposition());
        change(out, "owner", before.owner(), after.owner());
        change(out, "due", before.dueOn(), after.dueOn());
        return out;
    }

    private static void change(List<String> out, String what, Object before, Object after) {
        if (!Objects.equals(before, after)) {
            out.add(what + ": " + (after == null || after.toString().isEmpty() ? "none" : after));
        }
    }

    @Transactional
    public int assign(List<Long> ids, String owner, String by) {
        int done = 0;
        for (long id : sorted(ids)) {
            if (mapper.assign(id, owner) == 1) {
                step(
                        id,
                        by,
                        owner == null
                                ? Texts.stored("stored.findings.ownerRemoved")
                                : Texts.stored("stored.findings.assignedTo", "owner", owner),
                        "assign finding",
                        "");
                done++;
            }
        }
        return done;
    }

    /** With its cause; of a grave one also with what became of what was stored there. */
    @Transactional
    public void close(long id, String by) {
        waits(id);
        Finding f = find(id).orElseThrow();
        if (!f.unsaid().isEmpty()) {
            throw new NotReadyException(Texts.of(
                    "findings.findings.enterBeforeClosing", "unsaid", f.unsaid().get(0)));
        }
        if (mapper.close(id, clock.instant(), by) == 0) {
            throw new TooLateException(Texts.of("findings.findings.itIsAlreadyClosed"));
        }
        step(id, by, "closed", "close finding", "");
    }

    /** Puts away those of which nothing is found any more; what was written of them stays. @return how many */
    @Transactional
    public int putAway(String by) {
        int done = 0;
        for (long id : mapper.gone()) {
            if (mapper.putAway(id, clock.instant(), by) == 1) {
                step(id, by, Texts.stored("stored.findings.closedBecauseItIsNo"), "put finding away", "");
                done++;
            }
        }
        return done;
    }

    @Transactional
    public void reopen(long id, String reason, String by) {
        missionsOf(id).forEach(versions::requireUnsigned);
        if (mapper.reopen(id) == 0) {
            throw new TooLateException(Texts.of("findings.findings.itIsAlreadyOpen"));
        }
        step(id, by, Texts.stored("stored.findings.reopenedReason", "reason", reason), "reopen finding", reason);
    }

    /** Several become one: the first that was found keeps its number, and what was said of each comes along. */
    @Transactional
    public long merge(List<Long> ids, String by) {
        List<Long> sorted = sorted(ids);
        if (sorted.size() < 2) {
            throw new NotReadyException(Texts.of("findings.findings.selectTwoOrMoreFindings"));
        }
        for (long id : sorted) {
            waits(id);
            if (!find(id).orElseThrow().departure()) {
                throw new NotReadyException(Texts.of("findings.findings.onlyExcursionsCanBeMerged"));
            }
        }
        long into = sorted.get(0);
        for (long id : sorted.subList(1, sorted.size())) {
            mapper.merge(id, into);
            mapper.moveParts(id, into);
            mapper.moveComments(id, into);
            mapper.moveFiles(id, into);
            step(id, by, Texts.stored("stored.findings.mergedIntoFinding", "into", into), "merge finding", "");
            mapper.note(
                    into,
                    clock.instant(),
                    by,
                    Entry.Kind.STEP,
                    Texts.stored("stored.findings.mergedFindingIntoThisOne", "id", id));
            record(
                    into,
                    by,
                    "merge finding",
                    "",
                    Texts.stored("stored.findings.mergedFindingIntoThisOne", "id", id),
                    "");
        }
        intake.sum(into);
        return into;
    }

    /** A departure becomes a finding of its own. */
    @Transactional
    public long split(long id, long part, String by) {
        waits(id);
        List<Part> all = parts(id);
        Part p = all.stream()
                .filter(x -> x.id() == part)
                .findFirst()
                .orElseThrow(() -> new TooLateException(Texts.of("findings.findings.itIsNoLongerPart")));
        if (all.size() < 2) {
            throw new NotReadyException(Texts.of("findings.findings.itIsTheOnlyExcursion"));
        }
        FindingMapper.Fresh f = new FindingMapper.Fresh(
                FindingKind.DEPARTURE, p.missionId(), "", p.severity().ordinal(), p.start(), p.end(), clock.instant());
        mapper.insert(f);
        mapper.movePart(part, id, f.id);
        intake.sum(id);
        intake.sum(f.id);
        step(f.id, by, Texts.stored("stored.findings.separatedFromFinding", "id", id), "split finding", "");
        mapper.note(
                id, clock.instant(), by, Entry.Kind.STEP, Texts.stored("stored.findings.separatedFinding", "id", f.id));
        return f.id;
    }

    /** The missions that it is about. */
    public List<Long> missionsOf(long id) {
        return mapper.missionsOf(id);
    }

    /** Those of its missions that are signed, so that it stays as it is. */
    public List<Long> signed(long id) {
        return mapper.signed(id);
    }

    private void waits(long id) {
        FindingState state = mapper.lock(id);
        if (state == null || !state.waits()) {
            throw new TooLateException(
                    state == null
                            ? Texts.of("findings.findings.thereIsNoFinding", "id", id)
                            : Texts.of("findings.findings.findingIsNow", "id", id, "state", state.words()));
        }
    }

    private void step(long id, String by, String text, String deed, String reason) {
        mapper.note(id, clock.instant(), by, Entry.Kind.STEP, text);
        record(id, by, deed, "", text, reason);
    }

    private void record(long id, String by, String deed, String before, String after, String reason) {
        audit.record(by, deed, subject(id), before, after, reason);
    }

    static String subject(long id) {
        return Texts.stored("stored.findings.findingId", "id", id);
    }

    /** In one order, so that two who do something with several do not lock each other out. */
    private static List<Long> sorted(List<Long> ids) {
        Set<Long> out =
                ids.stream().filter(Objects::nonNull).sorted().collect(Collectors.toCollection(LinkedHashSet::new));
        return List.copyOf(out);
    }
}
