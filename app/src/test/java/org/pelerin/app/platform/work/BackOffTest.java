package org.pelerin.app.platform.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class BackOffTest {

    @Test
    void it_doubles_up_to_the_longest_and_never_overflows() {
        BackOff b = new BackOff(Duration.ofSeconds(30), Duration.ofMinutes(15));
        assertThat(IntStream.range(0, 8).mapToObj(i -> b.after(i).toSeconds()))
                .containsExactly(30L, 60L, 120L, 240L, 480L, 900L, 900L, 900L);
        assertThat(b.after(Integer.MAX_VALUE)).isEqualTo(Duration.ofMinutes(15));
        // the first is not longer than the longest either
        assertThat(new BackOff(Duration.ofHours(2), Duration.ofHours(1)).after(0))
                .isEqualTo(Duration.ofHours(1));
    }
}
