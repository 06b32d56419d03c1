package org.pelerin.app.collect.live;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.LoggerLink;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Orders that live readings be kept, and follows their progress. */
@Service
@RetriedOnDeadlock
public class LiveRecordings {

    /** Shorter than this a reading cannot be asked for reliably. */
    public static final Duration SHORTEST = Duration.ofSeconds(1);

    public static final Duration LONGEST = Duration.ofHours(1);

    private final LiveMapper recordings;
    private final Dock dock;
    private final AuditTrail audit;
    private final WorkOrders orders;
    private final Clock clock;

    LiveRecordings(LiveMapper recordings, Dock dock, AuditTrail audit, WorkOrders orders, Clock clock) {
        this.orders = orders;
        this.recordings = recordings;
        this.dock = dock;
        this.audit = audit;
        this.clock = clock;
    }

    public Optional<LiveRecording> find(long id) {
        return Optional.ofNullable(recordings.byId(id));
    }

    /** The one that is going on with a logger. */
    public Optional<LiveRecording> active(String serial) {
        return Optional.ofNullable(recordings.active(serial));
    }

    /**
     * The settings by which a logger's live readings are kept: its own plan's channels where it has one, else every channel that is
     * part of the logger itself, or all where there is none such.
     */
    public Plan settings(String serial, Duration every) {
        DockedLogger logger = dock.get(serial);
        LoggerModel model = logger.model();
        List<ChannelSettings> channels;
        if (logger.status().mission() != 0) {
            try (LoggerLink link = dock.open(serial)) {
                channels = link.readPlan().channels();
            }
        } else {
            boolean anyOwn = model.channels().stream().anyMatch(c -> !c.choosable());
            channels = IntStream.range(0, model.channels().size())
                    .mapToObj(i -> model.channels().get(i))
                    .map(c -> new ChannelSettings(!anyOwn || !c.choosable(), c.label(), null, null))
                    .toList();
        }
        return new Plan(model.id(), "LIVE", every, new StartCondition.Now(), new StopCondition.MemoryFull(), channels);
    }

    /** @param most how many readings at most, or null */
    @Transactional
    public long order(String serial, Plan plan, Long most, Long spotId, String by) {
        LiveMapper.Row row = new LiveMapper.Row(
                serial, PlanDocument.write("live recording", plan), plan.interval(), most, spotId, clock.instant(), by);
        recordings.insert(row);
        orders.order(LiveRecorder.KIND, row.id);
        audit.record(
                by,
                "record live",
                serial,
                "",
                Texts.stored(
                        "stored.liveRecordings.everyIntervalMost",
                        "interval",
                        plan.interval(),
                        "most",
                        (most == null ? "" : Texts.stored("stored.liveRecordings.mostTimes", "most", most))));
        return row.id;
    }

    @Transactional
    public void stop(long id, String by) {
        if (recordings.wantStop(id) > 0) {
            audit.record(
                    by, "stop live recording", Texts.stored("stored.liveRecordings.liveRecording", "id", id), "", "");
        }
    }

    /** All that is kept of a channel, by its label; nothing where it is over, as its readings are a mission then. */
    public LiveCurve curve(LiveRecording r, String channel) {
        Plan plan = PlanDocument.plan(r.settings());
        LoggerModel model = ModelCatalogue.get(plan.model());
        List<MeasuredChannel> channels = new RecordConverter(model, plan).channels();
        int at = IntStream.range(0, channels.size())
                .filter(i -> channels.get(i).label().equals(channel))
                .findFirst()
                .orElse(0);
        List<Double> values = new ArrayList<>();
        for (LiveMapper.Sample s : recordings.samples(r.id(), 0)) {
            while (values.size() < s.seq()) {
                values.add(Double.NaN);
            }
            values.add(LiveCounts.values(model, plan, LiveCounts.read(s.counts()))[at]);
        }
        return new LiveCurve(channels.get(at).label(), channels.get(at).unit(), r.everyMs(), values);
    }

    long kept(long id) {
        return recordings.kept(id);
    }

    List<LiveMapper.Sample> newest(LiveRecording r, int most) {
        return recordings.samples(r.id(), Math.max(0, recordings.nextSeq(r.id()) - most));
    }
}
