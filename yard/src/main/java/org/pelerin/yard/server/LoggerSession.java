package org.pelerin.yard.server;

import java.time.DateTimeException;
import java.util.NoSuchElementException;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.frame.Frame;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MessageType;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Payload;
import org.pelerin.link.message.PayloadReader;
import org.pelerin.link.message.PlanCodec;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.yard.world.Ports;
import org.pelerin.yard.world.World;

/** The device's end of one connection: answers frames until the cable comes out. */
final class LoggerSession {

    private static final int LARGEST_FIRMWARE = 1_000_000;

    private static final byte[] DONE = {};

    private final World world;
    private final Ports ports;
    private final Runnable changed;
    private String serial;
    private boolean unlocked;
    private byte[] incoming;
    private int port;

    /**
     * @param ports behind the address that was connected to
     * @param changed called after whatever alters a logger
     */
    LoggerSession(World world, Ports ports, Runnable changed) {
        this.world = world;
        this.ports = ports;
        this.changed = changed;
    }

    /** @throws CablePulledException if the answer gets stuck in a cable that has just come out */
    Frame answer(Frame request) throws CablePulledException {
        try {
            byte[] payload = serve(request);
            return new Frame(request.type() | MessageType.ANSWER, request.id(), payload);
        } catch (RefusedException e) {
            return refusal(request, e.refusal(), e.getMessage());
        } catch (MalformedMessageException | IllegalArgumentException | DateTimeException | ArithmeticException e) {
            return refusal(request, Refusal.BAD_REQUEST, "The request makes no sense: " + e.getMessage());
        } catch (NoSuchElementException e) {
            return refusal(request, Refusal.NO_LOGGER, e.getMessage());
        }
    }

    /** Whether the logger this session talks to can still be reached. */
    boolean connected() {
        return serial == null || ports.reaches(serial, port);
    }

    private byte[] serve(Frame request) throws CablePulledException {
        PayloadReader in = new PayloadReader(request.payload());
        switch (request.type()) {
            case MessageType.PORTS:
                in.end();
                return DockPort.encode(ports.total(), ports.occupied());
            case MessageType.OPEN:
                port = in.u8();
                in.end();
                serial = ports.reachableAt(port)
                        .orElseThrow(
                                () -> new RefusedException(Refusal.NO_LOGGER, "There is no logger in port " + port));
                return DONE;
            default:
                if (serial == null) {
                    throw new RefusedException(Refusal.NOT_OPEN, "No port has been opened");
                }
                return serveLogger(request.type(), in);
        }
    }

    private byte[] serveLogger(int type, PayloadReader in) throws CablePulledException {
        needUnlocked(type, in);
        if (type == MessageType.READ_PAGE) {
            return readPage(in.u16(), in.u32());
        }
        if (type == MessageType.WRITE_PLAN) {
            byte[] plan = in.rest();
            if (!world.planPasses(serial)) {
                changed.run();
                throw new CablePulledException();
            }
            return change((l, now, probe) -> l.writePlan(now, PlanCodec.decode(plan)));
        }
        return switch (type) {
            case MessageType.IDENTIFY ->
                world.with(serial, (l, now, probe) -> l.identify().encode());
            case MessageType.STATUS ->
                world.with(serial, (l, now, probe) -> l.status(now).encode());
            case MessageType.LIVE -> {
                byte[] as = in.rest();
                Plan plan = as.length == 0 ? null : PlanCodec.decode(as);
                yield world.with(
                        serial, (l, now, probe) -> l.live(now, probe, plan).encode());
            }
            case MessageType.SPECTRUM ->
                world.with(serial, (l, now, probe) -> l.spectrum(now, probe).encode());
            case MessageType.PHASES ->
                world.with(serial, (l, now, probe) -> l.phases(now, probe).encode());
            case MessageType.CLOCK_GET ->
                world.with(
                        serial,
                        (l, now, probe) ->
                                new Payload().i64(l.clock(now).toEpochMilli()).bytes());
            case MessageType.CLOCK_SET -> {
                java.time.Instant to = java.time.Instant.ofEpochMilli(in.i64());
                yield change((l, now, probe) -> l.setClock(now, to));
            }
            case MessageType.READ_PLAN -> PlanCodec.encode(world.readBack(serial));
            case MessageType.START -> change((l, now, probe) -> l.start(now, probe));
            case MessageType.STOP -> change((l, now, probe) -> l.stop(now));
            case MessageType.MISSIONS -> world.with(serial, (l, now, probe) -> MissionInfo.encode(l.missions()));
            case MessageType.READ_HEADER -> {
                int mission = in.u16();
                yield world.with(serial, (l, now, probe) -> l.header(mission));
            }
            case MessageType.ERASE -> {
                EraseRequest request = EraseRequest.decode(in.rest());
                yield change((l, now, probe) -> l.erase(request));
            }
            case MessageType.UNLOCK -> {
                String pin = in.text();
                world.with(serial, (l, now, probe) -> {
                    l.checkPin(pin);
                    return null;
                });
                unlocked = true;
                yield DONE;
            }
            case MessageType.SET_PIN -> {
                String pin = in.text();
                unlocked = true;
                yield change((l, now, probe) -> l.setPin(pin));
            }
            case MessageType.CLEAR_PIN -> change((l, now, probe) -> l.setPin(""));
            case MessageType.FIRMWARE_BEGIN, MessageType.FIRMWARE_DATA, MessageType.FIRMWARE_END -> firmware(type, in);
            case MessageType.OUTPUT -> {
                String output = in.text();
                yield change((l, now, probe) -> l.tryOutput(output));
            }
            default -> throw new RefusedException(Refusal.BAD_REQUEST, "Request " + type + " is not known");
        };
    }

    /** What needs the PIN where one is set: all that changes the logger, but for bringing its data home. */
    private void needUnlocked(int type, PayloadReader in) {
        boolean changes = switch (type) {
            case MessageType.WRITE_PLAN,
                    MessageType.CLOCK_SET,
                    MessageType.START,
                    MessageType.SET_PIN,
                    MessageType.FIRMWARE_BEGIN -> true;
            default -> false;
        };
        if (changes && !unlocked && world.with(serial, (l, now, probe) -> l.pinSet())) {
            throw new RefusedException(Refusal.PIN_NEEDED, "It asks for its PIN");
        }
    }

    /** The firmware gathers here, and reaches the logger only whole: a link that breaks takes it away. */
    private byte[] firmware(int type, PayloadReader in) {
        if (type == MessageType.FIRMWARE_BEGIN) {
            long size = in.u32();
            if (size > LARGEST_FIRMWARE) {
                throw new RefusedException(Refusal.FIRMWARE_BAD, "A firmware is not that large");
            }
            world.with(serial, (l, now, probe) -> {
                l.readyForFirmware();
                return null;
            });
            incoming = new byte[(int) size];
            return DONE;
        }
        if (incoming == null) {
            throw new RefusedException(Refusal.FIRMWARE_BAD, "No firmware was begun on this connection");
        }
        if (type == MessageType.FIRMWARE_DATA) {
            int at = (int) in.u32();
            byte[] chunk = in.rest();
            if (at < 0 || at + chunk.length > incoming.length) {
                throw new RefusedException(Refusal.FIRMWARE_BAD, "The firmware is larger than was said");
            }
            System.arraycopy(chunk, 0, incoming, at, chunk.length);
            return DONE;
        }
        byte[] whole = incoming;
        incoming = null;
        return change((l, now, probe) -> l.runFirmware(whole));
    }

    private byte[] readPage(int mission, long page) throws CablePulledException {
        byte[] bytes = world.with(serial, (l, now, probe) -> l.page(mission, page));
        if (!world.pagePasses(serial)) {
            changed.run();
            throw new CablePulledException();
        }
        return world.delivered(serial, bytes);
    }

    private interface Change {
        void on(
                org.pelerin.yard.logger.SimulatedLogger logger,
                java.time.Instant now,
                org.pelerin.yard.logger.Probe probe);
    }

    private byte[] change(Change change) {
        world.with(serial, (l, now, probe) -> {
            change.on(l, now, probe);
            return null;
        });
        changed.run();
        return DONE;
    }

    private static Frame refusal(Frame request, Refusal refusal, String message) {
        String text = message == null ? "" : message;
        byte[] payload = new Payload()
                .u8(refusal.code())
                .text(text.length() > 80 ? text.substring(0, 80) : text)
                .bytes();
        return new Frame(MessageType.REFUSAL, request.id(), payload);
    }

    /** The cable came out in the middle of an answer. */
    static final class CablePulledException extends Exception {}
}
