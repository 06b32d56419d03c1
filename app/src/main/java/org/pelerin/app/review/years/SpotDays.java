package org.pelerin.app.review.years;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.UnreadableJudgementException;
import org.pelerin.app.missions.Housekeeping;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.Band;
import org.pelerin.core.stats.DayFigures;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionOperations;
import org.threeten.extra.Interval;

/**
 * What the missions of a spot came to day by day. Reckoned of each mission once for each version of what is assessed of it, and kept: what asks for years
 * reads a row a day.
 */
@Service
@RetriedOnDeadlock
public class SpotDays {

    private static final Logger LOG = LoggerFactory.getLogger(SpotDays.class);

    private final MissionQueries missions;
    private final MissionVersion versions;
    private final Evaluation evaluation;
    private final SeriesStore store;
    private final JudgedRecords records;
    private final DayMapper mapper;
    private final TransactionOperations transactions;

    SpotDays(
            MissionQueries missions,
            MissionVersion versions,
            Evaluation evaluation,
            SeriesStore store,
            JudgedRecords records,
            DayMapper mapper,
            TransactionOperations transactions) {
        this.missions = missions;
        this.versions = versions;
        this.evaluation = evaluation;
        this.store = store;
        this.records = records;
        this.mapper = mapper;
        this.transactions = transactions;
    }

    /**
     * A channel of a mission with its days.
     *
     * @param low the limits as they were when the mission was assessed, as {@code high}; null for none
     */
    public record Line(long mission, String label, String unit, Double low, Double high, List<DayFigures> days) {}

    /**
     * @param there the missions, the earliest first
     * @param waiting how many of them have yet to be reckoned
     * @param unread those of which something is damaged where it is kept
     */
    public record Found(List<Mission> there, List<Line> lines, int waiting, List<Long> unread) {}

    /**
     * Of all that began before a day, in the spot's zone. Those that have not been reckoned are, for as long as there is patience; each is kept by itself.
     *
     * @param from the first day, {@code to} exclusive
     */
    public Found of(long spot, ZoneId zone, LocalDate from, LocalDate to, Duration patience) {
        List<Mission> there = missions.recordedAt(
                spot, from.atStartOfDay(zone).toInstant(), to.atStartOfDay(zone).toInstant());
        if (there.isEmpty()) {
            return new Found(there, List.of(), 0, List.of());
        }
        List<Long> ids = there.stream().map(Mission::id).toList();
        Map<Long, Long> on = versions.judgedOn(ids);
        Map<Long, DayMapper.SetRow> kept =
                mapper.sets(ids).stream().collect(Collectors.toMap(DayMapper.SetRow::missionId, s -> s));
        long end = System.nanoTime() + patience.toNanos();
        int waiting = 0;
        List<Long> unread = new ArrayList<>();
        for (Mission m : there) {
            DayMapper.SetRow row = kept.get(m.id());
            boolean current = row != null
                    && row.judgedOn() == on.get(m.id())
                    && row.zone().equals(zone.getId());
            if (current) {
                continue;
            }
            if (System.nanoTime() > end) {
                waiting++;
            } else {
                try {
                    missions.find(m.id()).ifPresent(whole -> reckon(whole, on.get(m.id()), zone));
                } catch (DataAccessException | TransactionException e) {
                    throw e;
                } catch (RuntimeException e) {
                    // what is damaged in one record is no reason to keep silent about the others
                    LOG.warn("The days of mission {} could not be reckoned", m.id(), e);
                    unread.add(m.id());
                }
            }
        }
        return new Found(there, lines(ids, from, to), waiting, unread);
    }

    private List<Line> lines(List<Long> ids, LocalDate from, LocalDate to) {
        return mapper.lines(ids).stream()
                .map(l -> new Line(
                        l.missionId(),
                        l.label(),
                        l.unit(),
                        l.lowLimit(),
                        l.highLimit(),
                        PackedDays.unpack(l.days(), from, to)))
                .toList();
    }

    /** @param on the version, read before what it is the version of */
    private void reckon(Mission mission, long on, ZoneId zone) {
        Set<Integer> shown = Set.copyOf(SeriesTable.shownAtFirst(store.tables(mission)));
        Set<String> own = Housekeeping.of(mission.device().model());
        List<Series> series = store.load(mission);
        Limits limits = limits(mission, series);
        List<SampleSource> sources = records.of(mission, series).sources();
        List<DayMapper.LineRow> lines = new ArrayList<>();
        for (int c = 0; c < sources.size(); c++) {
            SampleSource source = sources.get(c);
            String label = source.channel().label();
            if (!shown.contains(c) || own.contains(label)) {
                continue;
            }
            Band band = limits.band(label);
            lines.add(new DayMapper.LineRow(
                    mission.id(),
                    c,
                    label,
                    source.channel().unit().symbol(),
                    band == null || Double.isInfinite(band.low()) ? null : band.low(),
                    band == null || Double.isInfinite(band.high()) ? null : band.high(),
                    PackedDays.pack(DayFigures.of(source, zone))));
        }
        transactions.executeWithoutResult(t -> {
            // its row is locked first, so that of two who reckon it one waits for the other
            mapper.set(new DayMapper.SetRow(mission.id(), on, zone.getId()));
            mapper.clearLines(mission.id());
            if (!lines.isEmpty()) {
                mapper.insertLines(lines);
            }
        });
    }

    private Limits limits(Mission mission, List<Series> series) {
        try {
            return evaluation
                    .judgement(mission)
                    .map(j -> evaluation.limits(mission, j))
                    .orElseGet(() -> evaluation.limits(
                            mission, series.stream().map(Series::channel).toList()));
        } catch (UnreadableJudgementException e) {
            return new Limits("", List.of());
        }
    }

    /** From the first to the last instant that were recorded there; empty where nothing is home. */
    public Optional<Interval> recorded(long spot) {
        return missions.spanRecordedAt(spot);
    }
}
