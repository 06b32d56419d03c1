package org.pelerin.link.message;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * What every input reads at this moment.
 *
 * @param clock the logger's clock
 * @param counts one a channel, {@link MissionPage#FAULT} where the sensor is open
 */
public record LiveReading(Instant clock, List<Integer> counts) {

    public byte[] encode() {
        Payload out = new Payload().i64(clock.toEpochMilli()).u8(counts.size());
        counts.forEach(out::u32);
        return out.bytes();
    }

    public static LiveReading decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        Instant clock = Instant.ofEpochMilli(in.i64());
        List<Integer> counts = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            counts.add(in.i32());
        }
        in.end();
        return new LiveReading(clock, counts);
    }
}
