package org.pelerin.link.message;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.CRC32;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.ClockCorrection;

/**
 * What a logger keeps about a mission beside its records; ends with a CRC-32 (ISO 3309) of the bytes before it.
 *
 * @param writtenAt when the plan was written and the clock set, on the logger's clock
 * @param firstSampleAt when record 0 was taken, or null if there is none
 */
public record MissionHeader(
        String serial, int number, Plan plan, Instant writtenAt, Instant firstSampleAt, List<LoggerEvent> events) {

    private static final int VERSION = 2;
    private static final long NEVER = Long.MIN_VALUE;

    /** Whether this is what an earlier one has become: of the same run, with all its events and perhaps more. */
    public boolean grownFrom(MissionHeader before) {
        return serial.equals(before.serial)
                && number == before.number
                && plan.equals(before.plan)
                && writtenAt.equals(before.writtenAt)
                && (before.firstSampleAt == null || before.firstSampleAt.equals(firstSampleAt))
                && before.events.size() <= events.size()
                && before.events.equals(events.subList(0, before.events.size()));
    }

    public byte[] encode() {
        Payload out = new Payload().u8(VERSION).text(serial).u16(number);
        byte[] settings = PlanCodec.encode(plan);
        out.u16(settings.length)
                .raw(settings)
                .i64(writtenAt.toEpochMilli())
                .i64(firstSampleAt == null ? NEVER : firstSampleAt.toEpochMilli())
                .u16(events.size());
        events.forEach(
                e -> out.u8(e.kind().ordinal()).u8(e.channel()).u8(e.level()).i64(e.at().toEpochMilli()));
        return out.u32(crc(out.bytes())).bytes();
    }

    /** @throws MalformedMessageException if the bytes are damaged or of another version */
    public static MissionHeader decode(byte[] bytes) {
        if (bytes.length < 5) {
            throw new MalformedMessageException("a mission's header is too short");
        }
        byte[] body = java.util.Arrays.copyOf(bytes, bytes.length - 4);
        if (new PayloadReader(java.util.Arrays.copyOfRange(bytes, body.length, bytes.length)).u32() != crc(body)) {
            throw new MalformedMessageException("a mission's header is damaged");
        }
        PayloadReader in = new PayloadReader(body);
        int version = in.u8();
        if (version < 1 || version > VERSION) {
            throw new MalformedMessageException("mission headers of version " + version + " are not known");
        }
        String serial = in.text();
        int number = in.u16();
        Plan plan = PlanCodec.decode(in.raw(in.u16()));
        Instant written = Instant.ofEpochMilli(in.i64());
        long first = in.i64();
        List<LoggerEvent> events = new ArrayList<>();
        for (int n = in.u16(); n > 0; n--) {
            LoggerEvent.Kind kind = in.one(LoggerEvent.Kind.values(), "event");
            // headers of version 1 do not say which channel an alarm is about
            int channel = version == 1 ? LoggerEvent.NO_CHANNEL : in.u8();
            int level = version == 1 ? 0 : in.u8();
            events.add(new LoggerEvent(kind, Instant.ofEpochMilli(in.i64()), channel, level));
        }
        in.end();
        return new MissionHeader(
                serial,
                number,
                plan,
                written,
                first == NEVER ? null : Instant.ofEpochMilli(first),
                List.copyOf(events));
    }

    /** How it ended on its own or by hand; empty while it runs. */
    public Optional<LoggerEvent> stop() {
        return events.stream().filter(e -> e.kind().stop()).reduce((a, b) -> b);
    }

    /** Settings of the clock while it was in memory, in order. */
    public List<ClockCorrection.Setting> clockSettings() {
        List<ClockCorrection.Setting> out = new ArrayList<>();
        Instant before = null;
        for (LoggerEvent e : events) {
            if (e.kind() == LoggerEvent.Kind.CLOCK_BEFORE) {
                before = e.at();
            } else if (e.kind() == LoggerEvent.Kind.CLOCK_AFTER && before != null) {
                out.add(new ClockCorrection.Setting(before, e.at()));
                before = null;
            }
        }
        return out;
    }

    private static long crc(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes);
        return crc.getValue();
    }
}
