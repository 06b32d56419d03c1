package org.pelerin.link.message;

import java.util.ArrayList;
import java.util.List;

/**
 * A mission in a logger's memory. Records and pages are numbered from 0 at the mission's start and never reused, so
 * that after a wrap the oldest kept ones have higher numbers.
 *
 * @param firstRecord oldest record kept
 * @param endRecord one past the newest
 * @param firstPage page that holds {@code firstRecord}
 * @param endPage one past the page that holds the newest record; equal to firstPage if there is none
 */
public record MissionInfo(
        int number, LoggerState state, long firstRecord, long endRecord, long firstPage, long endPage) {

    public long records() {
        return endRecord - firstRecord;
    }

    public long pages() {
        return endPage - firstPage;
    }

    public static byte[] encode(List<MissionInfo> missions) {
        Payload out = new Payload().u8(missions.size());
        for (MissionInfo m : missions) {
            out.u16(m.number)
                    .u8(m.state.ordinal())
                    .u32(m.firstRecord)
                    .u32(m.endRecord)
                    .u32(m.firstPage)
                    .u32(m.endPage);
        }
        return out.bytes();
    }

    public static List<MissionInfo> decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        List<MissionInfo> out = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            int number = in.u16();
            int state = in.u8();
            if (state >= LoggerState.values().length) {
                throw new MalformedMessageException("state " + state + " is not known");
            }
            out.add(new MissionInfo(number, LoggerState.values()[state], in.u32(), in.u32(), in.u32(), in.u32()));
        }
        in.end();
        return List.copyOf(out);
    }
}
