package org.pelerin.link.message;

import java.util.zip.CRC32;

/**
 * Asks for a mission to be erased, with the proof that the asker holds it: the number of the record after the newest and a
 * CRC-32 over all its pages in order, as they are. A discard proves only that the asker knows how much is lost.
 *
 * @param mission its number
 * @param endRecord as in {@link MissionInfo}
 * @param discard whether the records are given up without being collected
 * @param pagesCrc of all pages from first to last; 0 for a discard
 */
public record EraseRequest(int mission, long endRecord, boolean discard, long pagesCrc) {

    public static EraseRequest collected(int mission, long endRecord, Iterable<byte[]> pages) {
        return new EraseRequest(mission, endRecord, false, crc(pages));
    }

    public static EraseRequest discard(int mission, long endRecord) {
        return new EraseRequest(mission, endRecord, true, 0);
    }

    public static long crc(Iterable<byte[]> pages) {
        CRC32 crc = new CRC32();
        pages.forEach(crc::update);
        return crc.getValue();
    }

    public byte[] encode() {
        return new Payload()
                .u16(mission)
                .u32(endRecord)
                .u8(discard ? 1 : 0)
                .u32(pagesCrc)
                .bytes();
    }

    public static EraseRequest decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        EraseRequest out = new EraseRequest(in.u16(), in.u32(), in.u8() != 0, in.u32());
        in.end();
        return out;
    }
}
