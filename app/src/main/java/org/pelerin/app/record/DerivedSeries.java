package org.pelerin.app.record;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.missions.RecordChanged;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.SiteDoor;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.derive.Derivation;
import org.pelerin.core.derive.Derivations;
import org.pelerin.core.derive.Derived;
import org.pelerin.core.derive.DerivedValues;
import org.pelerin.core.exchange.DerivedDocument;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Series that follow from others: of a mission, or of every mission at its spot. Kept by their definitions; their values are made whenever
 * the mission is judged, and kept then so that they can be drawn.
 */
@Service
@RetriedOnDeadlock
public class DerivedSeries {

    /** One that cannot be had; nothing was done. */
    public static final class ImpossibleException extends NotDoneException {
        ImpossibleException(String message) {
            super(message);
        }
    }

    /**
     * One that is in force.
     *
     * @param ofSpot whether the spot's other missions have it too
     * @param words how it follows from others
     * @param note what there is to say of it in this mission; null for nothing
     */
    public record Kept(
            long id, String name, String words, boolean ofSpot, Instant madeAt, String madeBy, String note) {}

    /** A channel of another mission that covers some of the same time, as definitions name it. */
    public record Other(String name, String unit, String what, Instant firstAt, Instant lastAt) {}

    /**
     * A record with its derived channels.
     *
     * @param ids of their definitions, by their names
     * @param notes why others cannot be, by the ids of their definitions
     */
    public record Outcome(JudgedRecord record, Map<String, Long> ids, Map<Long, String> notes) {}

    /**
     * What is kept of derived channels.
     *
     * @param series by their numbers, which come after those of recorded ones
     * @param notes what there is to say of them, by the ids of their definitions
     */
    public record Values(Map<Integer, Series> series, Map<Long, String> notes) {
        public static final Values NONE = new Values(Map.of(), Map.of());
    }

    private static final int OTHERS = 200;
    private static final int LONGEST_NOTE = 500;
    private static final int LONGEST = 8_000;
    private static final Pattern OF_OTHER = Pattern.compile("mission (\\d{1,18}): (.+)");

    private final DerivedMapper derived;
    private final MissionQueries missions;
    private final SeriesStore store;
    private final SeriesWriter writer;
    private final JudgedRecords records;
    private final AuditTrail audit;
    private final Clock clock;
    private final MissionVersion versions;
    private final SiteDoor door;

    DerivedSeries(
            DerivedMapper derived,
            MissionQueries missions,
            SeriesStore store,
            SeriesWriter writer,
            JudgedRecords records,
            AuditTrail audit,
            Clock clock,
            MissionVersion versions,
            SiteDoor door) {
        this.door = door;
        this.versions = versions;
        this.derived = derived;
        this.missions = missions;
        this.store = store;
        this.writer = writer;
        this.records = records;
        this.audit = audit;
        this.clock = clock;
    }

    /** In the order in which they were made. */
    public List<Kept> of(long mission) {
        return derived.of(mission).stream()
                .map(r -> new Kept(
                        r.id(),
                        r.name(),
                        words(read(r.definition())),
                        r.spotId() != null,
                        r.madeAt(),
                        r.madeBy(),
                        r.words()))
                .toList();
    }

    /** Missions that could not be reckoned again without the record of another. */
    public List<Long> reckonedFrom(long other) {
        return derived.readers(other).stream().filter(id -> id != other).toList();
    }

    /** Their definitions, as documents. */
    public List<String> definitions(long mission) {
        return derived.of(mission).stream().map(DerivedMapper.Row::definition).toList();
    }

    /** Whether one of them is a mean kinetic temperature, so that somebody asked for it. */
    public boolean kinetic(long mission) {
        return derived.of(mission).stream().anyMatch(r -> read(r.definition()).how() instanceof Derivation.RollingMkt);
    }

    /** Whether one of them follows from another mission. */
    public boolean beside(long mission) {
        return derived.of(mission).stream()
                .flatMap(r -> read(r.definition()).how().inputs().stream())
                .anyMatch(name -> OF_OTHER.matcher(name).matches());
    }

    /** Channels that a mission's series can be derived from beside its own, those that cover most of it first. */
    public List<Other> others(Mission mission) {
        if (mission.records().firstAt() == null) {
            return List.of();
        }
        return derived
                .others(
                        mission.id(),
                        mission.records().firstAt(),
                        mission.records().lastAt(),
                        OTHERS)
                .stream()
                .map(o -> new Other(
                        nameOf(o.missionId(), o.label()),
                        o.unit(),
                        o.label() + ", " + o.serial()
                                + (o.place().isEmpty()
                                        ? ""
                                        : Texts.of("record.derivedSeries.atPlace", "place", o.place())),
                        o.firstAt(),
                        o.lastAt()))
                .toList();
    }

    /** How definitions name a channel of another mission. */
    public static String nameOf(long mission, String label) {
        return Texts.of("record.derivedSeries.missionMissionLabel", "mission", mission, "label", label);
    }

    /** A record and what is derived from it. What cannot be is left out, and the notes say why. */
    Outcome derive(Mission mission, JudgedRecord record, Derivations.Bounds bounds) {
        List<DerivedMapper.Row> rows = derived.of(mission.id());
        List<DerivedMapper.Row> wanted = new ArrayList<>(rows);
        Map<String, Optional<SampleSource>> others = new HashMap<>();
        Map<Long, String> notes = new LinkedHashMap<>();
        JudgedRecord out = record;
        boolean more = true;
        while (more) {
            more = false;
            for (DerivedMapper.Row row : List.copyOf(wanted)) {
                try {
                    out = Derivations.add(
                            out,
                            List.of(read(row.definition())),
                            name -> others.computeIfAbsent(name, this::beside),
                            bounds);
                    wanted.remove(row);
                    notes.remove(row.id());
                    more = true;
                } catch (Derivations.ImpossibleException e) {
                    // perhaps once another is there
                    notes.put(row.id(), e.getMessage());
                }
            }
        }
        Map<String, Long> ids = new HashMap<>();
        rows.forEach(r -> ids.put(r.name(), r.id()));
        return new Outcome(out, ids, notes);
    }

    /** The record as it is judged, with what is derived. */
    public Outcome of(Mission mission, List<Series> recorded, Instant collectedAt) {
        return of(mission, recorded, collectedAt, Derivations.Bounds.NONE);
    }

    /** The same where it is known what the series are judged by. */
    public Outcome of(Mission mission, List<Series> recorded, Instant collectedAt, Derivations.Bounds bounds) {
        return derive(mission, records.of(mission, recorded, collectedAt), bounds);
    }

    /** One that is not kept yet, in a mission. */
    public SampleSource tried(Mission mission, List<Series> recorded, String definition) {
        Derived wanted = checked(definition);
        wanted.how().inputs().stream()
                .map(OF_OTHER::matcher)
                .filter(Matcher::matches)
                .forEach(m -> door.require("mission", m.group(1)));
        try {
            return Derivations.add(
                            of(mission, recorded, mission.records().collectedAt()).record,
                            List.of(wanted),
                            this::beside,
                            Derivations.Bounds.NONE)
                    .source(wanted.name())
                    .orElseThrow();
        } catch (Derivations.ImpossibleException e) {
            throw new ImpossibleException(e.getMessage());
        }
    }

    /** Another mission's channel, as it is judged there. */
    private Optional<SampleSource> beside(String name) {
        Matcher m = OF_OTHER.matcher(name);
        if (!m.matches()) {
            return Optional.empty();
        }
        return missions.find(Long.parseLong(m.group(1)))
                .flatMap(other -> records.of(other, store.recorded(other)).source(m.group(2)));
    }

    /**
     * The values of derived channels, to be kept.
     *
     * @param recorded the series that the record was made of; the derived channels come after them
     */
    public Values values(Outcome outcome, List<Series> recorded) {
        List<SampleSource> sources = outcome.record.sources();
        List<TimeAxis> axes = recorded.stream().map(Series::axis).distinct().toList();
        Map<Integer, Series> out = new LinkedHashMap<>();
        Map<Long, String> notes = new LinkedHashMap<>(outcome.notes);
        for (int number = recorded.size(); number < sources.size(); number++) {
            int n = number;
            SampleSource source = sources.get(number);
            DerivedValues.of(source, axes).ifPresent(part -> out.put(n, part.series()));
            if (!source.notes().isEmpty()) {
                notes.put(outcome.ids.get(source.channel().label()), String.join("; ", source.notes()));
            }
        }
        return new Values(out, notes);
    }

    /** Keeps what was derived in the place of what was before. */
    @Transactional
    public void keep(long mission, Values values) {
        writer.replaceDerived(mission, values.series);
        if (derived.notes(mission) > 0) {
            derived.forgetNotes(mission);
        }
        values.notes.forEach((id, words) -> derived.note(
                mission, id, words.length() > LONGEST_NOTE ? words.substring(0, LONGEST_NOTE - 1) + "…" : words));
    }

    /** @param ofSpot whether every mission at its spot has it */
    @Transactional
    public void add(Mission mission, String definition, boolean ofSpot, String by) {
        Derived wanted = checked(definition);
        Long spot = mission.place().spotId();
        if (ofSpot && spot == null) {
            throw new ImpossibleException(Texts.of("record.derivedSeries.thisMissionHasNoSpot"));
        }
        Long other = wanted.how().inputs().stream()
                .map(OF_OTHER::matcher)
                .filter(Matcher::matches)
                .map(m -> Long.valueOf(m.group(1)))
                .findFirst()
                .orElse(null);
        derived.insert(
                ofSpot ? null : mission.id(),
                ofSpot ? spot : null,
                wanted.name(),
                definition,
                other,
                clock.instant(),
                by);
        changed(mission.id(), ofSpot ? spot : null);
        audit.record(by, "derive series", subject(mission, ofSpot), "", told(definition));
    }

    @Transactional
    public void remove(Mission mission, long id, String by) {
        DerivedMapper.Row row = derived.byId(id);
        if (!isOf(mission, row) || derived.remove(id, clock.instant(), by) == 0) {
            throw new TooLateException(Texts.of("record.derivedSeries.itIsNoLongerDerived"));
        }
        changed(mission.id(), row.spotId());
        audit.record(by, "remove derived series", subject(mission, row.spotId() != null), told(row.definition()), "");
    }

    @Transactional
    public void restore(Mission mission, long id, String by) {
        DerivedMapper.Row row = derived.byId(id);
        if (!isOf(mission, row) || derived.restore(id) == 0) {
            throw new TooLateException(Texts.of("record.derivedSeries.itIsAlreadyThere"));
        }
        changed(mission.id(), row.spotId());
        audit.record(by, "derive series", subject(mission, row.spotId() != null), "", told(row.definition()));
    }

    private static boolean isOf(Mission mission, DerivedMapper.Row row) {
        return row != null
                && (Objects.equals(row.missionId(), mission.id())
                        || row.spotId() != null
                                && row.spotId().equals(mission.place().spotId()));
    }

    /** What other missions derive from it is derived anew when somebody opens them. */
    @EventListener
    void recordChanged(RecordChanged e) {
        versions.judgementOutdated(derived.readers(e.mission()));
    }

    /** Whoever opens them next has them judged anew. */
    private void changed(long mission, Long spot) {
        versions.judgementOutdated(mission);
        if (spot != null) {
            versions.judgementOutdated(derived.missionsAt(spot));
        }
    }

    private static String subject(Mission mission, boolean ofSpot) {
        return ofSpot
                ? Texts.stored(
                        "stored.derivedSeries.spotSpotId",
                        "spotId",
                        mission.place().spotId())
                : mission.subject();
    }

    private static String told(String definition) {
        Derived d = read(definition);
        return d.name() + ": " + CurrentLanguage.inEnglish(() -> words(d));
    }

    private static String words(Derived d) {
        return d.how().words(Durations::format);
    }

    /** How one that is not kept yet follows from others. */
    public static String wordsOf(String definition) {
        return words(checked(definition));
    }

    private static Derived checked(String definition) {
        if (definition.length() > LONGEST) {
            throw new ImpossibleException(Texts.of(
                    "record.derivedSeries.aDefinitionHasAtMost",
                    "longest",
                    LONGEST,
                    "definition",
                    definition.length()));
        }
        try {
            return read(definition);
        } catch (DocumentException e) {
            String said = e.said();
            throw new ImpossibleException(said.substring(0, 1).toUpperCase(Locale.ROOT) + said.substring(1));
        }
    }

    private static Derived read(String definition) {
        return DerivedDocument.read("{\"derived\": [" + definition + "]}").get(0);
    }
}
