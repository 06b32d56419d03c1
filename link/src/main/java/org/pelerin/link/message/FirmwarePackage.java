package org.pelerin.link.message;

import java.util.Arrays;
import java.util.Random;
import java.util.zip.CRC32;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;

/**
 * A firmware as it is sent to a logger: {@code 'P' 'F'}, model, version, {@value #BODY} bytes of program, and a CRC-32 (ISO 3309) of
 * all before it.
 *
 * @param model id of the model that it is for
 * @param bytes the whole package
 */
public record FirmwarePackage(String model, Firmware version, byte[] bytes) {

    private static final int MAGIC = 'P' << 8 | 'F';
    private static final int BODY = 49_152;

    /** The newest firmware of a model, as the catalogue has it. */
    public static FirmwarePackage newest(LoggerModel model) {
        return of(model.id(), model.firmware().newest());
    }

    static FirmwarePackage of(String model, Firmware version) {
        byte[] program = new byte[BODY];
        new Random(model.hashCode() * 31L + version.hashCode()).nextBytes(program);
        Payload out = new Payload()
                .u16(MAGIC)
                .text(model)
                .u8(version.major())
                .u8(version.minor())
                .raw(program);
        byte[] bytes = out.u32(crc(out.bytes())).bytes();
        return new FirmwarePackage(model, version, bytes);
    }

    /** @throws MalformedMessageException if the bytes are not a whole, undamaged package */
    public static FirmwarePackage read(byte[] bytes) {
        if (bytes.length < BODY) {
            throw new MalformedMessageException("the firmware is not whole");
        }
        byte[] body = Arrays.copyOf(bytes, bytes.length - 4);
        long crc = new PayloadReader(Arrays.copyOfRange(bytes, body.length, bytes.length)).u32();
        PayloadReader in = new PayloadReader(body);
        if (crc != crc(body) || in.u16() != MAGIC) {
            throw new MalformedMessageException("the firmware is damaged");
        }
        return new FirmwarePackage(in.text(), new Firmware(in.u8(), in.u8()), bytes);
    }

    private static long crc(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes);
        return crc.getValue();
    }
}
