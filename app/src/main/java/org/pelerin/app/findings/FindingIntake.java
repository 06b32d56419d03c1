package org.pelerin.app.findings;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.pelerin.app.judge.MissionJudged;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.ExcursionFields;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * Every departure belongs to a finding: with each judgement, in its transaction, new departures become findings, and of those that are known it is
 * kept what people wrote and noted what changed.
 */
@Service
class FindingIntake {

    private static final String JUDGE = "";
    private static final int AT_ONCE = 500;
    private static final Duration TOLD = Duration.ofSeconds(1);
    private static final int LONGEST_NOTE = 2000;
    private static final int LONGEST_RULE = 160;
    private static final int LONGEST_CHANNEL = 120;
    private static final int LONGEST_UNIT = 20;

    private final FindingMapper mapper;
    private final LoggerFindings loggers;
    private final MissionQueries missions;
    private final LastChange lastChange;
    private final Formats show;
    private final Clock clock;

    FindingIntake(
            FindingMapper mapper,
            LoggerFindings loggers,
            MissionQueries missions,
            LastChange lastChange,
            Formats show,
            Clock clock) {
        this.lastChange = lastChange;
        this.mapper = mapper;
        this.loggers = loggers;
        this.missions = missions;
        this.show = show;
        this.clock = clock;
    }

    @EventListener
    void judged(MissionJudged e) {
        List<Part> known =
                mapper.ofMission(e.missionId()).stream().map(PartRow::part).toList();
        List<Part> found = e.document().excursions().stream()
                .map(d -> part(e.missionId(), d, e.by()))
                .toList();
        Reconciliation r = Reconciliation.of(known, found);
        if (!r.nothing()) {
            // what grows while a mission goes on is no news of a judgement
            Mission mission = missions.find(e.missionId()).orElseThrow();
            apply(r, mission);
        }
        loggers.judged(e.missionId());
    }

    private void apply(Reconciliation r, Mission mission) {
        boolean goesOn = mission.records().collectedAt() == null;
        boolean told = !goesOn && !r.changed().isEmpty()
                || !r.back().isEmpty()
                || !r.vanished().isEmpty();
        LastChange.Told last = told ? lastChange.of(mission).orElse(null) : null;
        Instant now = clock.instant();
        Set<Long> touched = new LinkedHashSet<>();
        for (Reconciliation.Change c : r.changed()) {
            update(c.now(), goesOn ? "" : changed(c.before(), c.now()), touched, last, now);
        }
        for (Part p : r.back()) {
            update(p, Texts.stored("stored.findingIntake.foundAgain"), touched, last, now);
            mapper.comeBack(p.findingId());
        }
        for (Part p : r.vanished()) {
            mapper.updatePart(PartRow.of(p.gone(), p.findingId()));
            touched.add(p.findingId());
            mapper.changed(p.findingId());
            note(p, Texts.stored("stored.findingIntake.noLongerFound"), last, now);
        }
        for (List<Part> together : r.appeared()) {
            touched.add(fresh(together, now));
        }
        touched.forEach(this::sum);
        r.vanished().stream().map(Part::findingId).distinct().forEach(this::withdraw);
    }

    private void update(Part p, String what, Set<Long> touched, LastChange.Told last, Instant now) {
        mapper.updatePart(PartRow.of(p, p.findingId()));
        touched.add(p.findingId());
        if (!what.isEmpty()) {
            mapper.changed(p.findingId());
            note(p, what, last, now);
        }
    }

    /** What changed, and what was changed last before it; @param last null where nothing is on record */
    private void note(Part p, String what, LastChange.Told last, Instant now) {
        boolean since = last != null && !last.at().isBefore(mapper.lastNoted(p.findingId()));
        String change = changed(p, what);
        String text = since
                ? Texts.stored("stored.findingIntake.changedAfter", "change", change, "last", last.words())
                : change;
        mapper.note(
                p.findingId(),
                now,
                JUDGE,
                Entry.Kind.CHANGE,
                text.length() > LONGEST_NOTE ? text.substring(0, LONGEST_NOTE - 1) + "…" : text);
    }

    /** What is worth a word: its length, its place, its severity; not what is shorter than the second that is shown. */
    private String changed(Part before, Part now) {
        Duration by = now.duration().minus(before.duration());
        Duration later = Duration.between(before.start(), now.start());
        if (by.abs().compareTo(TOLD) >= 0) {
            return Texts.stored(
                    "stored.findingIntake.fromTo",
                    "isNegative",
                    by.isNegative(),
                    "duration",
                    show.duration(before.duration()),
                    "duration2",
                    show.duration(now.duration()));
        }
        if (later.abs().compareTo(TOLD) >= 0) {
            return Texts.stored(
                    "stored.findingIntake.movedBy",
                    "abs",
                    show.duration(later.abs()),
                    "isNegative",
                    later.isNegative());
        }
        return before.severity() == now.severity()
                ? ""
                : Texts.stored(
                        "stored.findingIntake.nowName",
                        "name",
                        now.severity().name().toLowerCase(Locale.ROOT));
    }

    private static String changed(Part p, String what) {
        return Texts.stored(
                switch (p.side()) {
                    case ABOVE -> "stored.findingIntake.above";
                    case BELOW -> "stored.findingIntake.below";
                    case MISSING ->
                        p.channel().isEmpty() ? "stored.findingIntake.recordGap" : "stored.findingIntake.gap";
                },
                "channel",
                p.channel(),
                "what",
                what);
    }

    private long fresh(List<Part> together, Instant now) {
        Part first = together.get(0);
        FindingMapper.Fresh f = new FindingMapper.Fresh(
                FindingKind.DEPARTURE,
                first.missionId(),
                "",
                Severity.MAJOR.ordinal(),
                first.start(),
                first.end(),
                now);
        mapper.insert(f);
        for (int i = 0; i < together.size(); i += AT_ONCE) {
            mapper.insertParts(together.subList(i, Math.min(together.size(), i + AT_ONCE)).stream()
                    .map(p -> PartRow.of(p, f.id))
                    .toList());
        }
        return f.id;
    }

    /** What its row says of its parts. */
    void sum(long finding) {
        PartSum.of(mapper.parts(finding).stream().map(PartRow::part).toList())
                .ifPresent(s -> mapper.sum(
                        finding,
                        s.lead().severity().ordinal(),
                        s.latched(),
                        s.lead().channel(),
                        s.lead().basis(),
                        s.lead().direction(),
                        s.lead().unit(),
                        s.lead().limit(),
                        s.lead().peak(),
                        s.from(),
                        s.to(),
                        s.parts(),
                        s.missions(),
                        s.gone()));
    }

    /** What nobody did anything with goes when nothing of it is found any more, unless it waits for somebody. */
    private void withdraw(long finding) {
        boolean gone = mapper.parts(finding).stream().noneMatch(PartRow::found);
        FindingRow f = mapper.byId(finding);
        boolean plain = f.owner() == null && f.dueOn() == null && f.causeId() == null;
        if (gone && plain && !f.latched() && mapper.touched(finding) == 0) {
            mapper.withdraw(finding);
        }
    }

    /** A set from elsewhere may call its rules by whatever length. */
    private static String cut(String text, int most) {
        return text == null ? "" : text.length() > most ? text.substring(0, most) : text;
    }

    private static Part part(long mission, ExcursionDocument e, Limits by) {
        ExcursionFields d = ExcursionFields.of(e);
        boolean latched = by.rules().stream()
                .filter(r -> d.rule().equals(r.id()) || d.rule().startsWith(r.id() + ": "))
                .anyMatch(Rule::latched);
        return new Part(
                0,
                0,
                mission,
                cut(d.rule(), LONGEST_RULE),
                cut(d.channel(), LONGEST_CHANNEL),
                e.values().map(ExcursionDocument.OfValues::basis).orElse(""),
                d.direction(),
                cut(d.unit(), LONGEST_UNIT),
                e.severity(),
                latched,
                d.limit(),
                d.peak(),
                d.start(),
                d.end(),
                d.start(),
                d.end(),
                true);
    }
}
