package org.pelerin.app.record;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Outline;
import org.springframework.stereotype.Service;

/** What is kept beside the values of a mission, held against what it follows from: the figures of blocks, their summaries at all grains, disturbances. */
@Service
public class SummaryCheck {

    private final SeriesMapper series;
    private final OutlineMapper outlines;
    private final DisturbanceMapper disturbances;

    SummaryCheck(SeriesMapper series, OutlineMapper outlines, DisturbanceMapper disturbances) {
        this.series = series;
        this.outlines = outlines;
        this.disturbances = disturbances;
    }

    /** What does not fit of the summaries, one trouble a channel; derived channels too. Proportional to the record. */
    public List<String> troubles(Mission m) {
        List<String> out = new ArrayList<>();
        for (SeriesMapper.SeriesRow row : series.series(m.id())) {
            int last = (int) ((row.samples() - 1) / Block.CAPACITY);
            List<Block> stored = StoredBlocks.read(series, m.id(), row.channel(), 0, last);
            Optional<Block> wrong = stored.stream().filter(b -> !fits(b)).findFirst();
            if (wrong.isPresent()) {
                out.add(Texts.stored(
                        "stored.summaryCheck.theSummariesOfFromSample",
                        "label",
                        row.label(),
                        "firstIndex",
                        wrong.get().firstIndex()));
            } else if (!stored.isEmpty() && !outlined(m.id(), row.channel(), Outline.of(stored))) {
                out.add(Texts.stored("stored.summaryCheck.theChartDataOfDo", "label", row.label()));
            }
        }
        return out;
    }

    private static boolean fits(Block b) {
        double min = Double.POSITIVE_INFINITY;
        double max = Double.NEGATIVE_INFINITY;
        double sum = 0;
        int missing = 0;
        for (double v : b.values()) {
            if (Double.isNaN(v)) {
                missing++;
            } else {
                min = Math.min(min, v);
                max = Math.max(max, v);
                sum += v;
            }
        }
        boolean none = missing == b.count();
        // the same sum in the same order: equal to the last digit
        return b.missing() == missing
                && b.sum() == sum
                && (none ? Double.isNaN(b.min()) && Double.isNaN(b.max()) : b.min() == min && b.max() == max);
    }

    private boolean outlined(long mission, int channel, Outline finest) {
        Outline outline = finest;
        for (int level = 0; level < Outline.LEVELS && outline.count() > 0; level++) {
            List<OutlineMapper.Row> rows = outlines.rows(mission, List.of(channel), level, 0, Integer.MAX_VALUE);
            int part = 0;
            for (long from = 0; from < outline.count(); from += OutlineWriter.A_ROW, part++) {
                byte[] should = outline.part(from, Math.min(outline.count(), from + OutlineWriter.A_ROW))
                        .toBytes();
                if (part >= rows.size() || !Arrays.equals(should, rows.get(part).data())) {
                    return false;
                }
            }
            if (rows.size() != part) {
                return false;
            }
            if (level + 1 < Outline.LEVELS) {
                outline = outline.coarser();
            }
        }
        return true;
    }

    /** The number of the first disturbance that is not what the capture holds, from 1; 0 where all are, and no more. */
    public int firstOther(Mission m, List<Disturbance> decoded) {
        List<DisturbanceMapper.Row> stored = disturbances.all(m.id());
        for (int i = 0; i < decoded.size(); i++) {
            if (i >= stored.size() || !same(stored.get(i), DisturbanceStore.row(m.id(), i + 1, decoded.get(i)))) {
                return i + 1;
            }
        }
        return stored.size() > decoded.size() ? decoded.size() + 1 : 0;
    }

    /** As the database keeps it: durations and instants to the millisecond. */
    private static boolean same(DisturbanceMapper.Row is, DisturbanceMapper.Row should) {
        return is.seq() == should.seq()
                && is.kind().equals(should.kind())
                && is.channel() == should.channel()
                && is.startAt().toEpochMilli() == should.startAt().toEpochMilli()
                && is.durationMs().equals(Duration.ofMillis(should.durationMs().toMillis()))
                && is.extreme() == should.extreme()
                && is.halfPeriodNs() == should.halfPeriodNs()
                && is.valuesBefore() == should.valuesBefore()
                && Arrays.equals(is.halfPeriods(), should.halfPeriods());
    }
}
