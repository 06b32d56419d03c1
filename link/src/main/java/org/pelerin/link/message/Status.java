package org.pelerin.link.message;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * How a logger is.
 *
 * @param batteryPermille charge left, 0…1000
 * @param clock its clock
 * @param mission number of the newest mission in memory, 0 if none
 * @param records that the newest mission holds
 * @param capacity records of the newest mission that fit with the plan it has, or values that fit if it has none
 * @param alarmed whether an alarm is raised, or latched
 * @param pinSet whether it asks for a PIN before it is changed
 * @param name the name written into it, empty if none
 * @param missions numbers of those in memory, the oldest first
 */
public record Status(
        LoggerState state,
        int batteryPermille,
        Instant clock,
        int mission,
        long records,
        long capacity,
        boolean alarmed,
        boolean pinSet,
        String name,
        List<Integer> missions) {

    public Status {
        missions = List.copyOf(missions);
    }

    private static final int ALARMED = 1;
    private static final int PIN_SET = 2;

    public byte[] encode() {
        Payload out = new Payload()
                .u8(state.ordinal())
                .u16(batteryPermille)
                .i64(clock.toEpochMilli())
                .u16(mission)
                .u32(records)
                .u32(capacity)
                .u8((alarmed ? ALARMED : 0) | (pinSet ? PIN_SET : 0))
                .text(name)
                .u8(missions.size());
        missions.forEach(out::u16);
        return out.bytes();
    }

    public static Status decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        int state = in.u8();
        if (state >= LoggerState.values().length) {
            throw new MalformedMessageException("state " + state + " is not known");
        }
        LoggerState is = LoggerState.values()[state];
        int battery = in.u16();
        Instant clock = in.clock();
        int mission = in.u16();
        long records = in.u32();
        long capacity = in.u32();
        int flags = in.u8();
        String name = in.text();
        List<Integer> missions = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            missions.add(in.u16());
        }
        in.end();
        return new Status(
                is,
                battery,
                clock,
                mission,
                records,
                capacity,
                (flags & ALARMED) != 0,
                (flags & PIN_SET) != 0,
                name,
                missions);
    }

    /** Whether anything would be lost if its memory were. */
    public boolean holdsRecords() {
        return records > 0 || missions.size() > 1;
    }

    public double battery() {
        return batteryPermille / 1000.0;
    }
}
