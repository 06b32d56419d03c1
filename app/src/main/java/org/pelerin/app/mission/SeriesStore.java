package org.pelerin.app.mission;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.CellSummaries;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Series in the database: a row a block, never a row a sample. */
@Service
public class SeriesStore {

    /** What of a series is wanted. */
    private record Blocks(int first, int last) {
        static final Blocks ALL = new Blocks(0, Integer.MAX_VALUE);
        static final Blocks NONE = new Blocks(1, 0);
    }

    private final SeriesMapper mapper;

    SeriesStore(SeriesMapper mapper) {
        this.mapper = mapper;
    }

    /** Replaces what is stored of a mission. */
    @Transactional
    public void replace(long missionId, List<Series> series) {
        mapper.deleteBlocks(missionId);
        mapper.deleteSeries(missionId);
        for (int channel = 0; channel < series.size(); channel++) {
            Series s = series.get(channel);
            ClockCorrection c = s.axis().correction();
            mapper.insertSeries(new SeriesMapper.SeriesRow(
                    missionId,
                    channel,
                    s.label(),
                    s.unit(),
                    s.axis().start(),
                    s.axis().interval(),
                    s.axis().count(),
                    c.setAt(),
                    c.readAt(),
                    c.offset()));
            for (int b = 0; b < s.blocks().size(); b++) {
                mapper.insertBlock(missionId, channel, row(b, s.blocks().get(b)));
            }
        }
    }

    /** The time axes, a channel each; no values. */
    public List<TimeAxis> axes(Mission mission) {
        return mapper.series(mission.id()).stream()
                .map(row -> axis(row, mission.clockCorrected(), row.samples()))
                .toList();
    }

    /** How the logger's clock went, whether it is corrected for or not; no correction for an empty mission. */
    public ClockCorrection clock(Mission mission) {
        return mapper.series(mission.id()).stream()
                .findFirst()
                .map(SeriesStore::clock)
                .orElse(ClockCorrection.NONE);
    }

    /** Everything. Proportional to the record: not for a page's path. */
    public List<Series> load(Mission mission) {
        return load(mission, Blocks.ALL);
    }

    /** The summaries of all blocks; values can be decoded only from index {@code from} to {@code to}, exclusive. */
    public List<Series> window(Mission mission, long from, long to) {
        Blocks wanted =
                to <= from ? Blocks.NONE : new Blocks((int) (from / Block.CAPACITY), (int) ((to - 1) / Block.CAPACITY));
        return load(mission, wanted);
    }

    /** The summaries of all blocks and no values. */
    public List<Series> summaries(Mission mission) {
        return load(mission, Blocks.NONE);
    }

    private List<Series> load(Mission mission, Blocks wanted) {
        List<Series> out = new ArrayList<>();
        for (SeriesMapper.SeriesRow row : mapper.series(mission.id())) {
            TimeAxis axis = axis(row, mission.clockCorrected(), row.samples());
            List<Block> blocks = mapper.blocks(mission.id(), row.channel(), wanted.first(), wanted.last()).stream()
                    .map(SeriesStore::block)
                    .toList();
            out.add(new Series(row.label(), row.unit(), axis, blocks));
        }
        return out;
    }

    private static TimeAxis axis(SeriesMapper.SeriesRow row, boolean corrected, long count) {
        ClockCorrection correction = corrected ? clock(row) : ClockCorrection.NONE;
        return new TimeAxis(row.startAt(), row.intervalMs(), count, correction);
    }

    private static ClockCorrection clock(SeriesMapper.SeriesRow row) {
        return new ClockCorrection(row.clockSetAt(), row.clockReadAt(), row.clockOffsetMs());
    }

    private static SeriesMapper.BlockRow row(int number, Block b) {
        return new SeriesMapper.BlockRow(
                number,
                b.firstIndex(),
                b.count(),
                b.missing(),
                b.allMissing() ? null : b.min(),
                b.allMissing() ? null : b.max(),
                b.sum(),
                b.cells().toBytes(),
                b.data());
    }

    private static Block block(SeriesMapper.BlockRow r) {
        return new Block(
                r.firstIndex(),
                r.samples(),
                r.missing(),
                r.minValue() == null ? Double.NaN : r.minValue(),
                r.maxValue() == null ? Double.NaN : r.maxValue(),
                r.sumValue(),
                CellSummaries.fromBytes(r.cells()),
                r.data());
    }
}
