package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import org.junit.jupiter.api.Test;

class ElapsedRatioTest {

    @Test
    void it_is_the_later_value_over_the_earlier() {
        // 2 units a second: 120 over 60, and 1200 over 120
        assertThat(ElapsedRatio.MINUTE.of(t -> 2.0 * t.toSeconds())).isEqualTo(2);
        assertThat(ElapsedRatio.TEN_MINUTES.of(t -> 2.0 * t.toSeconds())).isEqualTo(10);
    }

    @Test
    void there_is_none_of_what_is_missing_or_of_nothing() {
        assertThat(ElapsedRatio.MINUTE.of(t -> t.toSeconds() < 60 ? 3 : Double.NaN))
                .isNaN();
        assertThat(ElapsedRatio.MINUTE.of(t -> 0)).isNaN();
        assertThatThrownBy(() -> new ElapsedRatio(Duration.ofSeconds(60), Duration.ofSeconds(60)))
                .hasMessageContaining("later time over an earlier");
        assertThatThrownBy(() -> new ElapsedRatio(Duration.ZERO, Duration.ofSeconds(60)))
                .hasMessageContaining("after the start");
    }
}
