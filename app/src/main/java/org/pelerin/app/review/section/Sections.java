package org.pelerin.app.review.section;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.ValueExcursion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.LargestSpread;
import org.pelerin.core.stats.Statistics;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Service;

/** Reads the spots of a site together; of each the record of the spot, so that what is left out of a mission is left out here too. */
@Service
public class Sections {

    /** Instants that are looked at, at most; and samples of a spot. */
    public static final int MOST_FRAMES = 600;

    private static final long MOST_SAMPLES = 5_000_000;
    private static final int LISTED = 300;

    /** It is more than is read at once; the message says what to do. */
    public static final class TooMuchException extends RuntimeException {
        TooMuchException(String message) {
            super(message);
        }
    }

    private final MissionQueries missions;
    private final PlaceService places;
    private final SeriesStore store;
    private final JudgedRecords records;

    Sections(MissionQueries missions, PlaceService places, SeriesStore store, JudgedRecords records) {
        this.missions = missions;
        this.places = places;
        this.store = store;
        this.records = records;
    }

    /** Missions of a site of which something is home, the newest first. */
    List<Mission> recorded(long site) {
        MissionFilter filter = new MissionFilter();
        filter.site = site;
        return missions.page(filter.wanted(ZoneOffset.UTC), LISTED, 0).stream()
                .filter(m -> m.records().firstAt() != null)
                .sorted(Comparator.comparing((Mission m) -> m.records().firstAt())
                        .reversed())
                .toList();
    }

    /** The units that missions recorded, as they are shown. */
    List<String> units(List<Mission> of, ShownUnits shown) {
        return store.units(of).stream()
                .map(u -> u.shown(shown).symbol())
                .distinct()
                .sorted()
                .toList();
    }

    /**
     * @param low and {@code high}: the band that the spots should keep to; null for none
     * @param frames how many instants
     */
    public SiteView of(long site, String unit, Instant from, Instant to, Double low, Double high, int frames) {
        long span = to.toEpochMilli() - from.toEpochMilli();
        int count = (int) Math.max(2, Math.min(Math.min(frames, MOST_FRAMES), span / 1000 + 1));
        long[] t = new long[count];
        for (int i = 0; i < count; i++) {
            t[i] = from.toEpochMilli() + span * i / (count - 1);
        }
        List<Read> read = new ArrayList<>();
        for (Spot spot : places.spots(site)) {
            spot(spot, unit, from, to, low, high, t).ifPresent(read::add);
        }
        List<SiteView.SpotRecord> spots = read.stream().map(Read::told).toList();
        return new SiteView(
                unit,
                Arrays.stream(t).boxed().toList(),
                spots,
                extreme(spots, true),
                extreme(spots, false),
                spread(read, from, to));
    }

    /** A spot as it is told, and the record that this follows from. */
    private record Read(SiteView.SpotRecord told, SampleSource source, Conversion way) {}

    private Optional<Read> spot(Spot spot, String unit, Instant from, Instant to, Double low, Double high, long[] t) {
        List<Mission> there = missions.recordedAt(spot.id(), from, to).stream()
                // with its plan, which says what of it is judged
                .map(m -> missions.find(m.id()).orElseThrow())
                .toList();
        double[] values = new double[t.length];
        Arrays.fill(values, Double.NaN);
        List<JudgedRecord> parts = new ArrayList<>();
        List<Long> numbers = new ArrayList<>();
        Conversion way = null;
        for (Mission m : there) {
            Optional<Series> s = series(m, way == null ? Unit.of(unit) : way.from(), way != null, from, to);
            if (s.isPresent()) {
                way = s.get().unit().shownIn(Unit.of(unit));
                parts.add(records.between(m, List.of(s.get()), from, to));
                numbers.add(m.id());
            }
        }
        if (parts.isEmpty()) {
            return Optional.empty();
        }
        // one after the other, as the record of a spot is
        JudgedRecord record = JudgedRecord.inTurn(parts);
        SampleSource source = record.sources().get(0);
        source.read(SampleReader.all(List.of(new FrameReader(t, values))));
        Statistics s = Statistics.of(source, null);
        SiteView.SpotRecord told = new SiteView.SpotRecord(
                spot.id(),
                spot.name(),
                numbers,
                spot.x(),
                spot.y(),
                told(values, way),
                s.count() == 0
                        ? null
                        : new SiteView.Figures(
                                s.count(),
                                way.value(s.extremes().min()),
                                s.extremes().minAt(),
                                way.value(s.mean()),
                                way.value(s.extremes().max()),
                                s.extremes().maxAt(),
                                way.difference(s.sd())),
                away(record, source.channel().label(), low, high, way).orElse(null));
        return Optional.of(new Read(told, source, way));
    }

    private static List<Double> told(double[] values, Conversion way) {
        return Arrays.stream(values)
                .mapToObj(v -> Double.isNaN(v) ? null : (Double) way.value(v))
                .toList();
    }

    /**
     * The first channel of a quantity under one name, of which only the stretch is read.
     *
     * @param exactly whether it has to have been recorded in that unit, as those of earlier missions were
     */
    private Optional<Series> series(Mission m, Unit unit, boolean exactly, Instant from, Instant to) {
        for (SeriesTable table : store.tables(m)) {
            for (SeriesStore.Drawn d : store.drawn(m, table)) {
                Unit recorded = d.channel().unit();
                if (SeriesTable.ofScans(d.channel().label())
                        || (exactly ? !recorded.equals(unit) : recorded.to(unit).isEmpty())) {
                    continue;
                }
                long first = Math.max(0, table.axis().indexAtOrAfter(from.toEpochMilli()) - 1);
                long last = table.axis().indexAtOrAfter(to.toEpochMilli() + 1);
                if (last - first > MOST_SAMPLES) {
                    throw new TooMuchException(Texts.of("review.section.sections.chooseAShorterPeriodAt"));
                }
                return store.window(m, table.only(c -> c == d.number()), first, last).stream()
                        .findFirst()
                        .map(s -> s.as(new Channel(Texts.of("review.section.sections.value"), recorded)));
            }
        }
        return Optional.empty();
    }

    private static Optional<SiteView.Away> away(
            JudgedRecord record, String channel, Double least, Double most, Conversion way) {
        Double low = least == null ? null : way.back().value(least);
        Double high = most == null ? null : way.back().value(most);
        if (low == null && high == null) {
            return Optional.empty();
        }
        Bound bound = low == null
                ? new Bound.Above(high)
                : high == null ? new Bound.Below(low) : new Bound.Outside(low, high);
        Limits band = new Limits("band", List.of(Rule.of("band", channel, bound, Lasting.ANY)));
        return Judge.judge(record, band, null).ofValues().stream()
                .max(Comparator.comparing(ValueExcursion::duration))
                .map(e -> new SiteView.Away(
                        e.span().getStart(), e.duration(), e.direction() == Direction.ABOVE, e.peak(), !e.openAtEnd()));
    }

    private static SiteView.Extreme extreme(List<SiteView.SpotRecord> spots, boolean warmest) {
        Comparator<SiteView.SpotRecord> by = Comparator.comparingDouble(
                s -> warmest ? s.figures().max() : -s.figures().min());
        return spots.stream()
                .filter(s -> s.figures() != null)
                .max(by)
                .map(s -> warmest
                        ? new SiteView.Extreme(
                                s.name(), s.figures().max(), s.figures().maxAt())
                        : new SiteView.Extreme(
                                s.name(), s.figures().min(), s.figures().minAt()))
                .orElse(null);
    }

    /** Of all samples, wherever the instants lie that are drawn. */
    private static SiteView.Spread spread(List<Read> read, Instant from, Instant to) {
        List<LargestSpread.Compared> all = read.stream()
                .map(r -> new LargestSpread.Compared(r.source, r.way::value))
                .toList();
        return LargestSpread.of(all, from.toEpochMilli(), to.toEpochMilli())
                .map(s -> new SiteView.Spread(
                        SignificantDigits.rounded(s.value()),
                        Instant.ofEpochMilli(s.at()),
                        read.get(s.greatest()).told.name(),
                        read.get(s.least()).told.name()))
                .orElse(null);
    }

    /** Missions that began within ten minutes of each other and so were meant together: at least two spots. */
    List<Together> together(List<Mission> recorded) {
        List<Mission> left = new ArrayList<>(recorded);
        List<Together> out = new ArrayList<>();
        while (!left.isEmpty()) {
            Mission first = left.remove(0);
            List<Mission> group = new ArrayList<>(List.of(first));
            left.removeIf(
                    m -> Duration.between(m.records().firstAt(), first.records().firstAt())
                                            .abs()
                                            .compareTo(TOGETHER)
                                    <= 0
                            && group.add(m));
            long spots = group.stream().map(m -> m.place().spotId()).distinct().count();
            Instant from = group.stream()
                    .map(m -> m.records().firstAt())
                    .max(Comparator.naturalOrder())
                    .orElseThrow();
            Instant to = group.stream()
                    .map(m -> m.records().lastAt())
                    .min(Comparator.naturalOrder())
                    .orElseThrow();
            if (spots > 1 && to.isAfter(from)) {
                out.add(new Together((int) spots, from, to));
            }
        }
        return out;
    }

    private static final Duration TOGETHER = Duration.ofMinutes(10);

    /** @param from when all of them recorded, to when the first of them ended */
    public record Together(int spots, Instant from, Instant to) {}
}
