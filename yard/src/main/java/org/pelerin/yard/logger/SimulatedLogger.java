package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.StartKind;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.Preflight;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.FirmwarePackage;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.LiveValues;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Phases;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.message.Spectrum;
import org.pelerin.link.message.Status;

/**
 * A logger: firmware, flash, quartz and battery. It lives in steps: before anything is asked of it, {@link #runUntil}
 * makes up for the time gone by. Not thread-safe; the yard's lock guards it.
 */
public final class SimulatedLogger {

    private static final double LEAST_FOR_FIRMWARE = 0.3;

    private final String serial;
    private final LoggerModel model;
    private Firmware firmware;
    private DriftingClock clock;
    private Battery battery;
    private boolean sensorOpen;
    private String pin = "";
    private String tried = "";
    private String shown = "";
    private final MissionShelf missions;

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
        this.missions = new MissionShelf(model);
    }

    /** @param flash the stored image of each mission, by its number */
    public static SimulatedLogger restore(LoggerSnapshot s, Map<Integer, byte[]> flash) {
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
        l.pin = s.pin();
        l.missions.restore(s, flash);
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
                pin,
                missions.lastNumber(),
                missions.lifetimeMissions(),
                missions.erasedSamples(),
                missions.snapshots());
    }

    /** The flash of each mission as it is, by its number. */
    public Map<Integer, byte[]> flash() {
        Map<Integer, byte[]> out = new LinkedHashMap<>();
        missions.memories().forEach((number, memory) -> out.put(number, memory.image()));
        return out;
    }

    /** Of each mission, by its number: changes whenever its flash does. */
    public Map<Integer, Long> flashStamps() {
        Map<Integer, Long> out = new LinkedHashMap<>();
        missions.memories()
                .forEach((number, memory) -> out.put(
                        number,
                        memory.ends().stream().mapToLong(Long::longValue).sum()));
        return out;
    }

    private LoggerMission newest() {
        return missions.newest();
    }

    public String serial() {
        return serial;
    }

    public LoggerModel model() {
        return model;
    }

    /** Lives until an instant of world time, measuring what the probe meets. */
    public void runUntil(Instant world, Probe probe) {
        if (newest() != null) {
            newest().runUntil(newest().counted(world), body(probe));
        }
        boolean working = state().running();
        battery.drain(working ? newest().standingLoad() : Forecast.idleLoad(model), world);
    }

    private LoggerMission.Body body(Probe probe) {
        return new LoggerMission.Body(battery, probe, sensorOpen);
    }

    private LoggerState state() {
        return newest() == null ? LoggerState.IDLE : newest().state();
    }

    private Plan plan() {
        return newest() == null ? null : newest().plan();
    }

    private AlarmPanel alarms() {
        return newest() == null ? AlarmPanel.NONE : newest().alarms();
    }

    private boolean set(String option, String value) {
        return newest() != null && plan().option(model, option, value);
    }

    // What a hand can do

    /**
     * A short press starts a waiting logger, marks an instant on a running one and acknowledges its alarms, as far as its plan lets
     * it. A model without a button takes no notice.
     */
    public void press(Instant world, Probe probe) {
        if (newest() == null || !model.starts().contains(StartKind.BUTTON) || set("field", "look")) {
            return;
        }
        if (!state().running()) {
            missions.again(world, clock, body(probe));
        } else if (state() == LoggerState.WAITING) {
            newest().begin(newest().counted(world), body(probe));
        } else {
            alarms().acknowledge();
            if (!set("markers", "no")) {
                newest().mark(newest().counted(world));
            }
        }
    }

    /** A long press stops it, if its plan lets it. */
    public void hold(Instant world) {
        boolean may = model.starts().contains(StartKind.BUTTON) && !set("field", "look") && !set("field", "start");
        if (state().running() && may) {
            newest().end(LoggerEvent.Kind.STOPPED_BY_BUTTON, newest().counted(world));
        }
    }

    /**
     * Presses one of its keys: it does what the plan says, and nothing where a start or stop makes no sense.
     *
     * @param key {@code key1} or {@code key2}
     * @throws IllegalArgumentException if the model has no such key
     */
    public void key(String key, Instant world, Probe probe) {
        String does = model.option(key)
                .map(o -> newest() == null ? o.preset() : plan().option(o))
                .orElseThrow(() -> new IllegalArgumentException(model.name() + " has no " + key));
        switch (does) {
            case "start" -> startByKey(world, probe);
            case "stop" -> stopByKey(world);
            case "both" -> {
                if (state() == LoggerState.LOGGING) {
                    stopByKey(world);
                } else {
                    startByKey(world, probe);
                }
            }
            case "measure" -> shown = display(world, probe);
            case "stick" -> shown = newest() == null ? "nothing to copy" : "copied to the stick";
            default -> shown = "key locked";
        }
    }

    private void startByKey(Instant world, Probe probe) {
        if (state() == LoggerState.WAITING) {
            newest().begin(newest().counted(world), body(probe));
        } else if (!state().running()) {
            missions.again(world, clock, body(probe));
        }
    }

    private void stopByKey(Instant world) {
        if (state().running()) {
            newest().end(LoggerEvent.Kind.STOPPED_BY_BUTTON, newest().counted(world));
        }
    }

    private String display(Instant world, Probe probe) {
        return LiveValues.of(model, plan(), live(world, probe, null)).stream()
                .filter(v ->
                        newest() == null || plan().channels().get(v.index()).enabled())
                .limit(4)
                .map(v -> v.channel().label() + " "
                        + (v.open()
                                ? "open"
                                : String.format(
                                        java.util.Locale.ROOT,
                                        "%." + v.channel().decimals() + "f %s",
                                        v.value(),
                                        v.channel().unit())))
                .collect(Collectors.joining(", "));
    }

    public void openSensor(boolean open) {
        sensorOpen = open;
    }

    public void flatten() {
        battery.flatten();
    }

    public void renewBattery() {
        battery.renew();
    }

    /** Its clock jumps, and it does not notice. */
    public void disturbClock(Instant world, long millis) {
        clock = clock.jumped(world, millis);
        missions.jump(world, millis);
    }

    /** Somebody sets its clock by its keys, which a link may not do while it runs; it notes what the clock read and reads then. */
    public void setClockByHand(Instant world, long millis) {
        set(world, Instant.ofEpochMilli(clock.device(world) + millis));
    }

    private void set(Instant world, Instant reading) {
        long before = clock.device(world);
        clock = clock.set(world, reading);
        missions.clockSet(before, clock);
    }

    /** What its lamp, sounder, relays and display show, in plain words. */
    public String lamp() {
        String lamp = Lamp.of(model, plan(), state(), alarms(), battery.flat());
        return lamp
                + (tried.isEmpty() ? "" : "; " + tried + " was tried")
                + (shown.isEmpty() ? "" : "; display: " + shown);
    }

    // What the protocol asks

    public Identity identify() {
        return new Identity(
                serial,
                model.id(),
                firmware,
                missions.lifetimeMissions(),
                missions.erasedSamples() + missions.endRecords());
    }

    public Status status(Instant world) {
        return new Status(
                state(),
                (int) Math.round(battery.left() * 1000),
                clock(world),
                newest() == null ? 0 : newest().number(),
                newest() == null ? 0 : newest().memory().heldRecords(),
                newest() == null ? model.memory().values() : newest().capacity(),
                alarms().raised(),
                !pin.isEmpty(),
                newest() == null ? "" : plan().loggerName(),
                List.copyOf(missions.memories().keySet()));
    }

    /** @param as measured as this plan would have it; as the logger's own plan, if it has one, where null */
    public LiveReading live(Instant world, Probe probe, Plan as) {
        if (as != null) {
            needModel(as);
        }
        int[] counts = Measuring.all(model, as == null ? plan() : as).counts(probe, world, battery.left(), sensorOpen);
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

    /** Voltages and currents by magnitude and angle; for three-phase loggers. */
    public Phases phases(Instant world, Probe probe) {
        if (!MainsWatch.has(model)) {
            throw new RefusedException(Refusal.BAD_REQUEST, "It measures no mains");
        }
        return probe.phases(world);
    }

    public Instant clock(Instant world) {
        return Instant.ofEpochMilli(clock.device(world));
    }

    public void setClock(Instant world, Instant reference) {
        refuseWhileRunning();
        set(world, reference);
    }

    public void writePlan(Instant world, Plan wanted) {
        refuseWhileRunning();
        missions.refuseOverRecords();
        long device = clock.device(world);
        validate(wanted, Instant.ofEpochMilli(device));
        missions.write(wanted, device, clock);
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
        missions.refuseOverRecords();
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
        if (newest() == null) {
            throw new RefusedException(Refusal.NO_PLAN, "It has no plan");
        }
        return plan();
    }

    public void start(Instant world, Probe probe) {
        if (state() != LoggerState.WAITING) {
            throw new RefusedException(Refusal.NOT_WAITING, "It is not waiting for a start");
        }
        newest().begin(newest().counted(world), body(probe));
    }

    public void stop(Instant world) {
        if (!state().running()) {
            throw new RefusedException(Refusal.NOT_WAITING, "It is not running");
        }
        newest().end(LoggerEvent.Kind.STOPPED_BY_LINK, newest().counted(world));
    }

    public List<MissionInfo> missions() {
        return missions.infos();
    }

    public byte[] header(int number) {
        return missions.get(number).header(serial);
    }

    public byte[] page(int number, long page) {
        return missions.get(number).memory().page(page);
    }

    public void erase(EraseRequest request) {
        refuseWhileRunning();
        missions.erase(request);
    }

    private void refuseWhileRunning() {
        if (state().running()) {
            throw new RefusedException(Refusal.RUNNING, "It is running; stop it first");
        }
    }
}
