package org.pelerin.app.record;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.pelerin.core.series.Block;

/**
 * Blocks of one stored channel. Of a few all is read at once; of more the summaries, and encoded values {@value #AT_ONCE} blocks at a time, when somebody asks
 * for those of one. So whoever reads a part of a record, or skips what its summaries tell, reads that part only; memory holds {@value #KEPT} such stretches
 * of a channel, however long it is.
 *
 * <p>The last block, which alone grows, is read with the summaries. Whoever finds others than the summaries told gets a {@link RecordChangedException}.
 *
 * <p>Values are read by the thread that asks, in its transaction if it has one.
 *
 * <p>Cost: one query for the summaries, one for each stretch that is asked for.
 */
final class StoredBlocks {

    static final int AT_ONCE = 64;
    private static final int KEPT = 2;

    private final SeriesMapper mapper;
    private final long missionId;
    private final int channel;
    private final Map<Integer, Map<Integer, SeriesMapper.BlockRow>> stretches = new LinkedHashMap<>(4, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Integer, Map<Integer, SeriesMapper.BlockRow>> eldest) {
            return size() > KEPT;
        }
    };

    private StoredBlocks(SeriesMapper mapper, long missionId, int channel) {
        this.mapper = mapper;
        this.missionId = missionId;
        this.channel = channel;
    }

    /** @param last inclusive */
    static List<Block> read(SeriesMapper mapper, long missionId, int channel, int first, int last) {
        if (last - first < AT_ONCE) {
            return mapper.blocks(missionId, channel, first, last).stream()
                    .map(r -> SeriesRows.block(r, r::data))
                    .toList();
        }
        StoredBlocks stored = new StoredBlocks(mapper, missionId, channel);
        List<Block> out = new ArrayList<>();
        for (SeriesMapper.BlockRow row : mapper.summaries(missionId, channel, first, last)) {
            out.add(SeriesRows.block(row, row.data() == null ? () -> stored.data(row) : row::data));
        }
        return out;
    }

    private synchronized byte[] data(SeriesMapper.BlockRow told) {
        int stretch = told.block() / AT_ONCE;
        Map<Integer, SeriesMapper.BlockRow> rows = stretches.get(stretch);
        if (rows == null) {
            rows = new LinkedHashMap<>();
            for (SeriesMapper.BlockRow r :
                    mapper.blocks(missionId, channel, stretch * AT_ONCE, stretch * AT_ONCE + AT_ONCE - 1)) {
                rows.put(r.block(), r);
            }
            stretches.put(stretch, rows);
        }
        SeriesMapper.BlockRow here = rows.get(told.block());
        if (here == null || !sameSummary(here, told)) {
            stretches.remove(stretch);
            throw new RecordChangedException(missionId);
        }
        return here.data();
    }

    private static boolean sameSummary(SeriesMapper.BlockRow a, SeriesMapper.BlockRow b) {
        return a.samples() == b.samples()
                && a.missing() == b.missing()
                && Objects.equals(a.minValue(), b.minValue())
                && Objects.equals(a.maxValue(), b.maxValue())
                && Double.compare(a.sumValue(), b.sumValue()) == 0;
    }
}
