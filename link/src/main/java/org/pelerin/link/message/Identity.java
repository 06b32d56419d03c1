package org.pelerin.link.message;

import org.pelerin.core.model.Firmware;

/**
 * Who a logger is.
 *
 * @param model id in the model catalogue
 * @param lifetimeMissions missions it has ever been written
 * @param lifetimeSamples records it has ever taken
 */
public record Identity(String serial, String model, Firmware firmware, long lifetimeMissions, long lifetimeSamples) {

    public byte[] encode() {
        return new Payload()
                .text(serial)
                .text(model)
                .u8(firmware.major())
                .u8(firmware.minor())
                .u32(lifetimeMissions)
                .i64(lifetimeSamples)
                .bytes();
    }

    public static Identity decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        Identity out = new Identity(in.text(), in.text(), new Firmware(in.u8(), in.u8()), in.u32(), in.i64());
        in.end();
        return out;
    }
}
