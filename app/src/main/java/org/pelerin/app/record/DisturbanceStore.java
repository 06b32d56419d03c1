package org.pelerin.app.record;

import java.nio.ByteBuffer;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.ClockCorrection;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Disturbances of the mains in the database, a row each: a logger keeps some thousand at the most. */
@Service
@RetriedOnDeadlock
public class DisturbanceStore {

    private final DisturbanceMapper mapper;
    private final SeriesStore series;

    DisturbanceStore(DisturbanceMapper mapper, SeriesStore series) {
        this.mapper = mapper;
        this.series = series;
    }

    /**
     * Stores what a mission has after so many that it has already; what was stored after those is replaced.
     *
     * @param before 0 for all
     */
    @Transactional
    public void store(long missionId, int before, List<Disturbance> disturbances) {
        // looked up first, as for series
        if (mapper.count(missionId) > before) {
            mapper.deleteAfter(missionId, before);
        }
        int seq = before;
        for (Disturbance d : disturbances) {
            mapper.insert(row(missionId, ++seq, d));
        }
    }

    static DisturbanceMapper.Row row(long missionId, int seq, Disturbance d) {
        return new DisturbanceMapper.Row(
                missionId,
                seq,
                d.kind().name(),
                d.channel(),
                d.start(),
                d.duration(),
                d.extreme(),
                d.halfPeriod().toNanos(),
                d.before(),
                bytes(d.values()));
    }

    public int count(Mission mission) {
        return mapper.count(mission.id());
    }

    /** In order of time, which is corrected as the mission's is. */
    private List<Disturbance> first(Mission mission, int limit) {
        ClockCorrection correction = mission.records().clockCorrected() ? series.clock(mission) : ClockCorrection.NONE;
        return mapper.first(mission.id(), limit).stream()
                .map(r -> disturbance(r, correction))
                .toList();
    }

    /** As pages tell them. */
    public List<DisturbanceRow> rows(Mission mission, int limit) {
        Plan plan = PlanDocument.plan(mission.copy().settings());
        return first(mission, limit).stream()
                .map(d -> DisturbanceRow.of(d, plan))
                .toList();
    }

    private static Disturbance disturbance(DisturbanceMapper.Row r, ClockCorrection correction) {
        return new Disturbance(
                Disturbance.Kind.valueOf(r.kind()),
                r.channel(),
                Instant.ofEpochMilli(correction.correctMillis(r.startAt().toEpochMilli())),
                r.durationMs(),
                r.extreme(),
                Duration.ofNanos(r.halfPeriodNs()),
                r.valuesBefore(),
                values(r.halfPeriods()));
    }

    private static byte[] bytes(List<Double> values) {
        ByteBuffer out = ByteBuffer.allocate(values.size() * Float.BYTES);
        values.forEach(v -> out.putFloat(v.floatValue()));
        return out.array();
    }

    private static List<Double> values(byte[] bytes) {
        ByteBuffer in = ByteBuffer.wrap(bytes);
        List<Double> out = new ArrayList<>();
        while (in.hasRemaining()) {
            out.add((double) in.getFloat());
        }
        return out;
    }
}
