package org.pelerin.link.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Random;
import org.junit.jupiter.api.Test;

class FrameCodecTest {

    private static Frame read(byte[] bytes) throws IOException {
        return FrameCodec.read(new ByteArrayInputStream(bytes));
    }

    @Test
    void a_frame_is_laid_out_as_documented() {
        // CRC-32C of the ten header bytes and "hi", computed independently
        assertThat(HexFormat.of().formatHex(FrameCodec.encode(new Frame(0x10, 0x0102, "hi".getBytes()))))
                .startsWith("504c" + "01" + "10" + "0102" + "00000002" + "6869")
                .hasSize(2 * (10 + 2 + 4));
    }

    @Test
    void the_checksum_is_the_castagnoli_one() {
        // RFC 3720, B.4: 32 bytes of zeros give 0x8a9136aa
        java.util.zip.CRC32C crc = new java.util.zip.CRC32C();
        crc.update(new byte[32]);
        assertThat(crc.getValue()).isEqualTo(0x8a9136aaL);
        byte[] bytes = FrameCodec.encode(new Frame(1, 2, new byte[3]));
        crc.reset();
        crc.update(bytes, 0, bytes.length - 4);
        assertThat(ByteBuffer.wrap(bytes).getInt(bytes.length - 4)).isEqualTo((int) crc.getValue());
    }

    @Test
    void a_frame_comes_back() throws IOException {
        byte[] payload = new byte[FrameCodec.MAX_PAYLOAD];
        new Random(1).nextBytes(payload);
        Frame back = read(FrameCodec.encode(new Frame(0xb2, 65_535, payload)));
        assertThat(back.type()).isEqualTo(0xb2);
        assertThat(back.id()).isEqualTo(65_535);
        assertThat(back.payload()).isEqualTo(payload);
    }

    @Test
    void any_flipped_bit_is_noticed() {
        byte[] good = FrameCodec.encode(new Frame(0x12, 7, new byte[] {1, 2, 3}));
        for (int bit = 0; bit < good.length * 8; bit++) {
            byte[] bad = good.clone();
            bad[bit / 8] ^= (byte) (1 << bit % 8);
            assertThatThrownBy(() -> read(bad)).as("bit %d", bit).isInstanceOf(IOException.class);
        }
    }

    @Test
    void a_cut_frame_is_the_end_of_the_stream() {
        byte[] good = FrameCodec.encode(new Frame(0x12, 7, new byte[] {1, 2, 3}));
        for (int length = 0; length < good.length; length++) {
            byte[] cut = Arrays.copyOf(good, length);
            assertThatThrownBy(() -> read(cut)).isInstanceOf(EOFException.class);
        }
    }

    @Test
    void a_length_that_nobody_may_send_is_refused_before_memory_is_taken() {
        for (int length : new int[] {FrameCodec.MAX_PAYLOAD + 1, Integer.MAX_VALUE, -1}) {
            ByteBuffer head = ByteBuffer.allocate(10)
                    .put((byte) 'P')
                    .put((byte) 'L')
                    .put((byte) 1)
                    .put((byte) 1)
                    .putShort((short) 1)
                    .putInt(length);
            assertThatThrownBy(() -> read(head.array()))
                    .isInstanceOf(FrameException.class)
                    .hasMessageContaining("too long");
        }
        assertThatThrownBy(() -> FrameCodec.encode(new Frame(1, 1, new byte[FrameCodec.MAX_PAYLOAD + 1])))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void another_version_is_named() {
        byte[] other = FrameCodec.encode(new Frame(1, 1, new byte[0]));
        other[2] = 9;
        assertThatThrownBy(() -> read(other)).hasMessageContaining("version 9");
    }
}
