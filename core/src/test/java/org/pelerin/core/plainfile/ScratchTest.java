package org.pelerin.core.plainfile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Resolution;

/** What is put in comes out again, from memory or from the file, in any order and in several threads. */
class ScratchTest {

    private static byte[] bytes(int seed) {
        byte[] out = new byte[500 + seed % 700];
        new Random(seed).nextBytes(out);
        return out;
    }

    private static long named() throws IOException {
        long count = 0;
        try (DirectoryStream<Path> all =
                Files.newDirectoryStream(Path.of(System.getProperty("java.io.tmpdir")), "pelerin-record*")) {
            for (Path ignored : all) {
                count++;
            }
        }
        return count;
    }

    @Test
    void what_fits_stays_in_memory_and_the_rest_goes_to_a_file_without_a_name() throws IOException {
        long before = named();
        Scratch scratch = new Scratch(2000);
        List<Supplier<byte[]>> all = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            all.add(scratch.put(bytes(i)));
        }
        assertThat(named()).isEqualTo(before);
        byte[] first = bytes(0);
        // in memory it is the same array, from the file a new one each time
        assertThat(all.get(0).get()).isEqualTo(first).isSameAs(all.get(0).get());
        assertThat(all.get(199).get())
                .isEqualTo(bytes(199))
                .isNotSameAs(all.get(199).get());
        List<Integer> order = new ArrayList<>(IntStream.range(0, 200).boxed().toList());
        java.util.Collections.shuffle(order, new Random(3));
        order.parallelStream()
                .forEach(i -> assertThat(all.get(i).get()).as("%s", i).isEqualTo(bytes(i)));
    }

    @Test
    void nothing_is_written_where_all_has_room() {
        Scratch scratch = new Scratch(Long.MAX_VALUE);
        byte[] one = bytes(1);
        assertThat(scratch.put(one).get()).isSameAs(one);
        assertThat(scratch.put(new byte[0]).get()).isEmpty();
        assertThat(new Scratch(0).put(new byte[0]).get()).isEmpty();
    }

    @Test
    void a_block_that_was_put_elsewhere_is_the_same_block() {
        double[] values = new Random(5).doubles(Block.CAPACITY, -20, 40).toArray();
        values[17] = Double.NaN;
        Block block = Block.atHand(8192, values, Block.CAPACITY, null);
        Block there = block.put(new Scratch(0)::put);
        assertThat(there.values()).isEqualTo(values);
        assertThat(there.data()).isEqualTo(block.data()).isNotSameAs(block.data());
        assertThat(List.of(there.firstIndex(), there.count(), there.missing(), there.min(), there.max(), there.sum()))
                .isEqualTo(List.of(
                        block.firstIndex(), block.count(), block.missing(), block.min(), block.max(), block.sum()));
        Block even = Block.of(0, Arrays.copyOf(values, 10), 10, Resolution.of(1, 100));
        assertThat(even.put(new Scratch(0)::put).data()).isEqualTo(even.data());
    }
}
