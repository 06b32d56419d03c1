package org.pelerin.app.fleet.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class RoundWorkTest {

    /** What a person typed is kept whole, however much there is to say of the logger; the column holds a thousand characters. */
    @Test
    void what_was_found_gives_way_to_what_was_typed() {
        String found = "PL-1 is there. ◇ " + "x".repeat(500);
        String typed = "y".repeat(900);
        assertThat(RoundWork.joined(found, typed))
                .startsWith("PL-1 is there. ◇ x")
                .endsWith("…; " + typed);
        assertThat(RoundWork.joined(found, typed).length()).isLessThanOrEqualTo(1000);
        assertThat(RoundWork.joined("PL-1 is there", "all well")).isEqualTo("PL-1 is there; all well");
        assertThat(RoundWork.joined("PL-1 is there", "")).isEqualTo("PL-1 is there");
        assertThat(RoundWork.joined(found.repeat(3), "").length()).isLessThanOrEqualTo(1000);
    }
}
