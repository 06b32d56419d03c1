package org.pelerin.link.message;

import java.time.Instant;

/**
 * How a logger is.
 *
 * @param batteryPermille charge left, 0…1000
 * @param clock its clock
 * @param mission number of the mission in memory, 0 if none
 * @param records records in memory
 * @param capacity records that fit with the plan it has, or values that fit if it has none
 * @param alarmed whether an alarm is raised, or latched
 * @param name the name written into it, empty if none
 */
public record Status(
        LoggerState state,
        int batteryPermille,
        Instant clock,
        int mission,
        long records,
        long capacity,
        boolean alarmed,
        String name) {

    public byte[] encode() {
        return new Payload()
                .u8(state.ordinal())
                .u16(batteryPermille)
                .i64(clock.toEpochMilli())
                .u16(mission)
                .u32(records)
                .u32(capacity)
                .u8(alarmed ? 1 : 0)
                .text(name)
                .bytes();
    }

    public static Status decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        int state = in.u8();
        if (state >= LoggerState.values().length) {
            throw new MalformedMessageException("state " + state + " is not known");
        }
        Status out = new Status(
                LoggerState.values()[state],
                in.u16(),
                Instant.ofEpochMilli(in.i64()),
                in.u16(),
                in.u32(),
                in.u32(),
                in.u8() != 0,
                in.text());
        in.end();
        return out;
    }

    public double battery() {
        return batteryPermille / 1000.0;
    }
}
