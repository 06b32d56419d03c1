package org.pelerin.app.review;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.Statistics;
import org.springframework.stereotype.Service;

/** Figures of a part of a mission, reckoned of what of it is judged; only the blocks of that part are read. */
@Service
public class RangeFigures {

    private final SeriesStore store;
    private final Evaluation evaluation;
    private final JudgedRecords records;

    RangeFigures(SeriesStore store, Evaluation evaluation, JudgedRecords records) {
        this.store = store;
        this.evaluation = evaluation;
        this.records = records;
    }

    /** Of all channels, between two instants in ms, both inclusive. */
    public List<JudgementDocument.Channel> of(Mission mission, long from, long to) {
        return of(mission, store.tables(mission), c -> true, from, to);
    }

    List<JudgementDocument.Channel> of(
            Mission mission, List<SeriesTable> tables, Predicate<Integer> wanted, long from, long to) {
        Instant begin = Instant.ofEpochMilli(from);
        Instant end = Instant.ofEpochMilli(Math.max(from, to) + 1);
        List<JudgementDocument.Channel> out = new ArrayList<>();
        for (SeriesTable table : tables) {
            long first = table.axis().indexAtOrAfter(from);
            long last = Math.max(first, table.axis().indexAtOrAfter(to + 1));
            // the sample before stands for the time up to the first
            List<Series> shown = store.window(mission, table.only(wanted), Math.max(0, first - 1), last);
            Limits limits = evaluation.limits(
                    mission, shown.stream().map(Series::channel).toList());
            for (SampleSource s : records.between(mission, shown, begin, end).sources()) {
                out.add(JudgementDocument.Channel.of(
                        Statistics.of(s, limits.band(s.channel().label()))));
            }
        }
        return out;
    }
}
