package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class BlockCodecTest {

    private static void roundTrips(double[] values, Resolution resolution) {
        double[] back = BlockCodec.decode(BlockCodec.encode(values, values.length, resolution), values.length);
        for (int i = 0; i < values.length; i++) {
            assertThat(Double.doubleToRawLongBits(back[i]))
                    .as("value %d, %s", i, values[i])
                    .isEqualTo(Double.doubleToRawLongBits(values[i]));
        }
    }

    @ParameterizedTest
    @CsvSource({"1,20", "1,100", "1,1", "5,1", "1,16", "3,7", "1,1000000"})
    void every_step_of_a_resolution_comes_back_to_the_bit(int numerator, int denominator) {
        Resolution resolution = Resolution.of(numerator, denominator);
        double[] values = new double[Block.CAPACITY];
        for (int i = 0; i < values.length; i++) {
            values[i] = resolution.value(i * 16L - 32_768);
        }
        roundTrips(values, resolution);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void any_bits_at_all_come_back(long seed) {
        Random random = new Random(seed);
        double[] values = random.longs(Block.CAPACITY)
                .mapToDouble(Double::longBitsToDouble)
                .toArray();
        roundTrips(values, null);
        roundTrips(values, Resolution.of(1, 100));
    }

    @Test
    void the_awkward_doubles_come_back() {
        roundTrips(
                new double[] {
                    0.0,
                    -0.0,
                    Double.NaN,
                    Double.longBitsToDouble(0x7ff8_0000_dead_beefL),
                    Double.POSITIVE_INFINITY,
                    Double.NEGATIVE_INFINITY,
                    Double.MIN_VALUE,
                    Double.MAX_VALUE,
                    1e-300,
                    1e300,
                    0.1 + 0.2
                },
                Resolution.of(1, 20));
    }

    @Test
    void missing_values_come_back_among_counts() {
        Random random = new Random(7);
        Resolution resolution = Resolution.of(1, 20);
        double[] values = new double[1000];
        for (int i = 0; i < values.length; i++) {
            values[i] = random.nextInt(5) == 0 ? Double.NaN : resolution.value(random.nextInt(4000) - 2000);
        }
        roundTrips(values, resolution);
    }

    @Test
    void counts_are_small() {
        double[] values = new double[Block.CAPACITY];
        Arrays.setAll(values, i -> Resolution.of(1, 20).value(240 + i % 7));
        assertThat(BlockCodec.encode(values, values.length, Resolution.of(1, 20)))
                .hasSizeLessThan(400);
    }

    @Test
    void damage_is_an_error_and_not_a_value() {
        byte[] good = BlockCodec.encode(new double[] {1, 2, 3}, 3, Resolution.of(1, 1));
        assertThatThrownBy(() -> BlockCodec.decode(Arrays.copyOf(good, good.length - 2), 3))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> BlockCodec.decode(good, 4)).isInstanceOf(IllegalArgumentException.class);
        byte[] kind = good.clone();
        kind[0] = 9;
        assertThatThrownBy(() -> BlockCodec.decode(kind, 3)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> BlockCodec.encode(new double[0], 0, null))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void a_count_beyond_what_fits_is_kept_as_a_double() {
        double[] values = {-0x1p63, 1, Double.NaN, 5, 0x1p63};
        byte[] data = BlockCodec.encode(values, values.length, Resolution.of(1, 1));
        assertThat(BlockCodec.decode(data, values.length)).containsExactly(values);
    }

    @Test
    void no_damaged_byte_goes_unnoticed() {
        double[] values = new double[300];
        for (int i = 0; i < values.length; i++) {
            values[i] = Math.rint(20 * Math.sin(i / 9.0)) / 20;
        }
        for (Resolution resolution : new Resolution[] {Resolution.of(1, 20), null}) {
            byte[] data = BlockCodec.encode(values, values.length, resolution);
            for (int at = 0; at < data.length; at++) {
                for (int bit = 0; bit < 8; bit++) {
                    byte[] damaged = data.clone();
                    damaged[at] ^= (byte) (1 << bit);
                    assertThatThrownBy(() -> BlockCodec.decode(damaged, values.length))
                            .as("byte %d, bit %d", at, bit)
                            .hasMessageContaining("damaged");
                }
            }
        }
    }
}
