package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.StartKind;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.Preflight;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.FirmwarePackage;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PlanCodec;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.message.Spectrum;
import org.pelerin.link.message.Status;

/**
 * A logger: firmware, flash, quartz and battery. It lives in steps: before anything is asked of it, {@link #runUntil}
 * makes up for the time gone by. Not thread-safe; the yard's lock guards it.
 */
public final class SimulatedLogger {

    private static final int MOST_EVENTS = 400;
    private static final double LEAST_FOR_FIRMWARE = 0.3;

    private final String serial;
    private final LoggerModel model;
    private Firmware firmware;
    private DriftingClock clock;
    private Battery battery;
    private boolean sensorOpen;
    private LoggerState state = LoggerState.IDLE;
    private Plan plan;
    private int mission;
    private long writtenAt;
    private Long startAt;
    private Long firstSample;
    private Long nextWatch;
    private Measuring measuring;
    private ScanSum scans;
    private double standingLoad;
    private double chargePerScan;
    private long lastRecord;
    private String pin = "";
    private String tried = "";
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
        this.battery = new Battery(
                model.power().capacity(), batteryUsed * model.power().capacity(), bornAt.toEpochMilli());
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
        l.battery = new Battery(l.model.power().capacity(), s.usedCharge(), s.drainedUntilWorld());
        l.sensorOpen = s.sensorOpen();
        l.state = LoggerState.valueOf(s.state());
        l.mission = s.mission();
        l.writtenAt = s.writtenAtDevice();
        l.startAt = s.startAtDevice();
        l.firstSample = s.firstSampleDevice();
        l.nextWatch = s.nextWatchDevice();
        l.pin = s.pin() == null ? "" : s.pin();
        l.lifetimeMissions = s.lifetimeMissions();
        l.lifetimeSamples = s.lifetimeSamples();
        s.events().forEach(e -> l.events.add(event(e)));
        if (s.planBase64() != null) {
            l.take(PlanCodec.decode(Base64.getDecoder().decode(s.planBase64())));
            l.alarms.restore(s.alarms());
            l.memory = new LoggerMemory(
                    l.mission,
                    l.plan.valuesPerRecord(),
                    l.model.wideCounts(),
                    l.plan.capacity(l.model),
                    s.endRecord(),
                    flash);
        }
        return l;
    }

    private static LoggerEvent event(String saved) {
        String[] parts = saved.split("@");
        return new LoggerEvent(
                LoggerEvent.Kind.valueOf(parts[0]),
                Instant.ofEpochMilli(Long.parseLong(parts[1])),
                parts.length > 2 ? Integer.parseInt(parts[2]) : LoggerEvent.NO_CHANNEL,
                parts.length > 3 ? Integer.parseInt(parts[3]) : 0);
    }

    private static String save(LoggerEvent e) {
        return e.kind() + "@" + e.at().toEpochMilli() + "@" + e.channel() + "@" + e.level();
    }

    private void take(Plan wanted) {
        plan = wanted;
        measuring = Measuring.of(model, plan);
        scans = plan.scan() == null ? null : new ScanSum(plan.enabled().size());
        alarms = AlarmPanel.of(plan);
        standingLoad = Forecast.standingLoad(model, plan);
        chargePerScan = Forecast.chargePerScan(model, plan);
        lastRecord = plan.lastRecord(model, firstSample == null ? null : Instant.ofEpochMilli(firstSample));
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
                nextWatch,
                pin,
                memory == null ? 0 : memory.endRecord(),
                events.stream().map(SimulatedLogger::save).toList(),
                alarms.save(),
                lifetimeMissions,
                lifetimeSamples);
    }

    /** The flash as it is, or null while there is no mission. */
    public byte[] flash() {
        return memory == null ? null : memory.image();
    }

    /** Changes whenever the flash does. */
    public long flashStamp() {
        return memory == null ? -1 : ((long) mission << 40) + memory.endRecord();
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
        if (state == LoggerState.WAITING) {
            waitUntil(device, probe);
        }
        while (state == LoggerState.LOGGING) {
            long next = nextScan();
            if (next > device) {
                break;
            }
            Instant at = clock.world(next);
            battery.drain(standingLoad, at);
            if (battery.flat()) {
                end(LoggerEvent.Kind.STOPPED_BATTERY, next);
                break;
            }
            scan(next, at, probe);
        }
        boolean working = plan != null && state.running();
        battery.drain(working ? standingLoad : Forecast.idleLoad(model), world);
    }

    /** Waits for its start, looking at the watched channel once an interval where it waits for a value. */
    private void waitUntil(long device, Probe probe) {
        if (startAt != null && startAt <= device) {
            begin(startAt);
            return;
        }
        if (!(plan.start() instanceof StartCondition.OnThreshold threshold)) {
            return;
        }
        int watched = plan.enabled().indexOf(threshold.channel());
        while (nextWatch <= device && state == LoggerState.WAITING) {
            Instant at = clock.world(nextWatch);
            battery.drain(standingLoad, at);
            battery.spend(chargePerScan);
            if (battery.flat()) {
                return;
            }
            double[] values = measuring.values(measuring.counts(probe, at, battery.left(), sensorOpen));
            if (threshold.metBy(values[watched])) {
                begin(nextWatch);
            }
            nextWatch += plan.interval().toMillis();
        }
    }

    private long nextScan() {
        long record = firstSample + memory.endRecord() * plan.interval().toMillis();
        return scans == null ? record : record + scans.scans() * plan.scan().toMillis();
    }

    private void scan(long device, Instant world, Probe probe) {
        int[] counts = measuring.counts(probe, world, battery.left(), sensorOpen);
        battery.spend(chargePerScan);
        if (scans == null) {
            record(device, device, counts, counts);
            return;
        }
        scans.add(counts);
        if (scans.scans() == plan.interval().dividedBy(plan.scan())) {
            int[] kept = scans.record();
            int[] means = new int[counts.length];
            Arrays.setAll(means, c -> kept[Plan.SCAN_VALUES * c]);
            scans = new ScanSum(counts.length);
            record(firstSample + memory.endRecord() * plan.interval().toMillis(), device, kept, means);
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
            alarms.sample(enabled.get(c), device, values[c], this::event);
        }
        memory.append(kept);
        lifetimeSamples++;
        if (memory.endRecord() >= lastRecord) {
            boolean full = memory.endRecord() >= plan.capacity(model);
            boolean timed = plan.stop() instanceof StopCondition.At || plan.stop() instanceof StopCondition.AfterTime;
            end(
                    full
                            ? LoggerEvent.Kind.STOPPED_MEMORY_FULL
                            : timed ? LoggerEvent.Kind.STOPPED_TIME : LoggerEvent.Kind.STOPPED_COUNT,
                    done);
        }
    }

    private void begin(long device) {
        state = LoggerState.LOGGING;
        firstSample = device;
        lastRecord = plan.lastRecord(model, Instant.ofEpochMilli(device));
        startAt = null;
        event(LoggerEvent.Kind.STARTED, device);
    }

    private void end(LoggerEvent.Kind why, long device) {
        state = LoggerState.ENDED;
        startAt = null;
        event(why, device);
    }

    private void event(LoggerEvent.Kind kind, long device) {
        event(new LoggerEvent(kind, Instant.ofEpochMilli(device)));
    }

    private void event(LoggerEvent event) {
        if (events.size() < MOST_EVENTS || event.kind().stop()) {
            events.add(event);
        }
    }

    // What a hand can do

    /**
     * A short press starts a waiting logger, marks an instant on a running one and acknowledges its alarms, as far as its plan lets
     * it. A model without a button takes no notice.
     */
    public void press(Instant world) {
        long device = clock.device(world);
        if (!model.starts().contains(StartKind.BUTTON) || plan == null || plan.option(model, "field", "look")) {
            return;
        }
        if (state == LoggerState.WAITING) {
            begin(device);
        } else if (state == LoggerState.LOGGING) {
            alarms.acknowledge();
            if (!plan.option(model, "markers", "no")) {
                event(LoggerEvent.Kind.MARKER, device);
            }
        }
    }

    /** A long press stops it, if its plan lets it. */
    public void hold(Instant world) {
        boolean may = plan != null
                && model.starts().contains(StartKind.BUTTON)
                && !plan.option(model, "field", "look")
                && !plan.option(model, "field", "start");
        if (state.running() && may) {
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

    /** What its lamp, sounder and relays show, in plain words. */
    public String lamp() {
        String shown = Lamp.of(model, plan, state, alarms, battery.flat());
        return tried.isEmpty() ? shown : shown + "; " + tried + " was tried";
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
                memory == null ? 0 : memory.records(),
                plan == null ? model.memory().values() : plan.capacity(model),
                alarms.raised(),
                !pin.isEmpty(),
                plan == null ? "" : plan.loggerName());
    }

    /** @param as measured as this plan would have it; as the logger's own plan, if it has one, where null */
    public LiveReading live(Instant world, Probe probe, Plan as) {
        if (as != null) {
            needModel(as);
        }
        int[] counts = Measuring.all(model, as == null ? plan : as).counts(probe, world, battery.left(), sensorOpen);
        return new LiveReading(clock(world), Arrays.stream(counts).boxed().toList());
    }

    /** What it hears by octaves; for sound loggers. */
    public Spectrum spectrum(Instant world, Probe probe) {
        if (!model.sound()) {
            throw new RefusedException(Refusal.BAD_REQUEST, "It measures no sound");
        }
        double level = probe.measure(0, model.channels().get(0).own(), null, Duration.ZERO, world);
        return OctaveBands.of(level, probe.calibrator());
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
            throw new RefusedException(Refusal.UNCOLLECTED, "It holds " + memory.records() + " records");
        }
        long device = clock.device(world);
        validate(wanted, Instant.ofEpochMilli(device));
        take(wanted);
        mission = mission % 0xffff + 1;
        lifetimeMissions++;
        writtenAt = device;
        events = new ArrayList<>();
        firstSample = null;
        memory = new LoggerMemory(mission, plan.valuesPerRecord(), model.wideCounts(), plan.capacity(model));
        nextWatch = device;
        state = LoggerState.WAITING;
        startAt = startAt(plan.start(), device);
    }

    private void validate(Plan wanted, Instant device) {
        needModel(wanted);
        Preflight.ofSettings(model, wanted, firmware, device).stream()
                .filter(Conflict::blocking)
                .findFirst()
                .ifPresent(c -> {
                    throw new RefusedException(Refusal.INVALID_PLAN, c.message());
                });
    }

    private void needModel(Plan other) {
        if (!other.model().equals(model.id())
                || other.channels().size() != model.channels().size()) {
            throw new RefusedException(Refusal.INVALID_PLAN, "The plan is for another model");
        }
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

    /** Whether a PIN has to be said before it is changed. */
    public boolean pinSet() {
        return !pin.isEmpty();
    }

    public void checkPin(String said) {
        if (!pin.equals(said)) {
            throw new RefusedException(Refusal.PIN_WRONG, "This is not its PIN");
        }
    }

    /** @param wanted 1 to 8 digits; empty for none */
    public void setPin(String wanted) {
        if (!wanted.matches("\\d{0,8}")) {
            throw new RefusedException(Refusal.BAD_REQUEST, "A PIN has 1 to 8 digits");
        }
        pin = wanted;
    }

    /** Whether a firmware may be sent now: never over records, never on a low battery. */
    public void readyForFirmware() {
        refuseWhileRunning();
        if (memory != null && memory.endRecord() > 0) {
            throw new RefusedException(Refusal.UNCOLLECTED, "It holds " + memory.records() + " records");
        }
        if (battery.left() < LEAST_FOR_FIRMWARE) {
            throw new RefusedException(Refusal.BATTERY_LOW, "Its battery is too low for an update");
        }
    }

    /** Verifies a firmware and runs it from now on. */
    public void runFirmware(byte[] bytes) {
        readyForFirmware();
        try {
            FirmwarePackage wanted = FirmwarePackage.read(bytes);
            if (!wanted.model().equals(model.id())) {
                throw new RefusedException(Refusal.FIRMWARE_BAD, "This firmware is for another model");
            }
            firmware = wanted.version();
        } catch (MalformedMessageException e) {
            throw new RefusedException(Refusal.FIRMWARE_BAD, "The firmware arrived damaged; the old one runs on");
        }
    }

    /** Lets an output be tried, where the model has it; what it shows is for a person to see. */
    public void tryOutput(String output) {
        boolean has = output.equals("lamp") && model.option("lamp").isPresent()
                || model.option(output).isPresent()
                        && List.of("sounder", "relay1", "relay2").contains(output);
        if (!has) {
            throw new RefusedException(Refusal.BAD_REQUEST, "It has no " + output);
        }
        tried = output;
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
