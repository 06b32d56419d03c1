package org.pelerin.app.review;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.CountedChannels;
import org.pelerin.app.missions.Housekeeping;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.model.Input;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.ContactFigures;
import org.pelerin.core.stats.CountFigures;
import org.pelerin.core.stats.Statistics;
import org.springframework.stereotype.Service;

/** Figures of a part of a mission, reckoned of what of it is judged; only the blocks of that part are read. */
@Service
public class RangeFigures {

    /** The end of the year 9999. */
    private static final long END_OF_TIME = 253_402_300_799_000L;

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

    /** Of the channels that its page shows at first, but for what the logger records of itself. */
    public List<JudgementDocument.Channel> ofShown(Mission mission, long from, long to) {
        List<SeriesTable> tables = store.tables(mission);
        Set<Integer> shown = Set.copyOf(SeriesTable.shownAtFirst(tables));
        Set<String> own = Housekeeping.of(mission.device().model());
        return of(mission, tables, shown::contains, from, to).stream()
                .filter(c -> !own.contains(c.channel()))
                .toList();
    }

    /** Of contacts and meters alone, over all that is judged. */
    public Counted counted(Mission mission, ZoneId zone) {
        return CountedChannels.of(mission).isEmpty()
                ? new Counted(List.of(), List.of())
                : counted(mission, store.tables(mission), c -> true, 0, END_OF_TIME, zone);
    }

    /** Of contacts and meters alone, with instants inclusive. */
    public Counted counted(
            Mission mission, List<SeriesTable> tables, Predicate<Integer> wanted, long from, long to, ZoneId zone) {
        Map<String, Input> kinds = CountedChannels.of(mission);
        List<ContactFigures> contacts = new ArrayList<>();
        List<CountFigures> meters = new ArrayList<>();
        for (SampleSource s : sources(mission, tables, wanted, kinds.keySet()::contains, from, to)) {
            if (kinds.get(s.channel().label()) == Input.CONTACT) {
                contacts.add(ContactFigures.of(s));
            } else {
                meters.add(CountFigures.of(s, zone));
            }
        }
        return new Counted(contacts, meters);
    }

    List<JudgementDocument.Channel> of(
            Mission mission, List<SeriesTable> tables, Predicate<Integer> wanted, long from, long to) {
        List<JudgementDocument.Channel> out = new ArrayList<>();
        List<SampleSource> sources = sources(mission, tables, wanted, label -> true, from, to);
        Limits limits = evaluation.limits(
                mission, sources.stream().map(SampleSource::channel).toList());
        for (SampleSource s : sources) {
            out.add(JudgementDocument.Channel.of(
                    Statistics.of(s, limits.band(s.channel().label()))));
        }
        return out;
    }

    private List<SampleSource> sources(
            Mission mission,
            List<SeriesTable> tables,
            Predicate<Integer> wanted,
            Predicate<String> labelled,
            long from,
            long to) {
        Instant begin = Instant.ofEpochMilli(from);
        Instant end = Instant.ofEpochMilli(Math.max(from, to) + 1);
        List<SampleSource> out = new ArrayList<>();
        for (SeriesTable table : tables) {
            long first = table.axis().indexAtOrAfter(from);
            long last = Math.max(first, table.axis().indexAtOrAfter(to + 1));
            // the sample before stands for the time up to the first
            SeriesTable read = table.only(c -> wanted.test(c)
                    && labelled.test(table.labels().get(table.channels().indexOf(c))));
            List<Series> shown = store.window(mission, read, Math.max(0, first - 1), last);
            out.addAll(records.between(mission, shown, begin, end).sources());
        }
        return out;
    }
}
