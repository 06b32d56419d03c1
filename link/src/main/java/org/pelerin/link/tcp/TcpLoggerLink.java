package org.pelerin.link.tcp;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.FirmwarePackage;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.MessageType;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Payload;
import org.pelerin.link.message.PayloadReader;
import org.pelerin.link.message.Phases;
import org.pelerin.link.message.PlanCodec;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.message.Spectrum;
import org.pelerin.link.message.Status;

final class TcpLoggerLink implements LoggerLink {

    private static final Pattern PIN = Pattern.compile("[0-9]{0,8}");

    private static final byte[] NOTHING = {};
    private static final int FIRMWARE_CHUNK = 4096;

    private final TcpConnection connection;

    TcpLoggerLink(TcpConnection connection) {
        this.connection = connection;
    }

    @Override
    public Identity identify() {
        return connection.request(MessageType.IDENTIFY, NOTHING, Identity::decode);
    }

    @Override
    public Status status() {
        return connection.request(MessageType.STATUS, NOTHING, Status::decode);
    }

    @Override
    public LiveReading live() {
        return connection.request(MessageType.LIVE, NOTHING, LiveReading::decode);
    }

    @Override
    public LiveReading live(Plan as) {
        return connection.request(MessageType.LIVE, PlanCodec.encode(as), LiveReading::decode);
    }

    @Override
    public Spectrum spectrum() {
        return connection.request(MessageType.SPECTRUM, NOTHING, Spectrum::decode);
    }

    @Override
    public Phases phases() {
        return connection.request(MessageType.PHASES, NOTHING, Phases::decode);
    }

    @Override
    public Instant clock() {
        return connection.request(
                MessageType.CLOCK_GET, NOTHING, answer -> Instant.ofEpochMilli(new PayloadReader(answer).i64()));
    }

    @Override
    public void setClock(Instant reference) {
        connection.request(
                MessageType.CLOCK_SET,
                new Payload().i64(reference.toEpochMilli()).bytes(),
                answer -> answer);
    }

    @Override
    public void writePlan(Plan plan) {
        // not repeated: a plan whose answer was lost may stand already, and would then be refused
        connection.requestOnce(MessageType.WRITE_PLAN, PlanCodec.encode(plan));
    }

    @Override
    public Plan readPlan() {
        return connection.request(MessageType.READ_PLAN, NOTHING, PlanCodec::decode);
    }

    @Override
    public void start() {
        connection.requestOnce(MessageType.START, NOTHING);
    }

    @Override
    public void stop() {
        connection.requestOnce(MessageType.STOP, NOTHING);
    }

    @Override
    public void unlock(String pin) {
        if (!PIN.matcher(pin).matches()) {
            // no logger has one like it, and it need not be asked
            throw new RefusedException(Refusal.PIN_WRONG, "This is not its PIN: one has 1 to 8 digits");
        }
        byte[] said = new Payload().text(pin).bytes();
        connection.request(MessageType.UNLOCK, said, answer -> answer);
        connection.repeatOnConnect(MessageType.UNLOCK, said);
    }

    @Override
    public void setPin(String pin) {
        connection.requestOnce(MessageType.SET_PIN, new Payload().text(pin).bytes());
    }

    @Override
    public void clearPin() {
        connection.requestOnce(MessageType.CLEAR_PIN, NOTHING);
    }

    @Override
    public void updateFirmware(FirmwarePackage firmware) {
        byte[] bytes = firmware.bytes();
        connection.requestOnce(
                MessageType.FIRMWARE_BEGIN, new Payload().u32(bytes.length).bytes());
        for (int at = 0; at < bytes.length; at += FIRMWARE_CHUNK) {
            byte[] chunk = Arrays.copyOfRange(bytes, at, Math.min(bytes.length, at + FIRMWARE_CHUNK));
            // each chunk says where it goes, so that it may be repeated
            connection.request(
                    MessageType.FIRMWARE_DATA, new Payload().u32(at).raw(chunk).bytes(), answer -> answer);
        }
        connection.requestOnce(MessageType.FIRMWARE_END, NOTHING);
    }

    @Override
    public void tryOutput(String output) {
        connection.requestOnce(MessageType.OUTPUT, new Payload().text(output).bytes());
    }

    @Override
    public List<MissionInfo> missions() {
        return connection.request(MessageType.MISSIONS, NOTHING, MissionInfo::decode);
    }

    @Override
    public byte[] readHeader(int mission) {
        return connection.request(
                MessageType.READ_HEADER, new Payload().u16(mission).bytes(), answer -> answer);
    }

    @Override
    public byte[] readPage(int mission, long page) {
        return connection.request(
                MessageType.READ_PAGE, new Payload().u16(mission).u32(page).bytes(), answer -> answer);
    }

    @Override
    public void erase(EraseRequest request) {
        connection.requestOnce(MessageType.ERASE, request.encode());
    }

    @Override
    public void close() {
        connection.close();
    }
}
