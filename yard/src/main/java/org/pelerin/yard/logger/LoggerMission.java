package org.pelerin.yard.logger;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.ChangesPage;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PlanCodec;

/** One mission on a logger: it waits for its start, records and ends. Times are the logger's own, in ms. */
final class LoggerMission {

    private static final int MOST_EVENTS = 400;

    /** What the logger it runs on lends it. */
    record Body(Battery battery, Probe probe, boolean sensorOpen) {}

    private final LoggerModel model;
    private final int number;
    private final Plan plan;
    /** When its clock was last set before it began. */
    private long writtenAt;

    private final Measuring measuring;
    private final AlarmPanel alarms;
    private final LoggerMemory memory;
    private final List<LoggerEvent> events = new ArrayList<>();
    private final List<Integer> changing;
    private final double standingLoad;
    private final double chargePerScan;
    private LoggerState state = LoggerState.WAITING;
    private Long startAt;
    private Long firstSample;
    private Long nextWatch;
    private ScanSum scans;
    private ScanSum second;
    private MainsWatch mains;
    private long changesUntil;
    private long lastRecord;
    /** By which it counts: that of the logger when it was written, whatever that is set to afterwards. */
    private DriftingClock ticks;

    /** @param model with the memory that it may use */
    LoggerMission(LoggerModel model, int number, Plan plan, long writtenAt, DriftingClock ticks) {
        this.model = model;
        this.number = number;
        this.plan = plan;
        this.writtenAt = writtenAt;
        this.ticks = ticks;
        this.changing = plan.changes(model);
        this.measuring = Measuring.of(model, plan);
        this.alarms = AlarmPanel.of(plan, changing);
        this.memory = new LoggerMemory(number, model, plan);
        this.standingLoad = Forecast.standingLoad(model, plan);
        this.chargePerScan = Forecast.chargePerScan(model, plan);
        this.scans = plan.scan() == null ? null : new ScanSum(plan.enabled().size());
        this.second =
                plan.second().isEmpty() ? null : new ScanSum(plan.enabled().size());
        this.nextWatch = writtenAt;
        this.startAt = startAt(plan.start(), writtenAt);
    }

    /** @param model with the memory that it may use */
    static LoggerMission restore(LoggerModel model, LoggerSnapshot.MissionSnapshot s, byte[] flash, double ppm) {
        Plan plan = PlanCodec.decode(Base64.getDecoder().decode(s.planBase64()));
        LoggerMission m = new LoggerMission(
                model,
                s.number(),
                plan,
                s.writtenAtDevice(),
                new DriftingClock(s.ticksSetWorld(), s.ticksSetDevice(), ppm));
        m.state = LoggerState.valueOf(s.state());
        m.startAt = s.startAtDevice();
        m.firstSample = s.firstSampleDevice();
        m.nextWatch = s.nextWatchDevice();
        m.memory.restore(s.ends(), flash);
        if (m.scans != null) {
            m.scans.restore(s.scans());
        }
        if (m.second != null) {
            m.second.restore(s.secondScans());
        }
        s.events().forEach(e -> m.events.add(event(e)));
        m.alarms.restore(s.alarms());
        if (m.firstSample != null) {
            m.lastRecord = plan.lastRecord(model, Instant.ofEpochMilli(m.firstSample));
            m.watchMains(m.firstSample);
        }
        m.changesUntil = s.changesUntilDevice();
        if (m.mains != null) {
            m.mains.restore(s.mains());
        }
        return m;
    }

    LoggerSnapshot.MissionSnapshot snapshot() {
        return new LoggerSnapshot.MissionSnapshot(
                number,
                state.name(),
                Base64.getEncoder().encodeToString(PlanCodec.encode(plan)),
                writtenAt,
                startAt,
                firstSample,
                nextWatch,
                memory.ends(),
                scans == null ? null : scans.save(),
                second == null ? null : second.save(),
                changesUntil,
                ticks.setWorld(),
                ticks.setDevice(),
                mains == null ? null : mains.save(),
                events.stream().map(LoggerMission::save).toList(),
                alarms.save());
    }

    private static LoggerEvent event(String saved) {
        String[] parts = saved.split("@");
        return new LoggerEvent(
                LoggerEvent.Kind.valueOf(parts[0]),
                Instant.ofEpochMilli(Long.parseLong(parts[1])),
                Integer.parseInt(parts[2]),
                Integer.parseInt(parts[3]));
    }

    private static String save(LoggerEvent e) {
        return e.kind() + "@" + e.at().toEpochMilli() + "@" + e.channel() + "@" + e.level();
    }

    private static Long startAt(StartCondition start, long device) {
        if (start instanceof StartCondition.At at) {
            return at.instant().toEpochMilli();
        }
        if (start instanceof StartCondition.After after) {
            return device + after.delay().toMillis();
        }
        if (start instanceof StartCondition.OnInterval interval) {
            return interval.next(Instant.ofEpochMilli(device)).toEpochMilli();
        }
        return start instanceof StartCondition.Now ? device : null;
    }

    Plan plan() {
        return plan;
    }

    int number() {
        return number;
    }

    /** Records that fit into the memory it may use. */
    long capacity() {
        return plan.capacity(model);
    }

    LoggerState state() {
        return state;
    }

    AlarmPanel alarms() {
        return alarms;
    }

    LoggerMemory memory() {
        return memory;
    }

    double standingLoad() {
        return standingLoad;
    }

    /** What it counts at an instant of the world. */
    long counted(Instant world) {
        return ticks.device(world);
    }

    /** The clock jumped, and nothing in the logger noticed. */
    void jump(Instant world, long millis) {
        ticks = ticks.jumped(world, millis);
    }

    /** The clock was set: one that waits goes by it, one that has begun counts on as before and notes what it read and reads. */
    void clockSet(long before, DriftingClock to) {
        if (state != LoggerState.WAITING) {
            event(new LoggerEvent(LoggerEvent.Kind.CLOCK_BEFORE, Instant.ofEpochMilli(before)));
            event(new LoggerEvent(LoggerEvent.Kind.CLOCK_AFTER, Instant.ofEpochMilli(to.setDevice())));
            return;
        }
        long shift = to.setDevice() - before;
        ticks = to;
        writtenAt = to.setDevice();
        nextWatch += shift;
        if (plan.start() instanceof StartCondition.After) {
            startAt += shift;
        }
    }

    /** When its clock was last set, on that clock. */
    long lastSet() {
        return events.stream()
                .filter(e -> e.kind() == LoggerEvent.Kind.CLOCK_AFTER)
                .mapToLong(e -> e.at().toEpochMilli())
                .reduce((a, b) -> b)
                .orElse(writtenAt);
    }

    /** Lives until an instant of its own counting. */
    void runUntil(long device, Body body) {
        if (state == LoggerState.WAITING) {
            waitUntil(device, body);
        }
        while (state == LoggerState.LOGGING) {
            long next = nextScan();
            if (next > device) {
                between(device, body);
                break;
            }
            between(next, body);
            if (state != LoggerState.LOGGING) {
                break;
            }
            Instant at = ticks.world(next);
            body.battery.drain(standingLoad, at);
            if (body.battery.flat()) {
                end(LoggerEvent.Kind.STOPPED_BATTERY, next);
                break;
            }
            noteBattery(next, body);
            scan(next, at, body);
        }
    }

    private void noteBattery(long device, Body body) {
        if (body.battery.low() && events.stream().noneMatch(e -> e.kind() == LoggerEvent.Kind.BATTERY_LOW)) {
            event(new LoggerEvent(LoggerEvent.Kind.BATTERY_LOW, Instant.ofEpochMilli(device)));
        }
    }

    /** Waits for its start, looking at the watched channel once an interval where it waits for a value. */
    private void waitUntil(long device, Body body) {
        if (startAt != null && startAt <= device) {
            begin(startAt, body);
            return;
        }
        if (!(plan.start() instanceof StartCondition.OnThreshold threshold)) {
            return;
        }
        int watched = plan.enabled().indexOf(threshold.channel());
        while (nextWatch <= device && state == LoggerState.WAITING) {
            Instant at = ticks.world(nextWatch);
            body.battery.drain(standingLoad, at);
            body.battery.spend(chargePerScan);
            if (body.battery.flat()) {
                return;
            }
            double[] values = measuring.values(counts(at, body));
            if (threshold.metBy(values[watched])) {
                begin(nextWatch, body);
            }
            nextWatch += plan.interval().toMillis();
        }
    }

    private int[] counts(Instant world, Body body) {
        return measuring.counts(body.probe, world, body.battery.left(), body.sensorOpen);
    }

    private long nextScan() {
        long record = firstSample + memory.endRecord() * plan.interval().toMillis();
        return scans == null ? record : record + scans.scans() * plan.scan().toMillis();
    }

    /** Follows what happens between scans: contacts and the mains. */
    private void between(long device, Body body) {
        if (mains != null) {
            mains.runUntil(device, ticks, body.probe, memory::disturbance);
        }
        if (!changing.isEmpty() && device > changesUntil) {
            contacts(device, body);
        }
    }

    private void contacts(long device, Body body) {
        List<ChangesPage.Change> found = new ArrayList<>();
        Instant from = ticks.world(changesUntil);
        for (int channel : changing) {
            for (Probe.ContactChange c : body.probe.changes(channel, from, ticks.world(device))) {
                long at = Math.max(changesUntil, ticks.device(c.at()));
                found.add(new ChangesPage.Change(at, channel, c.closed() ? 1 : 0));
            }
        }
        found.sort(java.util.Comparator.comparingLong(ChangesPage.Change::at));
        for (ChangesPage.Change change : found) {
            if (state == LoggerState.LOGGING) {
                change(change);
            }
        }
        alarms.hold(device, this::event);
        changesUntil = device;
    }

    private void change(ChangesPage.Change change) {
        alarms.hold(change.at(), this::event);
        alarms.sample(change.channel(), change.at(), value(change), this::event);
        memory.change(change);
        if (memory.full() && !(plan.stop() instanceof StopCondition.Wrap)) {
            end(LoggerEvent.Kind.STOPPED_MEMORY_FULL, change.at());
        }
    }

    /** In the unit shown, as the limits are. */
    private double value(ChangesPage.Change change) {
        return measuring.value(plan.enabled().indexOf(change.channel()), change.value());
    }

    private void scan(long device, Instant world, Body body) {
        int[] counts = counts(world, body);
        body.battery.spend(chargePerScan);
        long done = firstSample + memory.endRecord() * plan.interval().toMillis();
        if (second != null) {
            second.add(counts);
        }
        if (scans == null) {
            record(device, device, counts, counts);
        } else {
            scans.add(counts);
            if (scans.scans() == plan.interval().dividedBy(plan.scan())) {
                int[] kept = scans.record();
                int[] means = new int[counts.length];
                Arrays.setAll(means, c -> kept[Plan.SCAN_VALUES * c]);
                scans = new ScanSum(counts.length);
                record(done, device, kept, means);
            }
        }
        secondRecord(counts.length);
    }

    /** A record of the second table is complete with the last scan of its interval. */
    private void secondRecord(int channels) {
        if (second == null) {
            return;
        }
        long perRecord = plan.second().orElseThrow().dividedBy(plan.scan() == null ? plan.interval() : plan.scan());
        if (second.scans() == perRecord) {
            memory.secondRecord(second.record());
            second = new ScanSum(channels);
        }
    }

    /**
     * @param device the record's time
     * @param done when it was complete: later, where it was scanned
     * @param looked counts that the alarms look at, one a channel
     */
    private void record(long device, long done, int[] kept, int[] looked) {
        double[] values = measuring.values(looked);
        List<Integer> enabled = plan.enabled();
        for (int c = 0; c < values.length; c++) {
            if (!changing.contains(enabled.get(c))) {
                alarms.sample(enabled.get(c), device, values[c], this::event);
            }
        }
        memory.record(kept);
        if (memory.endRecord() >= lastRecord) {
            boolean timed = plan.stop() instanceof StopCondition.At || plan.stop() instanceof StopCondition.AfterTime;
            end(
                    memory.endRecord() >= plan.capacity(model)
                            ? LoggerEvent.Kind.STOPPED_MEMORY_FULL
                            : timed ? LoggerEvent.Kind.STOPPED_TIME : LoggerEvent.Kind.STOPPED_COUNT,
                    done);
        }
    }

    /** Starts it at an instant of its clock. */
    void begin(long device, Body body) {
        state = LoggerState.LOGGING;
        firstSample = device;
        lastRecord = plan.lastRecord(model, Instant.ofEpochMilli(device));
        startAt = null;
        event(new LoggerEvent(LoggerEvent.Kind.STARTED, Instant.ofEpochMilli(device)));
        watchMains(device);
        changesUntil = device;
        int[] counts = changing.isEmpty() ? null : counts(ticks.world(device), body);
        for (int channel : changing) {
            int count = counts[plan.enabled().indexOf(channel)];
            boolean open = count == org.pelerin.link.message.MissionPage.FAULT;
            change(new ChangesPage.Change(device, channel, open ? ChangesPage.OPEN : count));
        }
    }

    private void watchMains(long from) {
        mains = MainsWatch.has(model) ? MainsWatch.of(model, plan, from) : null;
    }

    void end(LoggerEvent.Kind why, long device) {
        state = LoggerState.ENDED;
        startAt = null;
        event(new LoggerEvent(why, Instant.ofEpochMilli(device)));
    }

    void mark(long device) {
        event(new LoggerEvent(LoggerEvent.Kind.MARKER, Instant.ofEpochMilli(device)));
    }

    private void event(LoggerEvent event) {
        if (events.size() < MOST_EVENTS || event.kind().stop() || event.kind().clock()) {
            events.add(event);
        }
    }

    MissionInfo info() {
        return new MissionInfo(number, state, memory.firstRecord(), memory.endRecord(), memory.parts());
    }

    byte[] header(String serial) {
        return new MissionHeader(
                        serial,
                        number,
                        plan,
                        Instant.ofEpochMilli(writtenAt),
                        firstSample == null ? null : Instant.ofEpochMilli(firstSample),
                        events)
                .encode();
    }
}
