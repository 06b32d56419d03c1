package org.pelerin.link.message;

import java.util.ArrayList;
import java.util.List;

/**
 * What a sound logger hears at this moment, by octave bands of IEC 61260.
 *
 * @param bands from the lowest; unweighted
 */
public record Spectrum(List<Band> bands) {

    /**
     * One octave.
     *
     * @param centre nominal midband frequency, in tenths of a hertz
     * @param level in tenths of a decibel
     */
    public record Band(int centre, int level) {

        public double hertz() {
            return centre / 10.0;
        }

        public double decibels() {
            return level / 10.0;
        }
    }

    public byte[] encode() {
        Payload out = new Payload().u8(bands.size());
        bands.forEach(b -> out.u32(b.centre).u16(b.level));
        return out.bytes();
    }

    public static Spectrum decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        List<Band> out = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            out.add(new Band((int) in.u32(), in.i16()));
        }
        in.end();
        return new Spectrum(List.copyOf(out));
    }
}
