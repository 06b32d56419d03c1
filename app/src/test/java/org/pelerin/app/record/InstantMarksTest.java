package org.pelerin.app.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class InstantMarksTest {

    @Test
    void every_two_hundred_and_fifty_sixth_is_kept_and_damage_is_seen() {
        long[] instants = new long[5000];
        Arrays.setAll(instants, i -> 1_770_000_000_000L + 1000L * i);
        byte[] stored = InstantMarks.encode(instants, 4096, 904);
        // marks at 4096, 4352, 4608 and 4864
        assertThat(InstantMarks.decode(stored))
                .containsExactly(1_770_004_096_000L, 1_770_004_352_000L, 1_770_004_608_000L, 1_770_004_864_000L);
        stored[9]++;
        assertThatThrownBy(() -> InstantMarks.decode(stored)).hasMessageContaining("damaged");
        assertThatThrownBy(() -> InstantMarks.decode(new byte[7])).hasMessageContaining("damaged");
    }
}
