package org.pelerin.yard.logger;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.Preflight;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.PlanCodec;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.message.Status;

/**
 * A logger: firmware, flash, quartz and battery. It lives in steps: before anything is asked of it, {@link #runUntil}
 * makes up for the time gone by. Not thread-safe; the yard's lock guards it.
 */
public final class SimulatedLogger {

    private static final int MOST_EVENTS = 400;

    private final String serial;
    private final LoggerModel model;
    private final Firmware firmware;
    private DriftingClock clock;
    private Battery battery;
    private boolean sensorOpen;
    private LoggerState state = LoggerState.IDLE;
    private Plan plan;
    private int mission;
    private long writtenAt;
    private Long startAt;
    private Long firstSample;
    private LoggerMemory memory;
    private List<LoggerEvent> events = new ArrayList<>();
    private AlarmPanel alarms = AlarmPanel.NONE;
    private long lifetimeMissions;
    private long lifetimeSamples;

    /**
     * @param batteryUsed share of the charge already gone, 0…1
     * @param clockError ms by which its clock is wrong at first
     */
    public SimulatedLogger(
            String serial,
            LoggerModel model,
            Firmware firmware,
            double ppm,
            double batteryUsed,
            long clockError,
            Instant bornAt) {
        this.serial = serial;
        this.model = model;
        this.firmware = firmware;
        this.clock = new DriftingClock(bornAt.toEpochMilli(), bornAt.toEpochMilli() + clockError, ppm);
        this.battery = new Battery(model.capacity(), batteryUsed * model.capacity(), bornAt.toEpochMilli());
    }

    /** @param flash the stored image, or null if nothing was recorded */
    public static SimulatedLogger restore(LoggerSnapshot s, byte[] flash) {
        SimulatedLogger l = new SimulatedLogger(
                s.serial(),
                ModelCatalogue.get(s.model()),
                new Firmware(s.firmwareMajor(), s.firmwareMinor()),
                s.ppm(),
                0,
                0,
                Instant.ofEpochMilli(s.drainedUntilWorld()));
        l.clock = new DriftingClock(s.clockSetWorld(), s.clockSetDevice(), s.ppm());
        l.battery = new Battery(l.model.capacity(), s.usedCharge(), s.drainedUntilWorld());
        l.sensorOpen = s.sensorOpen();
        l.state = LoggerState.valueOf(s.state());
        l.mission = s.mission();
        l.writtenAt = s.writtenAtDevice();
        l.startAt = s.startAtDevice();
        l.firstSample = s.firstSampleDevice();
        l.lifetimeMissions = s.lifetimeMissions();
        l.lifetimeSamples = s.lifetimeSamples();
        for (String e : s.events()) {
            String[] parts = e.split("@");
            l.events.add(new LoggerEvent(
                    LoggerEvent.Kind.valueOf(parts[0]), Instant.ofEpochMilli(Long.parseLong(parts[1]))));
        }
        if (s.planBase64() != null) {
            l.plan = PlanCodec.decode(Base64.getDecoder().decode(s.planBase64()));
            l.alarms = AlarmPanel.of(l.plan);
            l.alarms.restore(s.alarms());
            l.memory = new LoggerMemory(
                    l.mission, l.plan.enabled().size(), l.plan.capacity(l.model), s.endRecord(), flash);
        }
        return l;
    }

    public LoggerSnapshot snapshot() {
        return new LoggerSnapshot(
                serial,
                model.id(),
                firmware.major(),
                firmware.minor(),
                clock.ppm(),
                clock.setWorld(),
                clock.setDevice(),
                battery.used(),
                battery.drainedUntil(),
                sensorOpen,
                state.name(),
                plan == null ? null : Base64.getEncoder().encodeToString(PlanCodec.encode(plan)),
                mission,
                writtenAt,
                startAt,
                firstSample,
                memory == null ? 0 : memory.endRecord(),
                events.stream().map(e -> e.kind() + "@" + e.at().toEpochMilli()).toList(),
                alarms.save(),
                lifetimeMissions,
                lifetimeSamples);
    }

    /** The flash as it is, or null while there is no mission. */
    public byte[] flash() {
        return memory == null ? null : memory.image();
    }

    public String serial() {
        return serial;
    }

    public LoggerModel model() {
        return model;
    }

    /** Lives until an instant of world time, measuring what the probe meets. */
    public void runUntil(Instant world, Probe probe) {
        long device = clock.device(world);
        if (state == LoggerState.WAITING && startAt != null && startAt <= device) {
            begin(startAt);
        }
        while (state == LoggerState.LOGGING) {
            long next = firstSample + memory.endRecord() * plan.interval().toMillis();
            if (next > device) {
                break;
            }
            Instant at = clock.world(next);
            battery.drain(Forecast.idleLoad(model), at);
            if (battery.flat()) {
                end(LoggerEvent.Kind.STOPPED_BATTERY, next);
                break;
            }
            record(next, at, probe);
        }
        battery.drain(Forecast.idleLoad(model), world);
    }

    private void record(long device, Instant world, Probe probe) {
        List<Integer> enabled = plan.enabled();
        short[] counts = new short[enabled.size()];
        for (int c = 0; c < counts.length; c++) {
            int channel = enabled.get(c);
            ChannelModel input = model.channels().get(channel);
            counts[c] = count(channel, probe, world);
            battery.spend(input.chargePerSample() / 1000);
            if (counts[c] != MissionPage.FAULT) {
                alarms.sample(channel, device, input.resolution().value(counts[c]), this::event);
            }
        }
        memory.append(counts);
        lifetimeSamples++;
        if (memory.endRecord() >= plan.lastRecord(model)) {
            boolean full = memory.endRecord() >= plan.capacity(model);
            end(full ? LoggerEvent.Kind.STOPPED_MEMORY_FULL : LoggerEvent.Kind.STOPPED_COUNT, device);
        }
    }

    private short count(int channel, Probe probe, Instant world) {
        ChannelModel input = model.channels().get(channel);
        double v = probe.measure(channel, world);
        return sensorOpen || !input.inRange(v)
                ? MissionPage.FAULT
                : (short) input.resolution().count(v);
    }

    private void begin(long device) {
        state = LoggerState.LOGGING;
        firstSample = device;
        startAt = null;
        event(LoggerEvent.Kind.STARTED, device);
    }

    private void end(LoggerEvent.Kind why, long device) {
        state = LoggerState.ENDED;
        startAt = null;
        event(why, device);
    }

    private void event(LoggerEvent.Kind kind, long device) {
        if (events.size() < MOST_EVENTS || kind.name().startsWith("STOPPED")) {
            events.add(new LoggerEvent(kind, Instant.ofEpochMilli(device)));
        }
    }

    // What a hand can do

    /** A short press starts a waiting logger and marks an instant on a running one. */
    public void press(Instant world) {
        long device = clock.device(world);
        if (state == LoggerState.WAITING) {
            begin(device);
        } else if (state == LoggerState.LOGGING) {
            event(LoggerEvent.Kind.MARKER, device);
        }
    }

    /** A long press stops it. */
    public void hold(Instant world) {
        if (state.running()) {
            end(LoggerEvent.Kind.STOPPED_BY_BUTTON, clock.device(world));
        }
    }

    public void openSensor(boolean open) {
        sensorOpen = open;
    }

    public void flatten() {
        battery.flatten();
    }

    public void disturbClock(Instant world, long millis) {
        clock = clock.set(world, Instant.ofEpochMilli(clock.device(world) + millis));
    }

    /** What its lamp shows, in plain words. */
    public String lamp() {
        if (battery.flat()) {
            return "dark";
        }
        return switch (state) {
            case IDLE -> "dark";
            case WAITING -> "green, slow";
            case LOGGING -> alarms.raised() ? "red, blinking" : "green, blinking";
            case ENDED -> alarms.raised() ? "red, steady" : "both, steady";
        };
    }

    // What the protocol asks

    public Identity identify() {
        return new Identity(serial, model.id(), firmware, lifetimeMissions, lifetimeSamples);
    }

    public Status status(Instant world) {
        return new Status(
                state,
                (int) Math.round(battery.left() * 1000),
                clock(world),
                plan == null ? 0 : mission,
                memory == null ? 0 : memory.endRecord() - memory.firstRecord(),
                plan == null ? model.memoryValues() : plan.capacity(model),
                alarms.raised(),
                plan == null ? "" : plan.loggerName());
    }

    public LiveReading live(Instant world, Probe probe) {
        List<Integer> counts = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            counts.add((int) count(i, probe, world));
        }
        return new LiveReading(clock(world), counts);
    }

    public Instant clock(Instant world) {
        return Instant.ofEpochMilli(clock.device(world));
    }

    public void setClock(Instant world, Instant reference) {
        refuseWhileRunning();
        clock = clock.set(world, reference);
    }

    public void writePlan(Instant world, Plan wanted) {
        refuseWhileRunning();
        if (plan != null && memory.endRecord() > 0) {
            throw new RefusedException(
                    Refusal.UNCOLLECTED, "It holds " + (memory.endRecord() - memory.firstRecord()) + " records");
        }
        long device = clock.device(world);
        validate(wanted, Instant.ofEpochMilli(device));
        plan = wanted;
        mission = mission % 0xffff + 1;
        lifetimeMissions++;
        writtenAt = device;
        events = new ArrayList<>();
        firstSample = null;
        memory = new LoggerMemory(mission, plan.enabled().size(), plan.capacity(model));
        alarms = AlarmPanel.of(plan);
        state = LoggerState.WAITING;
        startAt = startAt(plan.start(), device);
    }

    private void validate(Plan wanted, Instant device) {
        if (!wanted.model().equals(model.id())
                || wanted.channels().size() != model.channels().size()) {
            throw new RefusedException(Refusal.INVALID_PLAN, "The plan is for another model");
        }
        Preflight.ofSettings(model, wanted, device).stream()
                .filter(Conflict::blocking)
                .findFirst()
                .ifPresent(c -> {
                    throw new RefusedException(Refusal.INVALID_PLAN, c.message());
                });
    }

    private static Long startAt(StartCondition start, long device) {
        if (start instanceof StartCondition.At at) {
            return at.instant().toEpochMilli();
        }
        if (start instanceof StartCondition.After after) {
            return device + after.delay().toMillis();
        }
        return start instanceof StartCondition.Now ? device : null;
    }

    public Plan readPlan() {
        if (plan == null) {
            throw new RefusedException(Refusal.NO_PLAN, "It has no plan");
        }
        return plan;
    }

    public void start(Instant world) {
        if (state != LoggerState.WAITING) {
            throw new RefusedException(Refusal.NOT_WAITING, "It is not waiting for a start");
        }
        begin(clock.device(world));
    }

    public void stop(Instant world) {
        if (!state.running()) {
            throw new RefusedException(Refusal.NOT_WAITING, "It is not running");
        }
        end(LoggerEvent.Kind.STOPPED_BY_LINK, clock.device(world));
    }

    public List<MissionInfo> missions() {
        return plan == null
                ? List.of()
                : List.of(new MissionInfo(
                        mission,
                        state,
                        memory.firstRecord(),
                        memory.endRecord(),
                        memory.firstPage(),
                        memory.endPage()));
    }

    public byte[] header(int number) {
        need(number);
        return new MissionHeader(
                        serial,
                        mission,
                        plan,
                        Instant.ofEpochMilli(writtenAt),
                        firstSample == null ? null : Instant.ofEpochMilli(firstSample),
                        events)
                .encode();
    }

    public byte[] page(int number, long page) {
        need(number);
        return memory.page(page);
    }

    public void erase(EraseRequest request) {
        need(request.mission());
        refuseWhileRunning();
        if (request.endRecord() != memory.endRecord()) {
            throw new RefusedException(Refusal.PROOF_WRONG, "It holds other records than those named");
        }
        if (!request.discard()) {
            List<byte[]> pages = new ArrayList<>();
            for (long p = memory.firstPage(); p < memory.endPage(); p++) {
                pages.add(memory.page(p));
            }
            if (EraseRequest.crc(pages) != request.pagesCrc()) {
                throw new RefusedException(Refusal.PROOF_WRONG, "The pages held differ from those in memory");
            }
        }
        plan = null;
        memory = null;
        state = LoggerState.IDLE;
        events = new ArrayList<>();
        alarms = AlarmPanel.NONE;
        firstSample = null;
    }

    private void need(int number) {
        if (plan == null || number != mission) {
            throw new RefusedException(Refusal.NO_SUCH_MISSION, "There is no mission " + number + " in memory");
        }
    }

    private void refuseWhileRunning() {
        if (state.running()) {
            throw new RefusedException(Refusal.RUNNING, "It is running; stop it first");
        }
    }
}
