package org.pelerin.app.report.dossier;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.record.DisturbanceRow;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.link.capture.Capture;

/** A record of a few samples, with all that documents tell of it. */
public final class SampleDossier {

    public static final Instant START = Instant.parse("2026-10-25T00:30:00Z");
    public static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private SampleDossier() {}

    public static Dossier of(double... values) {
        return of(List.of(), values);
    }

    public static Dossier of(List<DisturbanceRow> disturbances, double... values) {
        Mission mission = new Mission(
                9,
                new Mission.Device(7, "PL-18033", "alder-t1", 1),
                MissionState.COLLECTED,
                new Mission.Copy("Vault, \"cold\"", 2, "{}"),
                new Mission.Place(3L, "Käse / Réserve 1", "Ostrel", "Europe/Paris"),
                new Mission.Course(START, "tech", START, null, null),
                new Mission.Records(START, "tech", null, START, START, 4L, 4L, true, "within", false, null),
                "");
        Plan plan = new Plan(
                "alder-t1",
                "X",
                Duration.ofMinutes(30),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air, left", new Alarm(14, Duration.ofHours(1), true), null)));
        Series air = Series.of(
                Channel.of("Air, left", "°C"), TimeAxis.of(START, Duration.ofMinutes(30), values.length), values, null);
        JudgementDocument judgement = new JudgementDocument("within", List.of(), List.of(), List.of(), 100, List.of());
        StoredCapture capture = new StoredCapture(
                new Capture(new byte[0], List.of(), 0),
                Duration.ofMillis(-1_250),
                START,
                true,
                0,
                "ab".repeat(32),
                4,
                java.util.Set.of());
        return new Dossier(
                mission,
                "Alder T1",
                PARIS,
                plan,
                plan.limits(),
                new InForce(plan.limits(), null, LimitsSource.ALARMS, false, null, "", ""),
                judgement,
                "cd".repeat(32),
                Dossier.Evidence.of(capture, capture.sha256(), mission, ""),
                List.of(air),
                disturbances,
                null,
                org.pelerin.app.missions.documentation.MissionNote.NONE,
                List.of(),
                List.of(),
                Dossier.Particulars.NONE);
    }
}
