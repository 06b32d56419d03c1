package org.pelerin.app.review.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.pelerin.app.collect.DeviceEvents;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.review.notes.PinnedNotes;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Service;

/** What is compared, from how an address names it: {@code m12} is a mission, {@code p5} a spot with the missions that lay there. */
@Service
class Compared {

    /** More lines than anybody can tell apart. */
    static final int MOST = 24;

    private static final int MISSIONS_OF_SPOT = 12;
    static final Pattern KEY = Pattern.compile("([mp])(\\d{1,15})");

    /** @param number in the record of its mission */
    record Line(int number, String label, String unit) {}

    /** @param from in ms, as {@code to} */
    record Part(long mission, long from, long to, List<Line> lines) {}

    /** An instant that several can be laid on each other by. */
    record Mark(long at, String what) {}

    /**
     * @param parts in the order of time; at least one
     * @param marks in the order of time
     */
    record Source(String key, String name, String address, String zone, List<Part> parts, List<Mark> marks) {}

    /** @param missing why others are not there, in words */
    record Selection(List<Source> sources, List<String> missing) {}

    private final MissionQueries missions;
    private final PlaceService places;
    private final SeriesStore store;
    private final DeviceEvents events;
    private final PinnedNotes notes;
    private final Formats show;

    Compared(
            MissionQueries missions,
            PlaceService places,
            SeriesStore store,
            DeviceEvents events,
            PinnedNotes notes,
            Formats show) {
        this.missions = missions;
        this.places = places;
        this.store = store;
        this.events = events;
        this.notes = notes;
        this.show = show;
    }

    Selection of(List<String> keys, ShownUnits inUnits) {
        List<Source> out = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        for (String key : keys.stream().distinct().toList()) {
            Matcher m = KEY.matcher(key);
            if (!m.matches()) {
                missing.add(Texts.of(
                        "review.compare.compared.isNeitherAMissionNor",
                        "key",
                        (key.length() > 20 ? key.substring(0, 20) + "…" : key)));
            } else if (out.size() == MOST) {
                missing.add(Texts.of("review.compare.compared.onlyTheFirstAreDrawn", "most", MOST));
                break;
            } else {
                long id = Long.parseLong(m.group(2));
                Optional<Source> source = m.group(1).equals("m") ? mission(key, id, inUnits) : spot(key, id, inUnits);
                source.ifPresentOrElse(
                        out::add,
                        () -> missing.add(Texts.of(
                                "review.compare.compared.hasNoCollectedRecords",
                                "same",
                                m.group(1).equals("m"),
                                "id",
                                id)));
            }
        }
        return new Selection(out, missing);
    }

    private Optional<Source> mission(String key, long id, ShownUnits inUnits) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .map(m -> source(
                        key,
                        Texts.of("review.compare.compared.whereMissionId", "where", m.where(), "id", m.id()),
                        "/missions/" + id,
                        m.zoneOr(show.home()).getId(),
                        List.of(m),
                        inUnits));
    }

    private Optional<Source> spot(String key, long id, ShownUnits inUnits) {
        Optional<SpotAt> spot = places.find(id);
        List<Mission> there = missions.atSpot(id, MISSIONS_OF_SPOT).stream()
                .filter(m -> m.records().firstAt() != null)
                .sorted(Comparator.comparing(m -> m.records().firstAt()))
                .toList();
        return spot.filter(s -> !there.isEmpty())
                .map(s -> source(key, s.full(), "/spots/" + id, s.zone(), there, inUnits));
    }

    private Source source(String key, String name, String address, String zone, List<Mission> of, ShownUnits inUnits) {
        return new Source(
                key,
                name,
                address,
                zone,
                of.stream().map(m -> part(m, inUnits)).toList(),
                of.stream()
                        .flatMap(this::marks)
                        .sorted(Comparator.comparingLong(Mark::at))
                        .toList());
    }

    private Part part(Mission m, ShownUnits inUnits) {
        List<SeriesTable> tables = store.tables(m);
        List<Integer> shown = SeriesTable.shownAtFirst(tables);
        List<Line> lines = tables.stream()
                .flatMap(t -> store.drawn(m, t).stream())
                .filter(d -> shown.contains(d.number()))
                .map(d -> new Line(
                        d.number(),
                        d.channel().label(),
                        d.channel().unit().shown(inUnits).symbol()))
                .toList();
        return new Part(
                m.id(),
                m.records().firstAt().toEpochMilli(),
                m.records().lastAt().toEpochMilli(),
                lines);
    }

    /** What somebody marked with the logger's button first, then what was noted here. */
    private Stream<Mark> marks(Mission m) {
        return Stream.concat(
                events.noted(m).stream()
                        .filter(e -> e.sign().equals("●"))
                        .map(e -> new Mark(e.at().toEpochMilli(), "● " + e.what())),
                notes.of(m).stream().map(n -> new Mark(n.fromAt().toEpochMilli(), "✎ " + n.text())));
    }
}
