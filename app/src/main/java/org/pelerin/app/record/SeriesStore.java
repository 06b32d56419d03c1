package org.pelerin.app.record;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.pelerin.app.missions.Mission;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.BlockWindow;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Outlined;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Service;

/** Reads series from the database: a row a block, never a row a sample. */
@Service
public class SeriesStore {

    private final SeriesMapper mapper;

    private final OutlineMapper outlines;

    SeriesStore(SeriesMapper mapper, OutlineMapper outlines) {
        this.mapper = mapper;
        this.outlines = outlines;
    }

    /**
     * What series a mission has, derived ones too, and when their samples are; no values. Of listed instants the marks are read.
     */
    public List<SeriesTable> tables(Mission mission) {
        List<List<SeriesMapper.SeriesRow>> groups = new ArrayList<>();
        for (SeriesMapper.SeriesRow row : mapper.series(mission.id())) {
            groups.stream()
                    .filter(g -> together(g.get(0), row))
                    .findFirst()
                    .orElseGet(() -> {
                        List<SeriesMapper.SeriesRow> fresh = new ArrayList<>();
                        groups.add(fresh);
                        return fresh;
                    })
                    .add(row);
        }
        return groups.stream()
                .map(g -> new SeriesTable(
                        g.stream().map(SeriesMapper.SeriesRow::channel).toList(),
                        g.stream().map(SeriesMapper.SeriesRow::label).toList(),
                        (int) g.stream().filter(r -> !r.derived()).count(),
                        axis(mission, g.get(0))))
                .toList();
    }

    /** Rows that were taken together share their instants, and so does what is derived from them sample by sample; events do not. */
    private static boolean together(SeriesMapper.SeriesRow a, SeriesMapper.SeriesRow b) {
        return !a.events()
                && !b.events()
                && Objects.equals(a.endsAt(), b.endsAt())
                && a.intervalMs().equals(b.intervalMs())
                && a.startAt().equals(b.startAt())
                && a.samples() == b.samples();
    }

    /** How the logger's clock went, whether it is corrected for or not; no correction for an empty mission. */
    public ClockCorrection clock(Mission mission) {
        return mapper.series(mission.id()).stream()
                .findFirst()
                .map(SeriesRows::clock)
                .orElse(ClockCorrection.NONE);
    }

    /**
     * Everything that was recorded. Its values are read where somebody asks for them, see {@link StoredBlocks}; the summaries are
     * read of all of it: not for a page's path.
     */
    public List<Series> recorded(Mission mission) {
        return load(mission, SeriesTable::ofRecorded);
    }

    /** The same, and what is derived from it. */
    public List<Series> load(Mission mission) {
        return load(mission, t -> t);
    }

    private List<Series> load(Mission mission, UnaryOperator<SeriesTable> of) {
        // in the order of their numbers, whichever they share their instants with
        Map<Integer, Series> out = new TreeMap<>();
        for (SeriesTable table : tables(mission).stream().map(of).toList()) {
            if (!table.channels().isEmpty()) {
                List<Series> series = load(mission, table, 0, Integer.MAX_VALUE);
                for (int i = 0; i < series.size(); i++) {
                    out.put(table.channels().get(i), series.get(i));
                }
            }
        }
        return List.copyOf(out.values());
    }

    /** The series of a table, of which only the blocks from index {@code from} to {@code to}, exclusive, are read. */
    public List<Series> window(Mission mission, SeriesTable table, long from, long to) {
        ready(table, from, to);
        return to <= from
                ? load(mission, table, 1, 0)
                : load(mission, table, (int) (from / Block.CAPACITY), (int) ((to - 1) / Block.CAPACITY));
    }

    /** A channel as it is drawn. */
    public record Drawn(int number, Channel channel, Outlined outlined) {}

    /** What is read is what the drawing needs, a query for all of them together. For one drawing. */
    public List<Drawn> drawn(Mission mission, SeriesTable table) {
        StoredOutlines stored =
                new StoredOutlines(mission.id(), table.channels(), table.axis().count(), outlines, mapper);
        return mapper.series(mission.id()).stream()
                .filter(r -> table.channels().contains(r.channel()))
                .map(r -> new Drawn(r.channel(), Channel.of(r.label(), r.unit()), stored.of(r.channel())))
                .toList();
    }

    private static void ready(SeriesTable table, long from, long to) {
        if (to > from && table.axis() instanceof ListedAxis listed) {
            listed.ready(from, to);
        }
    }

    /** The channels that were recorded, in their order; no values. */
    public List<Channel> channels(Mission mission) {
        return mapper.series(mission.id()).stream()
                .filter(r -> !r.derived())
                .sorted(Comparator.comparingInt(SeriesMapper.SeriesRow::channel))
                .map(r -> Channel.of(r.label(), r.unit()))
                .toList();
    }

    /** How many values the first channels of a mission hold, by their labels and in their order. */
    public Map<String, Long> held(long missionId, int channels) {
        Map<String, Long> out = new LinkedHashMap<>();
        mapper.held(missionId).stream().limit(channels).forEach(h -> out.putIfAbsent(h.label(), h.held()));
        return out;
    }

    /** The units in which anything of these missions is kept. */
    public List<Unit> units(List<Mission> missions) {
        return missions.isEmpty()
                ? List.of()
                : mapper.units(missions.stream().map(Mission::id).toList()).stream()
                        .map(Unit::of)
                        .toList();
    }

    private List<Series> load(Mission mission, SeriesTable table, int first, int last) {
        int size = Math.toIntExact((table.axis().count() + Block.CAPACITY - 1) / Block.CAPACITY);
        List<Series> out = new ArrayList<>();
        for (SeriesMapper.SeriesRow row : mapper.series(mission.id())) {
            if (table.channels().contains(row.channel())) {
                List<Block> blocks =
                        StoredBlocks.read(mapper, mission.id(), row.channel(), first, Math.min(last, size - 1));
                boolean all = first == 0 && last >= size - 1;
                out.add(new Series(
                        Channel.of(row.label(), row.unit()),
                        table.axis(),
                        all ? blocks : new BlockWindow(size, last < first ? 0 : first, blocks)));
            }
        }
        return out;
    }

    private TimeAxis axis(Mission mission, SeriesMapper.SeriesRow row) {
        ClockCorrection correction = mission.records().clockCorrected() ? SeriesRows.clock(row) : ClockCorrection.NONE;
        if (!row.listed()) {
            return TimeAxis.of(row.startAt(), row.intervalMs(), row.samples(), correction);
        }
        List<SeriesMapper.InstantsRow> marked = mapper.marks(mission.id(), row.channel());
        if (marked.stream().anyMatch(r -> r.marks() == null)) {
            return whole(mission, row, correction);
        }
        long count =
                marked.stream().mapToLong(SeriesMapper.InstantsRow::samples).sum();
        long[] marks = marked.stream()
                .flatMapToLong(r -> Arrays.stream(InstantMarks.decode(r.marks())))
                .toArray();
        ListedAxis.Source source = (first, last) -> instants(mission, row, first, last);
        return row.events()
                ? ListedAxis.events(count, marks, source, row.endsAt(), correction)
                : ListedAxis.rows(count, marks, source, row.intervalMs(), row.endsAt());
    }

    /** Of what was stored before there were marks. */
    private ListedAxis whole(Mission mission, SeriesMapper.SeriesRow row, ClockCorrection correction) {
        long[] all = instants(mission, row, 0, Integer.MAX_VALUE).stream()
                .flatMapToLong(Arrays::stream)
                .toArray();
        return row.events() ? ListedAxis.events(all, row.endsAt(), correction) : ListedAxis.rows(all, row.intervalMs());
    }

    private List<long[]> instants(Mission mission, SeriesMapper.SeriesRow row, int first, int last) {
        return mapper.instants(mission.id(), row.channel(), first, last).stream()
                .map(SeriesRows::instants)
                .toList();
    }
}
