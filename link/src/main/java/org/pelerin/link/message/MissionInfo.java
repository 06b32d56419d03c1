package org.pelerin.link.message;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.LongStream;

/**
 * A mission in a logger's memory. Records and pages are numbered from 0 at the mission's start and never reused, so
 * that after a wrap the oldest kept ones have higher numbers.
 *
 * @param firstRecord oldest record kept
 * @param endRecord one past the newest
 * @param parts its pages: those of the records first, then those of every other {@link PageTable} that holds any
 */
public record MissionInfo(int number, LoggerState state, long firstRecord, long endRecord, List<Pages> parts) {

    /**
     * Pages of one table.
     *
     * @param first number of the oldest kept
     * @param end one past the newest; equal to first if there is none
     */
    public record Pages(long first, long end) {
        public long count() {
            return end - first;
        }

        public PageTable table() {
            return PageTable.of(first);
        }
    }

    public MissionInfo {
        parts = List.copyOf(parts);
    }

    public long records() {
        return endRecord - firstRecord;
    }

    /** Of all parts, in order. */
    public LongStream pageNumbers() {
        return parts.stream().flatMapToLong(p -> LongStream.range(p.first, p.end));
    }

    /** Of all parts. */
    public long pages() {
        return parts.stream().mapToLong(Pages::count).sum();
    }

    public static byte[] encode(List<MissionInfo> missions) {
        Payload out = new Payload().u8(missions.size());
        for (MissionInfo m : missions) {
            out.u16(m.number)
                    .u8(m.state.ordinal())
                    .u32(m.firstRecord)
                    .u32(m.endRecord)
                    .u8(m.parts.size());
            m.parts.forEach(p -> out.u32(p.first).u32(p.end));
        }
        return out.bytes();
    }

    public static List<MissionInfo> decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        List<MissionInfo> out = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            int number = in.u16();
            LoggerState state = in.one(LoggerState.values(), "state");
            long firstRecord = in.u32();
            long endRecord = in.u32();
            List<Pages> parts = new ArrayList<>();
            for (int p = in.u8(); p > 0; p--) {
                Pages pages = new Pages(in.u32(), in.u32());
                if (pages.end < pages.first || PageTable.of(pages.first) != PageTable.of(pages.end)) {
                    throw new MalformedMessageException("a mission's pages do not make sense");
                }
                parts.add(pages);
            }
            out.add(new MissionInfo(number, state, firstRecord, endRecord, parts));
        }
        in.end();
        return List.copyOf(out);
    }
}
