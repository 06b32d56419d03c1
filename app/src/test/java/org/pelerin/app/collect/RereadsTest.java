package org.pelerin.app.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

class RereadsTest {

    @Test
    void pages_are_named_in_order_behind_those_of_before_the_link_broke() {
        assertThat(Rereads.words("", Map.of())).isEmpty();
        assertThat(Rereads.words("", Map.of(40L, 1, 12L, 2))).isEqualTo("page 12 twice, page 40");
        assertThat(Rereads.words("page 3", Map.of(7L, 3))).isEqualTo("page 3, page 7 3 times");
        assertThat(Rereads.words("page 3", Map.of())).isEqualTo("page 3");
    }

    @Test
    void very_many_are_not_all_named() {
        Map<Long, Integer> many = new HashMap<>();
        for (long p = 0; p < 500; p++) {
            many.put(p, 1);
        }
        assertThat(Rereads.words("", many))
                .startsWith("page 0, page 1, page 2")
                .endsWith(" and others")
                .hasSizeLessThan(400);
    }
}
