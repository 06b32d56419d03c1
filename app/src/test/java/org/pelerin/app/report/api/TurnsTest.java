package org.pelerin.app.report.api;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class TurnsTest {

    @Test
    void so_many_for_one_and_for_all_and_each_is_given_back() {
        Turns turns = new Turns(2, 3);
        Turns.Turn first = turns.take("a");
        turns.take("a");
        assertThatThrownBy(() -> turns.take("a"))
                .isInstanceOf(Turns.NoTurnException.class)
                .hasMessageContaining("for this account");
        turns.take("b");
        assertThatThrownBy(() -> turns.take("c")).hasMessageContaining("try again in a moment");
        first.close();
        turns.take("c");
        assertThatThrownBy(() -> turns.take("a")).hasMessageContaining("try again in a moment");
    }
}
